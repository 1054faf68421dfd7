import { useRef } from "react";

/** So soon after a press another one isn't meant: it is the second half of a double click. */
export const ONCE_MS = 400;

/** Whether a press counts: only the first within 400 ms. For what makes, deletes, asks or goes on; never for taps, flashes and steps. */
export function useOnce(): (event: { readonly timeStamp: number }) => boolean {
  const last = useRef(-Infinity);
  return ({ timeStamp }) => {
    const counts = timeStamp - last.current >= ONCE_MS;
    // A press that doesn't count makes the next one wait no longer.
    if (counts) last.current = timeStamp;
    return counts;
  };
}
