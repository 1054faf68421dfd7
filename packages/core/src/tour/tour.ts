import type { Change } from "../document/transaction";
import { newCard, newPage } from "../edits/new-records";
import { removeListChanges } from "../edits/list-edits";
import { recordChanges } from "../edits/record-cue";
import { wipeChanges } from "../edits/sketch-edits";
import { fail, ok, type Result } from "../errors/result";
import type { LineContext, LineDoes } from "../line/line";
import { readLine } from "../line/read-line";
import type { Playback } from "../playback/playback";
import { cardsOf } from "../show/cards-of";
import { attributesOf } from "../rig/head-attributes";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Group } from "../rig/group";
import { selectedHeads, selectGroups } from "../selection/selection";
import type { Show } from "../show/show";
import type { Part } from "../stroke/stroke";
import { territoryFor } from "../territory/own-territory";
import { reachOf } from "../territory/reach";
import type { Person } from "../territory/territory";

/** Where somebody is on the tour: their show and selection now, and the cues that were there when it began. */
export interface TourMoment extends LineContext {
  readonly knownCueIds: ReadonlySet<string>;
}

export const TOUR_STEPS = ["pick", "light", "move", "record", "play", "let-go"] as const;
export type TourStep = (typeof TOUR_STEPS)[number];

interface Step {
  readonly title: string;
  /** The place where it is done. */
  readonly place: "build" | "perform";
  /** What the hand does. */
  words(at: TourMoment): string;
  isDone(at: TourMoment): boolean;
  /** The same, done for them. */
  does(at: TourMoment): Result<Pick<LineDoes, "says" | "select" | "changes" | "play">>;
}

const LIST_NAME = "First look";

/** The steps of the tour: each does something real on stage, and knows by itself when it is done. */
export const TOUR: { readonly [S in TourStep]: Step } = {
  pick: {
    title: "Pick heads",
    place: "build",
    words: (at) => `In the cast at the left, press “${tourGroup(at)?.name ?? "a group"}”. A thread runs through its heads, in their order.`,
    isDone: (at) => selectedHeads(at.selection, at.show).length > 1,
    does: (at) => {
      const group = tourGroup(at);
      return group ? ok({ says: `Picked ${group.name}`, select: selectGroups([group.id]) }) : noGroup();
    },
  },
  light: {
    title: "Spread light over them",
    place: "build",
    words: () => "In the lanes press “Dimmer” and type 20..100..20: one edit, and every head has its own level.",
    isDone: (at) => hasPart(at, ({ level }) => level !== undefined && new Set(level.knots).size > 1),
    does: (at) => byLine("dim 20..100..20", at),
  },
  move: {
    title: "Make it move",
    place: "build",
    words: () => "In the column at the right choose a wave. It runs from head to head along the thread.",
    isDone: (at) => hasPart(at, ({ motion }) => motion !== undefined),
    does: (at) => byLine(`${pans(at) ? "pan wave sine -30..30" : "dim wave sine 0..100"} phase 0..360`, at),
  },
  record: {
    title: "Keep it as a cue",
    place: "build",
    words: () => "Press “Record cue” (R), take a new list and a page for its card, and record.",
    isDone: (at) => tourCard(at) !== null,
    does: (at) => {
      const me = person(at);
      const strokes = at.show.sketchOf(at.personId)?.strokes ?? {};
      if (Object.keys(strokes).length === 0) return fail("tour.empty-sketch");
      const territoryId = territoryFor(me, at.show);
      const own = at.show.all("page").toSorted((a, b) => a.rank - b.rank);
      const page = own.find((each) => (me.role === "lead" ? each.territoryId === null : each.territoryId === territoryId));
      const changes: Change[] = recordChanges(at.show, {
        listId: null,
        listName: LIST_NAME,
        cueName: "",
        number: 1,
        inSeconds: 2,
        strokes,
        territoryId,
        newId: at.newId,
        pageId: page?.id ?? null,
      });
      if (page) return ok({ says: `Recorded “${LIST_NAME}”`, changes });
      const made = newPage(at.show, { newId: at.newId, territoryId });
      const listId = changes.flatMap((change) => (change.op === "add" && change.record.kind === "cueList" ? change.record.id : []))[0]!;
      const card = newCard(at.show, { newId: at.newId, pageId: made.id, listId });
      return ok({
        says: `Recorded “${LIST_NAME}”`,
        changes: [...changes, { op: "add", record: { ...made, name: LIST_NAME } }, { op: "add", record: card }],
      });
    },
  },
  play: {
    title: "Play it",
    place: "perform",
    words: (at) => {
      const card = tourCard(at);
      const name = at.show.get("cueList", card?.listId)?.name ?? LIST_NAME;
      const page = at.show.get("page", card?.pageId)?.name;
      return `Wipe your sketch (Shift+Esc in Build): it is dark again. Then in Perform${page ? `, on “${page}”,` : ""} press Go on the card “${name}”, or at the right.`;
    },
    isDone: (at) => {
      const card = tourCard(at);
      return card !== null && runs(at.show, card) && Object.keys(at.show.sketchOf(at.personId)?.strokes ?? {}).length === 0;
    },
    does: (at) => {
      const card = tourCard(at);
      if (!card) return fail("tour.no-cue");
      return ok({ says: "Wiped the sketch", changes: wipeChanges(at.show, at.personId), play: [{ type: "go", playbackId: card.id }] });
    },
  },
  "let-go": {
    title: "Let it go",
    place: "perform",
    words: () =>
      "Press “Let go” on the card or at the right: it leaves over its release time. What you edit, Ctrl+Z takes back; what you play is never undone.",
    isDone: (at) => {
      const card = tourCard(at);
      return card === null || !runs(at.show, card);
    },
    does: (at) => {
      const card = tourCard(at);
      return card ? ok({ says: "Let it go", play: [{ type: "let-go", playbackId: card.id }] }) : fail("tour.no-cue");
    },
  },
};

