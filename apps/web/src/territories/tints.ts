/** The soft hatches of territories: as classes, and as lines for canvases. The classes are in index.css. */
const HATCHES = [
  { className: "tint-0", ink: "rgb(230 190 120)", turn: 45, gap: 6, line: 2 },
  { className: "tint-1", ink: "rgb(160 150 230)", turn: 0, gap: 6, line: 2 },
  { className: "tint-2", ink: "rgb(120 200 190)", turn: 90, gap: 6, line: 2 },
  { className: "tint-3", ink: "rgb(226 150 150)", turn: 135, gap: 6, line: 2 },
  { className: "tint-4", ink: "rgb(170 205 110)", turn: 45, gap: 3, line: 1 },
  { className: "tint-5", ink: "rgb(130 175 225)", turn: 0, gap: 3, line: 1 },
] as const;

export const TINT_COUNT = HATCHES.length;

export function tintClass(tint: number): string {
  return HATCHES[tint % TINT_COUNT]!.className;
}

/** The colour of a territory's hatch, for lines and outlines on the stage. */
export function tintInk(tint: number): string {
  return HATCHES[tint % TINT_COUNT]!.ink;
}

/** The same hatch for a canvas. */
export function tintPattern(context: CanvasRenderingContext2D, tint: number): CanvasPattern | string {
  const { ink, turn, gap, line } = HATCHES[tint % TINT_COUNT]!;
  const tile = document.createElement("canvas");
  tile.width = tile.height = gap;
  const inner = tile.getContext("2d");
  if (!inner) return ink;
  inner.fillStyle = ink;
  inner.globalAlpha = 0.55;
  inner.fillRect(0, 0, gap, line);
  const pattern = context.createPattern(tile, "repeat");
  pattern?.setTransform(new DOMMatrix().rotate(turn));
  return pattern ?? ink;
}
