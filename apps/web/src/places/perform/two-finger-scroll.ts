import { useRef } from "react";

/** Two fingers on one card scroll its page: a card is one finger's fader, so the second one can't mean another. */
export interface TwoFingerScroll {
  /** Tells whether this finger makes two of them on the card. */
  down(event: React.PointerEvent): boolean;
  /** Tells whether the page was scrolled by this. */
  move(event: React.PointerEvent): boolean;
  up(event: React.PointerEvent): void;
}

export function useTwoFingerScroll(): TwoFingerScroll {
  const fingers = useRef(new Map<number, number>());
  const scrolls = useRef(false);
  return {
    down: (event) => {
      if (event.pointerType !== "touch") return false;
      fingers.current.set(event.pointerId, event.clientY);
      if (fingers.current.size >= 2) scrolls.current = true;
      return scrolls.current;
    },
    move: (event) => {
      const before = fingers.current.get(event.pointerId);
      if (before === undefined || !scrolls.current) return false;
      fingers.current.set(event.pointerId, event.clientY);
      // Both fingers move: each scrolls by its half.
      event.currentTarget.closest("[data-grid]")?.scrollBy(0, (before - event.clientY) / Math.max(2, fingers.current.size));
      return true;
    },
    up: (event) => {
      fingers.current.delete(event.pointerId);
      if (fingers.current.size === 0) scrolls.current = false;
    },
  };
}
