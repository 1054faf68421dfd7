import { useEffect, useRef } from "react";

/** Frames a second at most: more than this a laptop without a graphics card can't draw for 2,000 heads. */
const MOST_FRAMES = 40;

/** Calls `draw` at display time, at most 40 times a second, but only after `request` was called. */
export function useFrameLoop(draw: () => void): { request: () => void } {
  const latest = useRef(draw);
  const state = useRef({ wanted: true, last: 0 });
  latest.current = draw;
  const loop = useRef({ request: () => void (state.current.wanted = true) });
  useEffect(() => {
    let handle = 0;
    const frame = (now: number): void => {
      if (state.current.wanted && now - state.current.last >= 1000 / MOST_FRAMES - 1) {
        state.current = { wanted: false, last: now };
        latest.current();
      }
      handle = requestAnimationFrame(frame);
    };
    handle = requestAnimationFrame(frame);
    return () => cancelAnimationFrame(handle);
  }, []);
  return loop.current;
}
