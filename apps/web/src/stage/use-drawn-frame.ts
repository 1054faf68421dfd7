import { useEffect, useRef, useState } from "react";
import type { Projection, StageFrame } from "./projection";
import { useShownFrame } from "./stage-frame-store";
import { stretchBetween, stretchedTooFar } from "./stage-stretch";

/** More heads than this take longer to draw than a screen shows a picture. */
const CROWD = 800;
const REST_MS = 80;

/**
 * The frame that the stage is drawn in. Over a crowd it follows the one that is shown when that rests; until then what is drawn is
 * moved and stretched, by `onStretch`.
 */
export function useDrawnFrame(
  heads: number,
  projectionOf: (frame: StageFrame | null) => Projection | null,
  onStretch: () => void,
): StageFrame | null {
  const [drawn, setDrawn] = useState(() => useShownFrame.getState().frame);
  const latest = useRef({ drawn, projectionOf, onStretch });
  latest.current = { drawn, projectionOf, onStretch };
  useEffect(() => {
    let rest: ReturnType<typeof setTimeout> | undefined;
    const settle = (): void => setDrawn(useShownFrame.getState().frame);
    const stop = useShownFrame.subscribe(({ frame }) => {
      clearTimeout(rest);
      const [before, wanted] = [latest.current.projectionOf(latest.current.drawn), latest.current.projectionOf(frame)];
      if (heads <= CROWD || !before || !wanted || stretchedTooFar(stretchBetween(before, wanted))) return settle();
      latest.current.onStretch();
      rest = setTimeout(settle, REST_MS);
    });
    // It may have changed before this listened.
    settle();
    return () => {
      clearTimeout(rest);
      stop();
    };
  }, [heads]);
  return drawn;
}
