import { fields, integerIn, listOf, numberIn, oneOf, yesOrNo, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";
import type { Degrees } from "../units/units";
import { pointSchema } from "./stage-point";

/** A place on stage, and what the tracker said while somebody stood there. */
export interface KnownPoint {
  readonly heard: Vector;
  readonly stage: Vector;
}

/** From the tracker's metres to the stage's: scaled, mirrored left to right, turned seen from above, then moved. */
export interface TrackedSpace {
  readonly offset: Vector;
  /** Anticlockwise, seen from above. */
  readonly turn: Degrees;
  readonly scale: number;
  readonly mirrored: boolean;
}

/** How what trackers say is to be read: one for the show. Without it their metres are the stage's. */
export interface Tracking extends TrackedSpace {
  readonly id: string;
  readonly kind: "tracking";
  readonly version: number;
  /** Which of the three numbers is up. */
  readonly up: "second" | "third";
  readonly points: readonly KnownPoint[];
}

export const TRACKING_ID = "tracking";
export const MOST_KNOWN_POINTS = 12;
export const [LEAST_SCALE, MOST_SCALE] = [0.001, 1000] as const;

export const trackingSchema: Schema<Tracking> = fields<Tracking>({
  id: oneOf([TRACKING_ID]),
  kind: oneOf(["tracking"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  offset: pointSchema,
  turn: numberIn(-360, 360),
  scale: numberIn(LEAST_SCALE, MOST_SCALE),
  mirrored: yesOrNo,
  up: oneOf(["second", "third"]),
  points: listOf(fields<KnownPoint>({ heard: pointSchema, stage: pointSchema }), { max: MOST_KNOWN_POINTS }),
});

/** Their metres are the stage's. */
export function plainTracking(): Tracking {
  const space = { offset: { x: 0, y: 0, z: 0 }, turn: 0, scale: 1, mirrored: false };
  return { id: TRACKING_ID, kind: "tracking", version: 1, ...space, up: "third", points: [] };
}

/** Three numbers of a tracker in metres of its own, the third up. */
export function heardPlace({ up }: Pick<Tracking, "up">, [first, second, third]: readonly [number, number, number]): Vector {
  return up === "third" ? { x: first, y: second, z: third } : { x: first, y: third, z: second };
}

const radians = (degrees: Degrees): number => (degrees * Math.PI) / 180;

/** Where on stage somebody is whom the tracker has there. */
export function placeOnStage({ offset, turn, scale, mirrored }: TrackedSpace, heard: Vector): Vector {
  const [sin, cos] = [Math.sin(radians(turn)), Math.cos(radians(turn))];
  const [x, y] = [(mirrored ? -1 : 1) * scale * heard.x, scale * heard.y];
  return { x: cos * x - sin * y + offset.x, y: sin * x + cos * y + offset.y, z: scale * heard.z + offset.z };
}

/** The other way round: what the tracker says of a place on stage. */
export function placeHeard({ offset, turn, scale, mirrored }: TrackedSpace, place: Vector): Vector {
  const [sin, cos] = [Math.sin(radians(turn)), Math.cos(radians(turn))];
  const [x, y] = [place.x - offset.x, place.y - offset.y];
  return {
    x: ((mirrored ? -1 : 1) * (cos * x + sin * y)) / scale,
    y: (cos * y - sin * x) / scale,
    z: (place.z - offset.z) / scale,
  };
}
