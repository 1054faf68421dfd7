import { useRef, useState } from "react";

interface Drag {
  readonly startY: number;
  readonly startLevel: number;
  readonly height: number;
  sent: number;
  frame: number;
}

/** What an element needs to be a fader: a drag anywhere moves the level (0..1) from where it is; arrows and ends by key. */
export interface Fader {
  /** Where the finger has it; until the server has the last level, that. */
  readonly level: number;
  readonly handlers: Pick<
    React.HTMLAttributes<HTMLElement>,
    "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel" | "onKeyDown"
  >;
}

export function useFader({ level: kept, disabled, send }: { level: number; disabled: boolean; send: (level: number) => void }): Fader {
  const [dragged, setDragged] = useState<number | null>(null);
  const drag = useRef<Drag | null>(null);
  const level = dragged ?? kept;
  const end = (): void => {
    const of = drag.current;
    if (of && dragged !== null && of.sent !== dragged) send(dragged);
    if (of) cancelAnimationFrame(of.frame);
    drag.current = null;
    setTimeout(() => setDragged(null), 120);
  };
  return {
    level,
    handlers: {
      onPointerDown: (event) => {
        if (event.button !== 0 || disabled) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const height = event.currentTarget.clientHeight;
        drag.current = { startY: event.clientY, startLevel: kept, height, sent: kept, frame: 0 };
      },
      onPointerMove: (event) => {
        const of = drag.current;
        if (!of) return;
        const next = Math.min(1, Math.max(0, of.startLevel + (of.startY - event.clientY) / (of.height * 0.9)));
        const rounded = Math.round(next * 200) / 200;
        setDragged(rounded);
        // At most one message a display frame: the engine hears the latest.
        cancelAnimationFrame(of.frame);
        of.frame = requestAnimationFrame(() => {
          if (of.sent !== rounded) send(rounded);
          of.sent = rounded;
        });
      },
      onPointerUp: end,
      onPointerCancel: end,
      onKeyDown: (event) => {
        const by = { ArrowUp: 0.01, ArrowRight: 0.01, ArrowDown: -0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }[event.key];
        const to = by !== undefined ? Math.min(1, Math.max(0, level + by)) : event.key === "Home" ? 0 : event.key === "End" ? 1 : null;
        if (to === null || disabled || event.target !== event.currentTarget) return;
        event.preventDefault();
        send(to);
      },
    },
  };
}
