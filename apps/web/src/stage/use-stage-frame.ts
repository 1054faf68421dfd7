import { useEffect, useRef, type RefObject } from "react";
import type { Projection } from "./projection";
import { showFrame } from "./stage-frame-store";
import { drawnBy, pinched, zoomedAt } from "./stage-frame";

type Point = readonly [number, number];

/** Wheel units that make the picture twice as large. */
const WHEEL_FOR_TWICE = 300;
/** A page of a wheel that counts lines. */
const LINE = 33;

/** The stage that is in the picture now and where the pointer is on it: what keys act on. */
export const stageAtHand: { projection: () => Projection | null; pointer: Point | null } = { projection: () => null, pointer: null };

/** What moves the picture: `start` and `move` tell whether the pointer is taken for that. */
export interface StageFraming {
  start(event: React.PointerEvent): "taken" | "free";
  move(event: React.PointerEvent): "taken" | "free";
  end(event: React.PointerEvent): "taken" | "free";
}

/**
 * Zooms and moves the stage: the wheel at the pointer, two fingers, or a drag with the middle button or Alt. A second finger ends
 * what the first one was doing, by `onTwoFingers`.
 */
export function useStageFrame(
  frame: RefObject<HTMLDivElement | null>,
  shownProjection: () => Projection | null,
  onTwoFingers: () => void,
): StageFraming {
  const latest = useRef(shownProjection);
  latest.current = shownProjection;
  const fingers = useRef(new Map<number, Point>());
  const drawn = useRef<Point | null>(null);
  const at = (event: { clientX: number; clientY: number }): Point => {
    const { left, top } = frame.current!.getBoundingClientRect();
    return [event.clientX - left, event.clientY - top];
  };

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    // React's own listener is passive: the page would scroll or zoom along.
    const onWheel = (event: WheelEvent): void => {
      const projection = latest.current();
      if (!projection) return;
      event.preventDefault();
      const units = event.deltaMode === WheelEvent.DOM_DELTA_PIXEL ? event.deltaY : event.deltaY * LINE;
      const { left, top } = element.getBoundingClientRect();
      const point: Point = [event.clientX - left, event.clientY - top];
      // A pinch on a touchpad comes as a wheel with Ctrl, in smaller units.
      showFrame(zoomedAt(projection, point, 2 ** ((-units * (event.ctrlKey ? 3 : 1)) / WHEEL_FOR_TWICE)));
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  }, [frame]);
  useEffect(() => {
    stageAtHand.projection = () => latest.current();
    return () => {
      stageAtHand.projection = () => null;
      stageAtHand.pointer = null;
    };
  }, []);

  return {
    start: (event) => {
      if (event.pointerType === "touch") {
        fingers.current.set(event.pointerId, at(event));
        if (fingers.current.size === 2) onTwoFingers();
        if (fingers.current.size >= 2) return "taken";
      }
      if (event.button !== 1 && !(event.button === 0 && event.altKey)) return "free";
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      drawn.current = at(event);
      return "taken";
    },
    move: (event) => {
      const point = at(event);
      stageAtHand.pointer = point;
      const projection = latest.current();
      if (!projection) return "free";
      if (drawn.current) {
        showFrame(drawnBy(projection, [point[0] - drawn.current[0], point[1] - drawn.current[1]]));
        drawn.current = point;
        return "taken";
      }
      if (!fingers.current.has(event.pointerId)) return "free";
      const before = [...fingers.current.values()];
      fingers.current.set(event.pointerId, point);
      if (before.length < 2) return "free";
      const [a, b] = [...fingers.current.values()];
      showFrame(pinched(projection, [before[0]!, before[1]!], [a!, b!]));
      return "taken";
    },
    end: (event) => {
      const two = fingers.current.size >= 2;
      fingers.current.delete(event.pointerId);
      const taken = drawn.current !== null || two;
      drawn.current = null;
      return taken ? "taken" : "free";
    },
  };
}
