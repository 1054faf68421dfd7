import { useRef, useState } from "react";
import { useTwoFingerScroll } from "./two-finger-scroll";
import { HandLevel, type SendLevel } from "../../ui/hand-level";

interface Drag {
  readonly pointer: number;
  readonly startY: number;
  readonly startLevel: number;
  readonly height: number;
}

/** What an element needs to be a fader: a drag anywhere moves the level (0..1) from where it is; arrows and ends by key. */
export interface Fader {
  /** Where the hand has it; once the server has answered all of that, the server's. */
  readonly level: number;
  readonly handlers: Pick<
    React.HTMLAttributes<HTMLElement>,
    "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel" | "onKeyDown"
  >;
}

/** `pixels`: how far a hand goes from the bottom to the top; none = about the height of the element. */
export function useFader(of: { level: number; disabled: boolean; send: SendLevel; pixels?: number }): Fader {
  const { level: kept, disabled, send, pixels } = of;
  const [shown, setShown] = useState<number | null>(null);
  const [hand] = useState(() => new HandLevel<number>(setShown));
  const drag = useRef<Drag | null>(null);
  const frame = useRef(0);
  const scroll = useTwoFingerScroll();
  const end = (event: React.PointerEvent): void => {
    scroll.up(event);
    if (drag.current?.pointer !== event.pointerId) return;
    cancelAnimationFrame(frame.current);
    drag.current = null;
    hand.letGo(send);
  };
  return {
    level: shown ?? kept,
    handlers: {
      onPointerDown: (event) => {
        if (event.button !== 0) return;
        if (scroll.down(event)) {
          event.currentTarget.setPointerCapture(event.pointerId);
          if (drag.current) {
            // The first finger meant the page as well: the fader stands where it stood.
            cancelAnimationFrame(frame.current);
            hand.move(drag.current.startLevel);
            drag.current = null;
            hand.letGo(send);
          }
          return;
        }
        if (disabled || drag.current) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const height = pixels ?? event.currentTarget.clientHeight * 0.9;
        drag.current = { pointer: event.pointerId, startY: event.clientY, startLevel: hand.seen(kept), height };
        hand.hold(kept);
      },
      onPointerMove: (event) => {
        if (scroll.move(event)) return;
        const of = drag.current;
        if (of?.pointer !== event.pointerId) return;
        const next = Math.min(1, Math.max(0, of.startLevel + (of.startY - event.clientY) / of.height));
        hand.move(Math.round(next * 200) / 200);
        // At most one message a display frame: the engine hears the latest.
        cancelAnimationFrame(frame.current);
        frame.current = requestAnimationFrame(() => hand.tell(send));
      },
      onPointerUp: end,
      onPointerCancel: end,
      onKeyDown: (event) => {
        const by = { ArrowUp: 0.01, ArrowRight: 0.01, ArrowDown: -0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }[event.key];
        const level = hand.seen(kept);
        const to = by !== undefined ? Math.min(1, Math.max(0, level + by)) : event.key === "Home" ? 0 : event.key === "End" ? 1 : null;
        if (to === null || disabled || event.target !== event.currentTarget) return;
        event.preventDefault();
        hand.move(to);
        hand.tell(send);
      },
    },
  };
}
