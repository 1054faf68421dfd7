import { attributeInfo, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Row } from "../stroke/row";
import { listDrives, sketchDrives } from "../show/driving";
import type { Show } from "../show/show";

/** Something on stage that drives certain heads: a running list, or somebody's sketch. */
export interface RunsThere {
  readonly name: string;
  /** How many of the heads it drives. */
  readonly heads: number;
}

/** What is on stage on these heads and families: what a new division of the rig would disturb. */
export function runsThere(show: Show, where: (head: HeadKey, family: Family) => boolean): RunsThere[] {
  const drives = (rows: readonly Row[]): number => {
    const heads = rows.flatMap(({ parameter }) => {
      const { head, channel } = show.rig.parameters[parameter]!;
      return where(head.key, attributeInfo(channel.attribute).family) ? [head.key] : [];
    });
    return new Set(heads).size;
  };
  const lists = show.all("playbackState").flatMap(({ playbackId, cueId }): RunsThere[] => {
    const list = show.get("cueList", show.get("playback", playbackId)?.listId);
    if (!list || cueId === null) return [];
    return [{ name: list.name, heads: drives(listDrives(show, { listId: list.id, cueId }).rows) }];
  });
  const sketches = show.all("sketch").map((sketch): RunsThere => {
    const name = `the sketch of ${show.get("person", sketch.personId)?.name ?? "somebody"}`;
    return { name, heads: drives(sketchDrives(show, sketch)?.rows ?? []) };
  });
  return [...lists, ...sketches].filter(({ heads }) => heads > 0);
}