/** What takes back all that the tour has left in the show: its list with cues and cards, and the sketch. */
export function tourTakenBack(at: TourMoment): Change[] {
  const card = tourCard(at);
  const list = at.show.get("cueList", card?.listId);
  const page = at.show.get("page", card?.pageId);
  const alone = page?.name === LIST_NAME && cardsOf(at.show, page.id).length === 1;
  return [
    ...(list ? removeListChanges(at.show, list) : []),
    ...(page && alone ? [{ op: "remove", record: page } as const] : []),
    ...wipeChanges(at.show, at.personId),
  ];
}

/** The group that the tour is about: the first within reach with several heads that have a dimmer, those that pan before others. */
export function tourGroup(at: Pick<TourMoment, "show" | "personId">): Group | null {
  const reach = reachOf(person(at), at.show);
  const groups = at.show
    .all("group")
    .filter(({ heads }) => heads.length > 2 && heads.every((head) => reach(head, "Intensity")))
    .toSorted((a, b) => a.rank - b.rank);
  const has = ({ heads }: Group, attribute: Attribute): boolean => attributesAt(at.show, heads).includes(attribute);
  const panning = groups.find((group) => has(group, "Dimmer") && has(group, "Pan") && reach(group.heads[0]!, "Position"));
  return panning ?? groups.find((group) => has(group, "Dimmer")) ?? null;
}

function attributesAt({ rig }: Show, heads: readonly HeadKey[]): readonly Attribute[] {
  return attributesOf(heads.flatMap((key) => rig.headByKey.get(key) ?? []));
}

function person({ show, personId }: Pick<TourMoment, "show" | "personId">): Person {
  return show.get("person", personId)!;
}

function noGroup<T>(): Result<T> {
  return fail("tour.no-group");
}

/** A line about what is selected, or about the tour's group where nobody is. */
function byLine(parts: string, at: TourMoment): ReturnType<Step["does"]> {
  const chosen = selectedHeads(at.selection, at.show).length > 0 ? at.selection : null;
  const group = tourGroup(at);
  if (!chosen && !group) return noGroup();
  return readLine(`sel: ${parts}`, { ...at, selection: chosen ?? selectGroups([group!.id]) });
}

function pans(at: TourMoment): boolean {
  const chosen = selectedHeads(at.selection, at.show);
  return attributesAt(at.show, chosen.length > 0 ? chosen : (tourGroup(at)?.heads ?? [])).includes("Pan");
}

function hasPart(at: TourMoment, is: (part: Part) => boolean): boolean {
  const strokes = Object.values(at.show.sketchOf(at.personId)?.strokes ?? {});
  return strokes.some(({ parts }) => Object.values<Part>(parts).some(is));
}

/** The card of a list that was recorded since the tour began. */
export function tourCard({ show, knownCueIds }: TourMoment): Playback | null {
  const made = new Set(show.all("cue").flatMap(({ id, listId }) => (knownCueIds.has(id) ? [] : [listId])));
  for (const { id, listId } of show.all("cue")) if (knownCueIds.has(id)) made.delete(listId);
  return show.all("playback").find(({ listId }) => made.has(listId)) ?? null;
}

function runs(show: Show, card: Playback): boolean {
  return (show.playbackState(card.id)?.cueId ?? null) !== null;
}
