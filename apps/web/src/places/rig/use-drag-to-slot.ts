import { useRef, type DOMAttributes, type PointerEvent } from "react";

const SLOTS = 512;
/** A hand that moves less than this presses. */
const LEAST_PIXELS = 5;

interface Held {
  readonly id: string;
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
      if (event.button !== 0 || !strip) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { id, grip: slotAt(strip, event.clientX) - first, x: event.clientX, y: event.clientY, moved: false };
    },
    onPointerMove: (event) => {
      const own = held.current;
      if (!own) return;
      const [x, y] = [event.clientX - own.x, event.clientY - own.y];
      own.moved ||= Math.hypot(x, y) >= LEAST_PIXELS;
      if (!own.moved) return;
      event.currentTarget.style.translate = `${x}px ${y}px`;
      event.currentTarget.style.zIndex = "10";
    },
    onPointerUp: (event) => {
      const own = held.current;
      if (!own) return;
      event.currentTarget.style.pointerEvents = "none";
      const strip = document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-universe]") ?? null;
      still(event);
      if (!own.moved) return;
      dragged.current = true;
      if (strip) onDrop([own.id], Number(strip.getAttribute("data-universe")), Math.max(1, slotAt(strip, event.clientX) - own.grip));
    },
    onPointerCancel: still,
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
