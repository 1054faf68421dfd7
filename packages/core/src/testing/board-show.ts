import type { Board } from "../playback/board";
import type { PlayCommand } from "../playing/commands";
import { type EngineOnBench } from "./engine-on-bench";
import { withEmitters } from "./random-content";
import { listWithCard, smallShow, strokeOn } from "./small-show";

/** sRGB's red, green and blue, which the lamps' emitters are: each lights one emitter alone. */
export const POTS: Board["pots"] = {
  red: { rank: 1, color: { x: 0.64, y: 0.33 } },
  green: { rank: 2, color: { x: 0.3, y: 0.6 } },
  blue: { rank: 3, color: { presetId: "blue" } },
};
export const board: Board = {
  id: "board-1",
  kind: "board",
  version: 1,
  pageId: "page",
  name: "Colour",
  fadeSeconds: 1,
  travelSeconds: 1,
  releaseSeconds: 2,
  pots: POTS,
  beds: { movers: { rank: 1, groupId: "movers", level: true }, cells: { rank: 2, groupId: "cells" } },
  column: 0,
  row: 0,
  columns: 9,
  rows: 5,
};
export const touched = { shape: {}, touched: 1 };
export const blue = { x: 0.15, y: 0.06, luminance: 1 };
export const bluePreset = {
  id: "blue",
  kind: "preset" as const,
  version: 1,
  name: "Blue",
  rank: 1,
  family: "Colour" as const,
  territoryId: null,
  universal: { Color: { colors: { knots: [blue], path: "straight" as const }, ...touched } },
  perProfile: {},
  perHead: {},
};
export const lit = listWithCard("lit", [
  { inSeconds: 0, strokes: [strokeOn("movers", { Color: { presets: { ids: ["blue"], path: "straight" }, ...touched } })] },
]);

export const show = withEmitters(smallShow([bluePreset, board, ...lit]));
export const paint = (potId: string, more: object = {}): PlayCommand => ({
  type: "paint",
  boardId: board.id,
  bedIds: ["movers"],
  potId,
  ...more,
});

/** Red, green and blue of a mover as they leave, 0..1. */
export function leaves(bench: EngineOnBench, mover: number, later = 0): number[] {
  bench.t += later;
  bench.engine.tick(bench.t, bench.frame);
  const at = (mover - 1) * 20 + 6;
  return [0, 1, 2].map((emitter) => Math.round((bench.frame[at + emitter]! / 255) * 100) / 100);
}
export const RED = [1, 0, 0];
export const GREEN = [0, 1, 0];
export const BLUE = [0, 0, 1];
export const all = (bench: EngineOnBench): string =>
  [1, 2, 3, 4, 5, 6, 7, 8].map((mover) => ({ "1,0,0": "r", "0,1,0": "g", "0,0,1": "b" })[leaves(bench, mover).join(",")] ?? "?").join("");
