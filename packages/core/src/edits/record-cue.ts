import { sameJson } from "../document/record";
import type { Change } from "../document/transaction";
import type { Cue, CueList } from "../cue/cue";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { newCard } from "./new-records";
import { inRank, type Stroke, type Strokes } from "../stroke/stroke";

/** Strokes over what a cue has: later ones win, and what is about exactly the same heads becomes one stroke. */
export function addedStrokes(present: Strokes, more: Strokes): Strokes {
  const next: Record<string, Stroke> = { ...present };
  let rank = Math.max(0, ...Object.values(present).map((stroke) => stroke.rank));
  for (const [id, stroke] of inRank(more)) {
    const host = inRank(next).at(-1);
    // Only into the topmost one: deeper ones lie under others that must stay under it.
    if (host && sameJson(host[1].who, stroke.who)) next[host[0]] = { ...host[1], parts: { ...host[1].parts, ...stroke.parts } };
    else next[freeId(next, id)] = { ...stroke, rank: ++rank };
  }
  return next;
}

/** What a cue has without what these strokes are about: the same attributes of the same heads. */
export function strokesWithout(present: Strokes, taken: Strokes): Strokes {
  const left = Object.entries(present).flatMap(([id, stroke]): [string, Stroke][] => {
    const gone = new Set(Object.values(taken).flatMap(({ who, parts }) => (sameJson(who, stroke.who) ? Object.keys(parts) : [])));
    const parts = Object.entries(stroke.parts).filter(([name]) => !gone.has(name));
    return parts.length > 0 ? [[id, { ...stroke, parts: Object.fromEntries(parts) }]] : [];
  });
  return Object.fromEntries(left);
}

function freeId(strokes: Strokes, id: string): string {
  if (!(id in strokes)) return id;
  for (let number = 2; ; number++) if (!(`${id}-${number}` in strokes)) return `${id}-${number}`;
}

/** What is recorded as a new cue, into a list or with `null` into a new one. */
export interface RecordedCue {
  readonly listId: string | null;
  readonly listName: string;
  readonly cueName: string;
  readonly number: number;
  readonly inSeconds: number;
  readonly colorPath?: Cue["colorPath"] | undefined;
  readonly strokes: Strokes;
  /** Whose a new list is. */
  readonly territoryId: string | null;
  readonly newId: () => string;
  /** A new list lets go by itself when its last cue has arrived. */
  readonly ends?: CueList["ends"] | undefined;
  /** A card of a new list comes on this page. */
  readonly pageId?: string | null;
}

/** The changes that record a cue, with its list where that is new. */
export function recordChanges(show: Show, of: RecordedCue): Change[] {
  const listId = of.listId ?? `list-${of.newId()}`;
  const rank = 1 + Math.max(0, ...show.all("cueList").map((list) => list.rank));
  const list: CueList = { id: listId, kind: "cueList", version: 1, name: of.listName || "New list", rank, territoryId: of.territoryId };
  const cue: Cue = {
    id: `cue-${of.newId()}`,
    kind: "cue",
    version: 1,
    listId,
    number: of.number,
    name: of.cueName || null,
    inSeconds: of.inSeconds,
    ...(of.colorPath ? { colorPath: of.colorPath } : {}),
    strokes: of.strokes,
  };
  if (of.listId !== null) return [{ op: "add", record: cue }];
  const added: ShowRecord[] = [{ ...list, ...(of.ends ? { ends: of.ends } : {}) }, cue];
  if (of.pageId) added.push(newCard(show, { newId: of.newId, pageId: of.pageId, listId }));
  return added.map((record) => ({ op: "add", record }));
}
