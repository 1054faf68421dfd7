import { useRef } from "react";
import type { Travel } from "@vexa/core";
import { bedAt, type BedBox } from "./board-picture";

/** A finger that has gone this far means a direction, in pixels. */
const SWIPE_PIXELS = 22;

/** What hands on the picture come to. */
export interface BrushActs {
  /** Touches and swipes; no travel = to all heads at once. */
  paint: (bedId: string, travel?: Travel) => void;
  /** A colour that shows while it is held. */
  dab: (bedId: string, press: "down" | "up") => void;
}

interface Stroke {
  readonly bedId: string;
  readonly start: Point;
  last: Point;
  /** Beds that it has painted. */
  readonly painted: Set<string>;
  readonly dabs: boolean;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * Fingers on a board's picture. A touch paints where it is lifted, a swipe as soon as its direction shows, and on through each bed that it comes
 * to; two fingers on one bed paint out from its middle, or in to it. Where no direction is asked of the hand, it paints at the touch.
 */
export function useBrush(of: {
  boxes: readonly BedBox[];
  disabled: boolean;
  /** The way that is chosen beside the pots; null = as the hand swipes. */
  chosen: Travel | "at once" | null;
  /** While it is held, touches of beds are dabs. */
  potHeld: () => boolean;
  acts: BrushActs;
}): Pick<React.DOMAttributes<HTMLElement>, "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel"> {
  const latest = useRef(of);
  latest.current = of;
  const strokes = useRef(new Map<number, Stroke>());
  const picture = useRef<HTMLElement | null>(null);

  const under = (event: React.PointerEvent): string | null =>
    bedAt(latest.current.boxes, picture.current, { x: event.clientX, y: event.clientY });
  const put = (stroke: Stroke, bedId: string, travel?: Travel): void => {
    if (stroke.painted.has(bedId)) return;
    stroke.painted.add(bedId);
    latest.current.acts.paint(bedId, travel);
  };
  const end = (event: React.PointerEvent, lifted: boolean): void => {
    const stroke = strokes.current.get(event.pointerId);
    strokes.current.delete(event.pointerId);
    if (!stroke) return;
    if (stroke.dabs) latest.current.acts.dab(stroke.bedId, "up");
    else if (lifted && stroke.painted.size === 0) put(stroke, stroke.bedId);
  };
  return {
    onPointerDown: (event) => {
      picture.current = event.currentTarget as HTMLElement;
      const { disabled, chosen, potHeld, acts } = latest.current;
      if (event.button !== 0 || disabled) return;
      const bedId = under(event);
      if (bedId === null) return;
      picture.current.setPointerCapture(event.pointerId);
      const at = { x: event.clientX, y: event.clientY };
      const corner = (event.target as HTMLElement).closest("[data-dab]") !== null;
      const stroke: Stroke = { bedId, start: at, last: at, painted: new Set(), dabs: corner || potHeld() };
      strokes.current.set(event.pointerId, stroke);
      if (stroke.dabs) acts.dab(bedId, "down");
      else if (chosen !== null) put(stroke, bedId, chosen === "at once" ? undefined : chosen);
    },
    onPointerMove: (event) => {
      const stroke = strokes.current.get(event.pointerId);
      if (!stroke || stroke.dabs) return;
      const { chosen } = latest.current;
      stroke.last = { x: event.clientX, y: event.clientY };
      const bedId = under(event);
      if (chosen !== null) {
        if (bedId !== null) put(stroke, bedId, chosen === "at once" ? undefined : chosen);
        return;
      }
      const other = otherFinger(strokes.current, event.pointerId, stroke);
      if (other) {
        const grown = apart(stroke.last, other.last) - apart(stroke.start, other.start);
        if (Math.abs(grown) < SWIPE_PIXELS) return;
        put(stroke, stroke.bedId, { type: grown > 0 ? "out" : "in" });
        other.painted.add(stroke.bedId);
        return;
      }
      if (apart(stroke.start, stroke.last) < SWIPE_PIXELS) return;
      const travel = { type: "along" as const, degrees: degreesOf(stroke.start, stroke.last) };
      put(stroke, stroke.bedId, travel);
      if (bedId !== null) put(stroke, bedId, travel);
    },
    onPointerUp: (event) => end(event, true),
    onPointerCancel: (event) => end(event, false),
  };
}

/** Another finger that began on the same bed and hasn't painted either. */
function otherFinger(strokes: ReadonlyMap<number, Stroke>, id: number, { bedId }: Stroke): Stroke | null {
  for (const [other, stroke] of strokes)
    if (other !== id && stroke.bedId === bedId && !stroke.dabs && stroke.painted.size === 0) return stroke;
  return null;
}

const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** On the picture up is away from the audience. */
function degreesOf(from: Point, to: Point): number {
  return Math.round((Math.atan2(from.y - to.y, to.x - from.x) * 180) / Math.PI);
}
