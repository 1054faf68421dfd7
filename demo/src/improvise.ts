import type { GroupMaster, MacroCard, Page, Playback } from "@vexa/core";
import type { DemoList } from "./lists";
import { waving } from "./motions";
import { level, preset, stroke } from "./strokes";

/** Small looks that the operator mixes by hand, and two for the people at the door. */
export const IMPROVISED_LISTS: readonly DemoList[] = [
  {
    id: "list-ember-wash",
    name: "Ember wash",
    territoryId: null,
    cues: [{ name: "Ember", inSeconds: 0, strokes: [stroke(1, "group-washes", { Dimmer: level([0.7]), Color: preset("preset-ember") })] }],
  },
  {
    id: "list-dusk-wash",
    name: "Dusk, added",
    territoryId: null,
    cues: [{ name: "Dusk", inSeconds: 0, strokes: [stroke(1, "group-washes", { Color: preset("preset-dusk") })] }],
  },
  {
    id: "list-moss-wash",
    name: "Moss instead",
    territoryId: null,
    cues: [{ name: "Moss", inSeconds: 0.5, strokes: [stroke(1, "group-washes", { Color: preset("preset-moss") })] }],
  },
  {
    id: "list-rib-dial",
    name: "Rib weather",
    territoryId: null,
    cues: [
      { name: "Still", inSeconds: 0.5, strokes: [stroke(1, "group-spots", { Dimmer: level([0.3]) })] },
      { name: "Breeze", inSeconds: 0.5, strokes: [stroke(1, "group-spots", { Dimmer: flicker(0.5) })] },
      { name: "Wind", inSeconds: 0.5, strokes: [stroke(1, "group-spots", { Dimmer: flicker(1) })] },
      { name: "Storm", inSeconds: 0.2, strokes: [stroke(1, "group-spots", { Dimmer: flicker(4) })] },
    ],
  },
  {
    id: "list-fern-breath",
    name: "Fern breath",
    territoryId: null,
    cues: [{ name: "Breathing", inSeconds: 1, strokes: [stroke(1, "group-ferns", { Dimmer: flicker(0.25) })] }],
  },
  {
    id: "list-lantern-hand",
    name: "Lanterns by hand",
    territoryId: null,
    cues: [
      { name: "Low", inSeconds: 3, strokes: [stroke(1, "group-lanterns", { Dimmer: level([0.2]) })] },
      { name: "From the middle", inSeconds: 3, strokes: [stroke(1, "group-lanterns", { Dimmer: level([0.1, 0.9, 0.1]) })] },
      { name: "All", inSeconds: 3, strokes: [stroke(1, "group-lanterns", { Dimmer: level([0.9]) })] },
    ],
  },
  {
    id: "list-thunder",
    name: "Thunder",
    territoryId: null,
    cues: [{ name: "Hit", inSeconds: 0, strokes: [stroke(1, "group-blinders", { Dimmer: level([1]) })] }],
  },
  {
    id: "list-walk-in",
    name: "Walk-in light",
    territoryId: null,
    cues: [{ name: "Walk-in", inSeconds: 4, strokes: [stroke(1, "group-lanterns", { Dimmer: level([0.4]) })] }],
  },
  {
    id: "list-work-light",
    name: "Work light",
    territoryId: null,
    cues: [{ name: "Work light", inSeconds: 2, strokes: [stroke(1, "group-washes", { Dimmer: level([0.6]) })] }],
  },
];

function flicker(rate: number): ReturnType<typeof waving> {
  return waving({ waveform: "sine", low: 0.1, high: 0.9, rate: { knots: [rate] }, masterId: "master-pulse" }, { order: "outward" });
}

type Card = Pick<Playback, "listId" | "column" | "row" | "columns" | "rows" | "releaseSeconds"> & Partial<Playback>;

const NO_FADER = { fader: "nothing", releaseSeconds: 0.5 } as const;

