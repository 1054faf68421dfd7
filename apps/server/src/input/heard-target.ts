import { heardPlace, MOST_STAGE_METRES, placeOnStage, trackingOf, type PlayCommand, type Show, type Target } from "@vexa/core";

/** A word of a target. */
export type HeardTarget = Extract<PlayCommand, { readonly type: "target-at" }>;

/** Where a target is, of a tracker's three numbers, read as the show says; null where they can't be a place on a stage. */
export function heardOf(show: Show, { id }: Target, numbers: readonly [number, number, number]): HeardTarget | null {
  const tracking = trackingOf(show);
  const place = placeOnStage(tracking, heardPlace(tracking, numbers));
  const isOnStage = [place.x, place.y, place.z].every((metres) => Math.abs(metres) <= MOST_STAGE_METRES);
  return isOnStage ? { type: "target-at", targetId: id, place } : null;
}
