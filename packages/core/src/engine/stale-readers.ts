import { isRetimed } from "../playback/playback";
import type { HeadKey } from "../rig/fixture";
import type { Head } from "../rig/rig";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { ANY_HEADS, PLACES } from "../stroke/part-reads";
import { movesReach } from "./record-kinds";
import type { Source } from "./source";

/** What changes of records mean for what was resolved from them. */
export interface StaleReaders {
  /** Whether a source must be resolved again. */
  readonly stale: (source: Source) => boolean;
  /** Who reaches what has moved, or which targets are followed: what is lost lets go softly. */
  readonly softly: boolean;
  /** Which targets are followed has changed: what comes again comes softly, too. */
  readonly followed: boolean;
}

/** What stands in the reads of sources for a rig that has changed: places of heads, and groups of heads that came or became others. */
function readersOfRig(before: Show, after: Show): string[] {
  if (before.rig === after.rig) return [];
  const others = new Set<HeadKey>();
  const [were, are] = [before.rig.heads, after.rig.heads];
  for (let order = 0; order < are.length; order++) {
    const head = are[order]!;
    // Nearly all of them, where a lamp was only hung elsewhere.
    if (were[order] === head) continue;
    const was = before.rig.headByKey.get(head.key);
    if (was !== head && !(was?.mode === head.mode && closesUp(was) === closesUp(head))) others.add(head.key);
  }
  if (others.size === 0) return [PLACES];
  const groups = after.all("group").filter(({ heads }) => heads.some((key) => others.has(key)));
  return [PLACES, ANY_HEADS, ...groups.map(({ id }) => id)];
}

/** Whether two sets have a member in common; the smaller one is walked. */
function meet(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  const [few, many] = a.size < b.size ? [a, b] : [b, a];
  for (const id of few) if (many.has(id)) return true;
  return false;
}

/** Strokes leave it out. */
const closesUp = ({ fixture }: Head): boolean => fixture.outOfService?.fans === "close up";

/** Whether all that changed is how runs stand, as when faders move: nobody reads that. */
export function readByNobody(changed: readonly ShowRecord[], before: Show, after: Show): boolean {
  return changed.every(
    (record) =>
      record.kind === "playbackState" && !isRetimed(before.playbackState(record.playbackId), after.playbackState(record.playbackId)),
  );
}

/** From the records that changed, as they were and as they are. What only has another name makes nothing stale that doesn't read it. */
export function staleReaders(changed: readonly ShowRecord[], before: Show, after: Show): StaleReaders {
  const ids = new Set(changed.map(({ id }) => id));
  const ownerMoved = (id: string): boolean => before.get("cueList", id)?.territoryId !== after.get("cueList", id)?.territoryId;
  const lists = new Set(
    changed.flatMap((record) => {
      if (record.kind === "cue") return [record.listId];
      return record.kind === "cueList" && ownerMoved(record.id) ? [record.id] : [];
    }),
  );
  const inTerritory = (id: string): boolean => before.territories.some(({ parts }) => parts.some(({ groupIds }) => groupIds.includes(id)));
  const regrouped = (id: string): boolean => before.get("group", id)?.heads !== after.get("group", id)?.heads && inTerritory(id);
  const reachLost = changed.some(({ id }) => movesReach(before.records.get(id), after.records.get(id)));
  const reachMoved = reachLost || changed.some(({ kind, id }) => kind === "group" && regrouped(id));
  for (const id of readersOfRig(before, after)) ids.add(id);
  const changedRuns = new Set(changed.flatMap((record) => (record.kind === "playbackState" ? [record.playbackId] : [])));
  const retimed = (source: Source): boolean => {
    if (!changedRuns.has(source.id)) return false;
    const now = after.playbackState(source.id);
    return now !== null && isRetimed(before.playbackState(source.id), now) && !source.goesOnUnder(now);
  };
  const ofList = ({ id }: Source): boolean => lists.has(after.get("playback", id)?.listId ?? "");
  const followed = changed.some(({ kind }) => kind === "targetOff");
  return {
    softly: reachLost || followed,
    followed,
    stale: (source) => reachMoved || retimed(source) || (lists.size > 0 && ofList(source)) || meet(source.reads, ids),
  };
}
