import { stateAt } from "../cue/state-at";
import { resolve, type Resolved } from "../stroke/resolve";
import { withoutLostLight } from "../stroke/lost-light";
import { contextWith } from "../stroke/row";
import type { Sketch } from "../stroke/sketch";
import { reachOf, reachOfOwner, type Reach } from "../territory/reach";
import type { Show } from "./show";

/** What a list drives at one of its cues: all that its owner's reach holds, or what is asked for. */
export function listDrives(show: Show, { listId, cueId }: { listId: string; cueId: string }, reaches?: Reach): Resolved {
  const owner = show.get("cueList", listId)?.territoryId ?? null;
  return withoutLostLight(stateAt(show.cuesOf(listId), cueId, contextWith(show, { reaches: reaches ?? reachOfOwner(owner, show) })), show);
}

/** What a sketch drives on stage; null while it is blind, empty or nobody's. */
export function sketchDrives(show: Show, { personId, strokes, blind }: Sketch): Resolved | null {
  const person = show.get("person", personId);
  if (!person || blind || Object.keys(strokes).length === 0) return null;
  return withoutLostLight(resolve(strokes, contextWith(show, { reaches: reachOf(person, show) })), show);
}
