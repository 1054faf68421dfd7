import type { Cue, CueList } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import type { Show } from "../show/show";

/** Cue lists as they stand in Score. */
export function listsInOrder(show: Show): readonly CueList[] {
  return show.all("cueList").toSorted((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1));
}

/** An empty list behind the others. */
export function newCueList(show: Show, of: { newId: () => string; territoryId: string | null; name: string }): CueList {
  const rank = 1 + Math.max(0, ...show.all("cueList").map((list) => list.rank));
  return {
    id: `list-${of.newId()}`,
    kind: "cueList",
    version: 1,
    name: of.name.trim().slice(0, 80) || `List ${rank}`,
    rank,
    territoryId: of.territoryId,
  };
}

/** The changes that make a copy of a list with all of its cues, behind the others. */
export function copyListChanges(show: Show, list: CueList, { newId }: { newId: () => string }): { changes: Change[]; id: string } {
  const record: CueList = { ...list, ...newCueList(show, { newId, territoryId: list.territoryId, name: `${list.name}, copy` }) };
  const cues = show.cuesOf(list.id);
  const ids = new Map(cues.map(({ id }) => [id, `cue-${newId()}`]));
  const copies = cues.map(({ thenCueId, ...cue }): Cue => {
    const then = thenCueId === undefined ? undefined : ids.get(thenCueId);
    return { ...cue, id: ids.get(cue.id)!, version: 1, listId: record.id, ...(then === undefined ? {} : { thenCueId: then }) };
  });
  return { id: record.id, changes: [record, ...copies].map((each): Change => ({ op: "add", record: each })) };
}

/** The changes that delete a list with its cues, the cards that play it, and what wings do with those. */
export function removeListChanges(show: Show, list: CueList): Change[] {
  const cards = show.all("playback").filter(({ listId }) => listId === list.id);
  const controls = show.all("control").filter(({ targetId }) => cards.some(({ id }) => id === targetId));
  // A cue that others go on to is removed after them.
  const cues = show.cuesOf(list.id);
  const loose = cues.flatMap((cue) => (cue.thenCueId === undefined ? [] : [setChange(cue.id, ["thenCueId"], { from: cue.thenCueId })]));
  const free = cues.map(({ thenCueId: _, ...cue }): Cue => cue);
  return [...loose, ...[...controls, ...cards, ...free, list].map((record): Change => ({ op: "remove", record }))];
}

/** The changes that move a list one place up or down; none at the end of the row. */
export function moveListChanges(show: Show, list: CueList, way: "up" | "down"): Change[] {
  const lists = listsInOrder(show);
  const at = lists.findIndex(({ id }) => id === list.id);
  const to = at + (way === "up" ? -1 : 1);
  if (at < 0 || to < 0 || to >= lists.length) return [];
  const moved = [...lists];
  [moved[at], moved[to]] = [moved[to]!, moved[at]!];
  // Ranks may be alike: all that stand elsewhere than their rank says are numbered anew.
  return moved.flatMap(({ id, rank }, index) => (rank === index + 1 ? [] : [setChange(id, ["rank"], { from: rank, to: index + 1 })]));
}
