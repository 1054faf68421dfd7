import type { StageDrawing } from "./stage-drawing";

/** So few heads in an enlarged picture have room for their numbers, and fewer still for their levels. */
const MOST_NUMBERS = 160;
const MOST_LEVELS = 60;
const ENLARGED = 1.4;

/** The heads in an enlarged picture, where they are so few that each has room for something beside it; cells of bars only among few. */
function roomyHeads({ projection, visible, cells }: StageDrawing, most: number): readonly number[] {
  if (projection.zoom < ENLARGED) return [];
  if (visible.length <= MOST_LEVELS) return visible;
  const whole = visible.filter((index) => cells[index] === 0);
  return whole.length <= most ? whole : [];
}

/** Numbers where there is room, or what somebody has chosen. */
export function drawNumbers(context: CanvasRenderingContext2D, drawing: StageDrawing, ink: string): void {
  const { heads, xy, radius } = drawing;
  // What somebody has chosen to see stands out more than what is there where there is room.
  context.fillStyle = drawing.labels ? CHOSEN_INK : ink;
  context.font = NUMBER_FONT;
  context.textAlign = "center";
  context.textBaseline = "top";
  const taken = new Set<string>();
  for (const index of drawing.labels ? drawing.visible : roomyHeads(drawing, MOST_NUMBERS)) {
    const label = drawing.labels ? drawing.labels[index]! : heads[index]!.label;
    if (label === "") continue;
    const [x, y] = [xy[2 * index]!, xy[2 * index + 1]! + radius[index]! + 3];
    // Where two don't fit beside each other, the first one says whose row it is.
    const half = (label.length * DIGIT_WIDTH) / 2;
    const [from, to] = [Math.floor((x - half) / NUMBER_GRID), Math.floor((x + half) / NUMBER_GRID)];
    const columns = Array.from({ length: to - from + 1 }, (_, at) => `${from + at} ${Math.round(y / NUMBER_GRID)}`);
    if (columns.some((column) => taken.has(column))) continue;
    columns.forEach((column) => taken.add(column));
    context.fillText(label, x, y);
  }
}

/** Pixels that a digit of a number takes, and between the places that numbers are kept apart by. */
const DIGIT_WIDTH = 6.2;
const NUMBER_GRID = 12;

const CHOSEN_INK = "rgb(169 184 174)";
const NUMBER_FONT = "500 10px 'JetBrains Mono Variable', monospace";

/** Levels in percent over the heads, where few are in the picture. */
export function drawLevels(context: CanvasRenderingContext2D, drawing: StageDrawing, values: Float32Array): void {
  const { heads, xy, radius } = drawing;
  context.fillStyle = "rgb(233 239 232)";
  context.font = NUMBER_FONT;
  context.textAlign = "center";
  context.textBaseline = "bottom";
  for (const index of drawing.levels ? drawing.visible : drawing.labels ? [] : roomyHeads(drawing, MOST_LEVELS)) {
    const dimmer = heads[index]!.parameters.get("Dimmer");
    if (dimmer === undefined || values[dimmer]! <= 0) continue;
    context.fillText(String(Math.round(100 * values[dimmer]!)), xy[2 * index]!, xy[2 * index + 1]! - radius[index]! - 2);
  }
}
