import { useEffect, useRef } from "react";
import { handTookMs } from "./hand-down";
import { useInterfaceOf } from "../selection/interface-store";

/** Frames a second at most: more than this a laptop without a graphics card can't draw for 2,000 heads. */
const MOST_FRAMES = 40;
/** Where a hand's move has taken more of a frame than this, the picture comes with the next: both in one would be a jerk. */
const HAND_TOOK_MS = 8;

/**
 * Calls `draw` at display time, at most 40 times a second: once as it begins, with another theme, and after `request` was called. In between
 * nothing asks for frames: each costs the browser its whole way to the screen, whether anything was drawn or not.
 */
export function useFrameLoop(draw: () => void): { request: () => void } {
  const latest = useRef(draw);
  latest.current = draw;
  const loop = useRef<FrameLoop>(null);
  loop.current ??= new FrameLoop(() => latest.current());
  useEffect(() => {
    const { current } = loop;
    current!.begin();
    return () => current!.end();
  }, []);
  const { theme } = useInterfaceOf("theme");
  useEffect(() => loop.current!.request(), [theme]);
  return loop.current;
}

class FrameLoop {
  readonly #draw: () => void;
  #handle: number | null = null;
  #shown = false;
  #last = 0;
  #gaveWay = false;

  constructor(draw: () => void) {
    this.#draw = draw;
  }

  begin(): void {
    this.#shown = true;
    this.request();
  }

  end(): void {
    this.#shown = false;
    if (this.#handle !== null) cancelAnimationFrame(this.#handle);
    this.#handle = null;
  }

  readonly request = (): void => {
    if (this.#shown) this.#handle ??= requestAnimationFrame(this.#frame);
  };

  readonly #frame = (now: number): void => {
    this.#handle = null;
    if (now - this.#last < 1000 / MOST_FRAMES - 1) return this.request();
    if (!this.#gaveWay && handTookMs() > HAND_TOOK_MS) {
      this.#gaveWay = true;
      return this.request();
    }
    this.#gaveWay = false;
    this.#last = now;
    this.#draw();
  };
}