const CARDS: readonly Card[] = [
  { listId: "list-ember-wash", column: 0, row: 0, columns: 2, rows: 3, releaseSeconds: 1 },
  {
    listId: "list-rib-dial",
    column: 2,
    row: 0,
    columns: 2,
    rows: 3,
    releaseSeconds: 1,
    fader: "dial",
    bottom: "lets-go",
    buttons: ["let-go"],
  },
  {
    ...{ listId: "list-fern-breath", column: 4, row: 0, columns: 1, rows: 3, releaseSeconds: 2 },
    ...{ fader: "motion-size", buttons: ["let-go"] },
  },
  {
    ...{ listId: "list-lantern-hand", column: 5, row: 0, columns: 1, rows: 3, releaseSeconds: 2 },
    ...{ fader: "crossfade", buttons: ["let-go"] },
  },
  { ...NO_FADER, listId: "list-dusk-wash", column: 0, row: 3, columns: 2, rows: 1, colors: "add", buttons: ["toggle"] },
  { ...NO_FADER, listId: "list-moss-wash", column: 2, row: 3, columns: 2, rows: 1, buttons: ["toggle"] },
  {
    ...{ ...NO_FADER, listId: "list-thunder", column: 4, row: 3, columns: 2, rows: 1, priority: "high", buttons: ["flash"] },
    flash: { level: 1, inSeconds: 0, outSeconds: 0.6 },
  },
];

const MASTERS: readonly Pick<GroupMaster, "id" | "name" | "who" | "how" | "column">[] = [
  { id: "group-master-spots", name: "Rib spots", who: { groupIds: ["group-spots"] }, how: "scales", column: 6 },
  { id: "group-master-washes", name: "Floor washes", who: { groupIds: ["group-washes"] }, how: "scales", column: 7 },
  { id: "group-master-lanterns", name: "Lantern string", who: { groupIds: ["group-lanterns"] }, how: "lights", column: 8 },
];

/** Key light that is to stay whatever is played: a touch keeps it as it is. */
const PARKS: GroupMaster = {
  ...{ id: "group-park-front", kind: "groupMaster", version: 1, pageId: "page-improvise", name: "Front washes" },
  ...{ who: { groupIds: ["group-front-washes"] }, how: "parks", column: 7.5, row: 3, columns: 1.5, rows: 1 },
};

const GUEST_CARDS: readonly Card[] = [
  { ...NO_FADER, listId: "list-walk-in", column: 0, row: 0, columns: 4, rows: 2, releaseSeconds: 4, buttons: ["toggle"] },
  { ...NO_FADER, listId: "list-work-light", column: 4, row: 0, columns: 4, rows: 2, releaseSeconds: 2, buttons: ["toggle"] },
];

/** The page to improvise on, and the page of the people at the door. */
export function improvisedPages(): (Page | Playback | GroupMaster | MacroCard)[] {
  const page = (id: string, name: string, rank: number): Page => ({ id, kind: "page", version: 1, name, rank, territoryId: null });
  const card = (of: Card, pageId: string): Playback => ({
    startsOnRaise: true,
    letsGoAtZero: true,
    ...of,
    id: `card-${of.listId.slice(5)}`,
    kind: "playback",
    version: 1,
    pageId,
  });
  return [
    page("page-improvise", "By hand", 1),
    ...CARDS.map((of) => card(of, "page-improvise")),
    ...MASTERS.map((of): GroupMaster => ({
      ...of,
      kind: "groupMaster",
      version: 1,
      pageId: "page-improvise",
      row: 0,
      columns: 1,
      rows: 3,
    })),
    {
      ...{ id: "macro-card-lanterns", kind: "macroCard", version: 1, pageId: "page-improvise", macroId: "macro-lanterns" },
      ...{ column: 6, row: 3, columns: 1.5, rows: 1 },
    },
    PARKS,
    { ...page("page-foyer", "Foyer", 2), personId: "person-foyer" },
    ...GUEST_CARDS.map((of) => card(of, "page-foyer")),
  ];
}
