import { setChange, type Change } from "../document/transaction";
import { inTheirOrder, type Bed, type Board, type Pot } from "../playback/board";
import { coatIdOf, type Coat, type CoatColor } from "../playback/coat";
import { freePlace } from "../playback/page-grid";
import { cardsOf } from "../show/cards-of";
import { coatStroke } from "../show/coat-drives";
import type { Show } from "../show/show";
import type { Order } from "../shape/order";
import type { Shape } from "../shape/place";
import type { Travel } from "../shape/travel";
import type { Part, Stroke, Strokes } from "../stroke/stroke";

const SIZE = { columns: 9, rows: 4.5 };

/** A colour board at the first free place of a page, with a pot of each of these colours and a bed of each of these groups. */
export function newBoard(
  show: Show,
  of: { newId: () => string; pageId: string; name: string; groupIds: readonly string[]; colors: readonly CoatColor[] },
): Board {
  return {
    id: `board-${of.newId()}`,
    kind: "board",
    version: 1,
    pageId: of.pageId,
    name: of.name,
    fadeSeconds: 1,
    travelSeconds: 1,
    releaseSeconds: 2,
    pots: Object.fromEntries(of.colors.map((color, at): [string, Pot] => [shortKey(of.newId), { rank: at + 1, color }])),
    beds: Object.fromEntries(of.groupIds.map((groupId, at): [string, Bed] => [shortKey(of.newId), { rank: at + 1, groupId }])),
    ...freePlace(cardsOf(show, of.pageId), SIZE),
    ...SIZE,
  };
}

const shortKey = (newId: () => string): string => newId().slice(0, 8).toLowerCase();

/** The changes that put one more pot or bed at the end of a board. */
export function addedToBoard(
  board: Board,
  of: { newId: () => string } & ({ pot: Omit<Pot, "rank"> } | { bed: Omit<Bed, "rank"> }),
): Change[] {
  const key = shortKey(of.newId);
  const behind = (all: Readonly<Record<string, { readonly rank: number }>>): number => (inTheirOrder(all).at(-1)?.[1].rank ?? 0) + 1;
  return "pot" in of
    ? [setChange(board.id, ["pots", key], { from: undefined, to: { ...of.pot, rank: behind(board.pots) } })]
    : [setChange(board.id, ["beds", key], { from: undefined, to: { ...of.bed, rank: behind(board.beds) } })];
}

/** What is painted on a board as strokes of a cue, from the lowest coat to the topmost; empty when nothing is. */
export function strokesOfBoard(show: Show, board: Board): Strokes {
  const strokes: Record<string, Stroke> = {};
  let rank = 0;
  for (const layer of ["first", "second", "level"] as const)
    for (const [bedId] of inTheirOrder(board.beds)) {
      const coat = show.get("coat", coatIdOf(board.id, bedId, layer));
      const drawn = coat && coatStroke(show, coat);
      if (drawn) strokes[`${bedId}-${layer}`] = { ...drawn, parts: keptParts(drawn.parts, coat), rank: ++rank };
    }
  return strokes;
}

/** A cue has one time; what a swipe made run goes on running as a delay along the nearest order. */
function keptParts(parts: Stroke["parts"], coat: Coat): Stroke["parts"] {
  const travels = coat.travel && coat.travelSeconds > 0;
  const runs = travels ? { delay: { knots: [0, coat.travelSeconds] }, shape: nearestOrder(coat.travel) } : {};
  const kept = (part: Part): Part =>
    coat.layer === "level" ? { ...part, level: { knots: [coat.level!] } } : { ...part, ...runs, fade: { knots: [coat.fadeSeconds] } };
  return Object.fromEntries(Object.entries(parts).map(([attribute, part]) => [attribute, kept(part)]));
}

/** Orders know four ways along and two about the middle. */
function nearestOrder(travel: Travel): Shape {
  const by = "distance";
  if (travel.type !== "along") return { order: "outward", by, ...(travel.type === "in" ? { turned: true } : {}) };
  const quarter = ((Math.round(travel.degrees / 90) % 4) + 4) % 4;
  const order: Order = quarter % 2 === 0 ? "left-to-right" : "front-to-back";
  return { order, by, ...(quarter >= 2 ? { turned: true } : {}) };
}
