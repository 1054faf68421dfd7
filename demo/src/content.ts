import { type CueList, type Page, type Playback, type SavedShape, type Shape, type ShowRecord, type Sound } from "@vexa/core";
import { colourBoard } from "./colour-board";
import { IMPROVISED_LISTS, improvisedPages } from "./improvise";
import { LISTS as SCORED_LISTS } from "./lists";
import { demoWaves } from "./motions";
import { demoPictures } from "./pictures";
import { cue } from "./strokes";
import { WALTZ_SECONDS } from "./waltz";

const CARDS: readonly Pick<Playback, "listId" | "column" | "row" | "columns" | "rows" | "releaseSeconds">[] = [
  { listId: "list-night-bloom", column: 0, row: 0, columns: 3, rows: 3, releaseSeconds: 2 },
  { listId: "list-canopy-drift", column: 3, row: 0, columns: 2, rows: 3, releaseSeconds: 2 },
  { listId: "list-lanterns", column: 5, row: 0, columns: 2, rows: 3, releaseSeconds: 4 },
  { listId: "list-root-run", column: 7, row: 0, columns: 2, rows: 3, releaseSeconds: 0.5 },
  { listId: "list-spore", column: 0, row: 3, columns: 2, rows: 2, releaseSeconds: 0.3 },
  { listId: "list-pond", column: 2, row: 3, columns: 3, rows: 2, releaseSeconds: 3 },
  { listId: "list-colour-walk", column: 5, row: 3, columns: 2, rows: 2, releaseSeconds: 1 },
  { listId: "list-waltz", column: 7, row: 3, columns: 2, rows: 2, releaseSeconds: 3 },
];

const LISTS = [...SCORED_LISTS, ...IMPROVISED_LISTS];

/** Shapes to lay on any lane. */
const SHAPES: readonly (readonly [string, Shape])[] = [
  ["Tent", { folded: true }],
  ["Rib by rib", { runs: 7 }],
  ["From the centre", { order: "outward" }],
  ["Pairs of neighbours", { clump: 2 }],
  ["Spores", { order: "scattered", seed: 7 }],
];

/** Cue lists, cues, the page and its cards, and the library of shapes. */
export function demoContent(): ShowRecord[] {
  const lists = LISTS.map(({ id, name, territoryId, time }, rank): CueList => ({
    id,
    kind: "cueList",
    version: 1,
    name,
    rank,
    territoryId,
    ...(time ? { time } : {}),
  }));
  const song: Sound = { id: "sound-waltz", kind: "sound", version: 1, name: "Glasshouse waltz, a sketch", seconds: WALTZ_SECONDS };
  const cues = LISTS.flatMap(({ id, cues: entries }) => entries.map((entry, index) => cue(id, index + 1, entry)));
  const page: Page = { id: "page-main", kind: "page", version: 1, name: "Main page", rank: 0, territoryId: null };
  const cards = CARDS.map((card): Playback => ({
    ...card,
    id: `card-${card.listId.slice(5)}`,
    kind: "playback",
    version: 1,
    pageId: page.id,
    startsOnRaise: true,
    letsGoAtZero: true,
  }));
  const shapes = SHAPES.map(([name, shape], rank): SavedShape => ({
    id: `shape-${rank + 1}`,
    kind: "savedShape",
    version: 1,
    name,
    rank,
    shape,
  }));
  return [...demoWaves(), ...demoPictures(), song, ...lists, ...cues, page, ...cards, ...improvisedPages(), ...colourBoard(), ...shapes];
}
