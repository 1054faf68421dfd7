import { coveredBy } from "./curtains";
import { raisedPart, type Curtain } from "../playback/curtain";
import type { Playback } from "../playback/playback";
import { cueAfter } from "../playing/cue-after";
import type { HeadKey } from "../rig/fixture";
import { listDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";

/** The curtains that aren't all the way up at t. */
export function curtainsDown(show: Show, t: Seconds): readonly Curtain[] {
  return show.all("curtain").filter((curtain) => raisedPart(curtain, t) < 1);
}

/** Heads on which what plays doesn't show, or not all of it: parked, or behind a curtain. */
export interface HeldHeads {
  readonly parked: ReadonlySet<HeadKey>;
  readonly curtained: ReadonlySet<HeadKey>;
}

export function heldHeads(show: Show, t: Seconds): HeldHeads {
  const { rig } = show;
  const curtained = curtainsDown(show, t).flatMap((curtain) =>
    [...coveredBy(curtain, show)].map((parameter) => rig.parameters[parameter]!.head.key),
  );
  return {
    parked: new Set(show.all("park").flatMap(({ head }) => (rig.headByKey.has(head) ? [head] : []))),
    curtained: new Set(curtained),
  };
}

/** How many of the heads that a card drives, or would with its first cue, are parked or behind a curtain. */
export function heldOnCard(show: Show, playback: Playback, t: Seconds): { readonly parked: number; readonly curtained: number } {
  const held = heldHeads(show, t);
  const cueId = show.playbackState(playback.id)?.cueId ?? cueAfter(show.cuesOf(playback.listId), null)?.id;
  if (cueId === undefined || held.parked.size + held.curtained.size === 0) return { parked: 0, curtained: 0 };
  const { rows } = listDrives(show, { listId: playback.listId, cueId });
  const driven = new Set(rows.map(({ parameter }) => show.rig.parameters[parameter]!.head.key));
  const count = (keys: ReadonlySet<HeadKey>): number => [...driven].filter((key) => keys.has(key)).length;
  return { parked: count(held.parked), curtained: count(held.curtained) };
}
