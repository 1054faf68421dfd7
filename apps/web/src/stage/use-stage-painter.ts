import { useCallback, useEffect, useRef, useState, type RefObject } from "react";
import { useFrameLoop } from "../frames/use-frame-loop";
import { sharpContext, token } from "../frames/use-size";
import { lightParts } from "./draw-light";
import { drawFloor, type StageDrawing } from "./draw-stage";
import { drawThread, type ThreadPicture } from "./draw-thread";
import { drawWash, type StageWash } from "./draw-wash";
import type { Projection } from "./projection";
import { Pace } from "../frames/pace";
import { stretchBetween, type Stretch } from "./stage-stretch";

/** Of the three layers. */
const LIGHT = 1;
const UNSTRETCHED: Stretch = { scale: 1, x: 0, y: 0 };

export interface StagePainter {
  /** The three layers lie in it: floor, light, thread. */
  readonly layers: RefObject<HTMLDivElement | null>;
  /** Light has changed. */
  readonly request: () => void;
  /** Lays what is painted where the frame that is shown now puts it. */
  readonly stretch: () => void;
  /** How what is painted lies now. */
  readonly stretched: () => Stretch;
}

/** Paints the stage's layers together, so that they never show two frames at once. */
export function useStagePainter(of: {
  drawing: StageDrawing | null;
  wash: StageWash | null;
  thread: ThreadPicture;
  /** Values of the rig's parameters now. */
  values: () => Float32Array;
  shownProjection: () => Projection | null;
}): StagePainter {
  const layers = useRef<HTMLDivElement>(null);
  const latest = useRef(of);
  latest.current = of;
  const painted = useRef<StageDrawing | null>(null);
  /** Layers that changed: a drag that only moves the thread leaves the light of a crowd alone. */
  const stale = useRef({ floor: true, light: true, thread: true });
  const [pace] = useState(() => new Pace());
  const stretched = useCallback((): Stretch => {
    const shown = latest.current.shownProjection();
    return painted.current && shown ? stretchBetween(painted.current.projection, shown) : UNSTRETCHED;
  }, []);
  const stretch = useCallback((): void => {
    const { scale, x, y } = stretched();
    if (layers.current)
      layers.current.style.transform = scale === 1 && x === 0 && y === 0 ? "" : `translate(${x}px, ${y}px) scale(${scale})`;
  }, [stretched]);
  /** The light as it is now, over the floor that is painted: where that is to be another one, the next painting of all does it. */
  const paintLight = (how: "whole" | "turns"): void => {
    const { drawing, values } = latest.current;
    const canvas = layers.current?.children[LIGHT];
    if (!stale.current.light || !drawing || painted.current !== drawing || !canvas) return;
    const { width, height } = drawing.projection;
    stale.current.light = false;
    pace.spendParts(lightParts(sharpContext(canvas as HTMLCanvasElement, width, height), drawing, values()), how);
  };
  const { request: paint } = useFrameLoop(() => {
    const { drawing, wash, thread } = latest.current;
    // A last frame may come while the stage goes away.
    if (!drawing || !layers.current) return;
    const { width, height } = drawing.projection;
    const [floor, , top] = [...layers.current.children].map((canvas) => () => sharpContext(canvas as HTMLCanvasElement, width, height));
    if (stale.current.floor) {
      const context = floor!();
      drawFloor(context, drawing, {
        ink: token("stage-line"),
        again: () => {
          stale.current.floor = true;
          paint();
        },
      });
      if (wash) drawWash(context, drawing, wash);
    }
    painted.current = drawing;
    // Where all is painted anew the layers go together; else what is costly waits until a hand's move has been shown.
    if (stale.current.floor) paintLight("whole");
    else if (pace.isCheap) paintLight("turns");
    else if (stale.current.light) pace.whenDue(() => paintLight("turns"));
    if (stale.current.thread) drawThread(top!(), drawing, thread);
    Object.assign(stale.current, { floor: false, thread: false });
    stretch();
  });
  const { drawing, wash, thread } = of;
  const request = useCallback((): void => {
    stale.current.light = true;
    paint();
  }, [paint]);
  useEffect(() => {
    stale.current = { floor: true, light: true, thread: true };
    paint();
  }, [drawing, paint]);
  useEffect(() => {
    stale.current.floor = true;
    paint();
  }, [wash, paint]);
  useEffect(() => {
    stale.current.thread = true;
    paint();
  }, [thread, paint]);
  return { layers, request, stretch, stretched };
}
