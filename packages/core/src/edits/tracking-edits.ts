import { fieldChanges } from "../document/field-changes";
import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { fitSpace } from "../follow/fit-space";
import { placeAt } from "../follow/target-path";
import { isLost, targetStateIdOf } from "../follow/target-state";
import { LEAST_SCALE, MOST_KNOWN_POINTS, MOST_SCALE, placeHeard, plainTracking, TRACKING_ID, type Tracking } from "../follow/tracking";
import type { Vector } from "../geometry/beam";
import type { Show } from "../show/show";
import { readQuantity, type Quantity } from "../units/read-quantity";
import type { Metres, Seconds } from "../units/units";

/** How what trackers say is read in a show. */
export function trackingOf(show: Show): Tracking {
  return show.get("tracking", TRACKING_ID) ?? plainTracking();
}

/** What is typed for the space of a tracker. */
export const TRACKING_FIELDS = ["x", "y", "z", "turn", "scale"] as const;
export type TrackingField = (typeof TRACKING_FIELDS)[number];

const OF_FIELD: Readonly<
  Record<TrackingField, { readonly quantity: Quantity; readonly range: readonly [number, number]; readonly unit: string }>
> = {
  x: { quantity: "metres", range: [-1000, 1000], unit: " m" },
  y: { quantity: "metres", range: [-1000, 1000], unit: " m" },
  z: { quantity: "metres", range: [-1000, 1000], unit: " m" },
  turn: { quantity: "degrees", range: [-360, 360], unit: "°" },
  scale: { quantity: "plain", range: [LEAST_SCALE, MOST_SCALE], unit: "" },
};

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

export function trackingText({ offset, turn, scale }: Tracking, field: TrackingField): string {
  return String(rounded(field === "turn" ? turn : field === "scale" ? scale : offset[field]));
}

/** The changes that type a field. Errors: value.invalid. */
export function typedTracking(show: Show, field: TrackingField, text: string): Result<Change[]> {
  const { quantity, range, unit } = OF_FIELD[field];
  const value = readQuantity(text.trim(), quantity) ?? NaN;
  if (!(value >= range[0] && value <= range[1]))
    return fail("value.invalid", {
      field: `The tracker’s ${field === "turn" || field === "scale" ? field : `place (${field})`}`,
      value: text.trim().slice(0, 40) || "empty",
      why: `it must be from ${range[0]} to ${range[1]}${unit}`,
    });
  const { offset } = trackingOf(show);
  return ok(withTracking(show, field === "turn" || field === "scale" ? { [field]: value } : { offset: { ...offset, [field]: value } }));
}

export function mirroredTracking(show: Show, mirrored: boolean): Change[] {
  return withTracking(show, { mirrored });
}

/** Another of the three numbers is up: points that were heard keep what was said. */
export function upTracking(show: Show, up: Tracking["up"]): Change[] {
  const { up: before, points } = trackingOf(show);
  if (up === before) return [];
  return withTracking(show, { up, points: points.map(({ heard, stage }) => ({ heard: { x: heard.x, y: heard.z, z: heard.y }, stage })) });
}

/** A place on stage is known by who stands there now. Errors: record.unknown, value.invalid. */
export function knownPoint(show: Show, targetId: string, { stage, t }: { stage: Vector; t: Seconds }): Result<Change[]> {
  const target = show.target(targetId);
  if (!target) return fail("record.unknown", { what: "target" });
  const invalid = (why: string): Result<Change[]> => fail("value.invalid", { field: "The known point", value: target.name, why });
  const tracking = trackingOf(show);
  if (tracking.points.length >= MOST_KNOWN_POINTS) return invalid(`there are ${MOST_KNOWN_POINTS} already: take one away`);
  const state = show.get("targetState", targetStateIdOf(targetId));
  if (!state || isLost(state, t)) return invalid("nothing is heard of it now");
  if (state.held || state.handId !== null) return invalid("it is held, or in somebody’s hand: leave it to what is heard");
  const heard = placeHeard(tracking, placeAt(state, target.smoothSeconds, t));
  return ok(withTracking(show, { points: [...tracking.points, { heard, stage }] }));
}

export function withoutPoint(show: Show, index: number): Change[] {
  return withTracking(show, { points: trackingOf(show).points.filter((_, at) => at !== index) });
}

/** The changes that fit the space to the known points, and by how much these are missed at the most. Errors: value.invalid. */
export function fittedTracking(show: Show): Result<{ changes: Change[]; misses: Metres }> {
  const tracking = trackingOf(show);
  const fitted = fitSpace(tracking.points, tracking);
  return fitted.ok ? ok({ changes: withTracking(show, fitted.value.space), misses: fitted.value.misses }) : fitted;
}

function withTracking(show: Show, more: Partial<Omit<Tracking, "id" | "kind" | "version">>): Change[] {
  const present = show.get("tracking", TRACKING_ID);
  const next: Tracking = { ...(present ?? plainTracking()), ...more };
  return present ? fieldChanges(present, next) : [{ op: "add", record: next }];
}
