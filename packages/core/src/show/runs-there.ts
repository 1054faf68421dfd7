import { stateAt } from "../cue/state-at";
import { attributeInfo, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { resolve } from "../stroke/resolve";
import { contextWith, type Row } from "../stroke/row";
import { reachOf, reachOfOwner } from "../territory/reach";
import type { Show } from "./show";

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
    const { rows } = stateAt(show.cuesOf(list.id), cueId, contextWith(show, { reaches: reachOfOwner(list.territoryId, show) }));
    return [{ name: list.name, heads: drives(rows) }];
  });
  const sketches = show.all("sketch").flatMap(({ personId, strokes, blind }): RunsThere[] => {
    const person = show.get("person", personId);
    if (!person || blind || Object.keys(strokes).length === 0) return [];
    return [
      { name: `the sketch of ${person.name}`, heads: drives(resolve(strokes, contextWith(show, { reaches: reachOf(person, show) })).rows) },
    ];
  });
  return [...lists, ...sketches].filter(({ heads }) => heads > 0);
}
