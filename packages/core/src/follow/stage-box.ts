import { fields, where, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";
import { clamp } from "../units/units";
import { readQuantity } from "../units/read-quantity";
import { MOST_METRES, pointSchema } from "./stage-point";

/** A part of the stage, edges along its axes. */
export interface StageBox {
  readonly low: Vector;
  readonly high: Vector;
}

export const stageBoxSchema: Schema<StageBox> = where(fields<StageBox>({ low: pointSchema, high: pointSchema }), ({ low, high }) =>
  low.x <= high.x && low.y <= high.y && low.z <= high.z ? null : "its first corner must be the lower one",
);

/** "-4,-2,0..4,3,2": two corners in metres, whichever; or with blanks between. Null where it isn't that. */
export function readBox(text: string): StageBox | null {
  const corners = text.split("..").map((corner) =>
    corner
      .trim()
      .split(corner.includes(",") ? "," : /\s+/)
      .map((axis) => readQuantity(axis, "metres") ?? NaN),
  );
  const [one, other] = corners;
  const fit = corners.length === 2 && corners.every((axes) => axes.length === 3 && axes.every((at) => Math.abs(at) <= MOST_METRES));
  if (!fit) return null;
  const corner = (pick: (...values: number[]) => number): Vector => ({
    x: pick(one![0]!, other![0]!),
    y: pick(one![1]!, other![1]!),
    z: pick(one![2]!, other![2]!),
  });
  return { low: corner(Math.min), high: corner(Math.max) };
}

/** As `readBox` reads it. */
export function boxText({ low, high }: StageBox, between = ","): string {
  return [low, high].map(({ x, y, z }) => [x, y, z].join(between)).join("..");
}

/** The place inside that is nearest to one. */
export function nearestIn({ low, high }: StageBox, { x, y, z }: Vector): Vector {
  return { x: clamp(x, low.x, high.x), y: clamp(y, low.y, high.y), z: clamp(z, low.z, high.z) };
}

/** The same for the first three numbers of `place`, in place. */
export function intoBox({ low, high }: StageBox, place: Float64Array): void {
  place[0] = clamp(place[0]!, low.x, high.x);
  place[1] = clamp(place[1]!, low.y, high.y);
  place[2] = clamp(place[2]!, low.z, high.z);
}
