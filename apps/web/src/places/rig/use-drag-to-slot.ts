import { useRef, type DOMAttributes, type PointerEvent } from "react";

const SLOTS = 512;
/** A hand that moves less than this presses. */
const LEAST_PIXELS = 5;

interface Held {
  readonly id: string;
  readonly pointerId: number;
  readonly element: Element;
  /** Slots from the block's first to where it was taken. */
  readonly grip: number;
  readonly x: number;
  readonly y: number;
  moved: boolean;
}

type Handlers = Pick<DOMAttributes<HTMLElement>, "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel" | "onClickCapture">;

/** Dragging a block of slots along the strips of universes (`data-universe`): where it is let go it goes, with the slot that was taken under the hand. */
export function useDragToSlot(
  onDrop: (ids: readonly string[], universe: number, address: number) => void,
): (block: { id: string; first: number }) => Handlers {
  const held = useRef<Held | null>(null);
  const own = ({ pointerId }: PointerEvent): Held | null => (held.current?.pointerId === pointerId ? held.current : null);
  /** A drag ends in a click on the block that was dragged: it isn't one. */
  const dragged = useRef(false);
  const still = (event: PointerEvent<HTMLElement>): void => {
    event.currentTarget.style.translate = "";
    event.currentTarget.style.zIndex = "";
    event.currentTarget.style.pointerEvents = "";
    held.current = null;
  };
  return ({ id, first }) => ({
    onPointerDown: (event) => {
      dragged.current = false;
      const strip = event.currentTarget.closest("[data-universe]");
      // One at a time: a second finger waits until the first has let go. A block that was taken off meanwhile holds nothing any more.
      if (event.button !== 0 || !strip || held.current?.element.isConnected) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const { pointerId, currentTarget: element } = event;
      held.current = {
        id,
        pointerId,
        element,
        grip: slotAt(strip, event.clientX) - first,
        x: event.clientX,
        y: event.clientY,
        moved: false,
      };
    },
    onPointerMove: (event) => {
      const block = own(event);
      if (!block) return;
      const [x, y] = [event.clientX - block.x, event.clientY - block.y];
      block.moved ||= Math.hypot(x, y) >= LEAST_PIXELS;
      if (!block.moved) return;
      event.currentTarget.style.translate = `${x}px ${y}px`;
      event.currentTarget.style.zIndex = "10";
    },
    onPointerUp: (event) => {
      const block = own(event);
      if (!block) return;
      event.currentTarget.style.pointerEvents = "none";
      const strip = document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-universe]") ?? null;
      still(event);
      if (!block.moved) return;
      dragged.current = true;
      if (strip) onDrop([block.id], Number(strip.getAttribute("data-universe")), Math.max(1, slotAt(strip, event.clientX) - block.grip));
    },
    onPointerCancel: (event) => {
      if (own(event)) still(event);
    },
    onClickCapture: (event) => {
      if (dragged.current) event.stopPropagation();
      dragged.current = false;
    },
  });
}

function slotAt(strip: Element, x: number): number {
  const { left, width } = strip.getBoundingClientRect();
  return Math.min(SLOTS, Math.max(1, Math.floor(((x - left) / width) * SLOTS) + 1));
}
