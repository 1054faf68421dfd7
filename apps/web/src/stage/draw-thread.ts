import type { Vector } from "@vexa/core";
import type { StageDrawing } from "./draw-stage";
import type { FigureHandle } from "./figure-handles";
import type { LampBox } from "./lamp-handles";
import { drawVeil, type VeilOnStage } from "./veil-on-stage";
import { threadEnds, type Gesture } from "./pick";

/** In a crowd rings would hide the light: there the thread alone says who is selected. */
const MOST_RINGS = 500;

/** What lies over the light. */
export interface ThreadPicture {
  readonly selected: readonly number[];
  /** The head that a mask of one has stepped to. */
  readonly single: number | null;
  readonly others: readonly { readonly heads: readonly number[]; readonly ink: string }[];
  /** Points on stage at which the selected heads are told to look. */
  readonly targets: readonly Vector[];
  /** Lines that beams draw, with gaps. */
  readonly traces: readonly (readonly (Vector | null)[])[];
  /** The picture of the veil in hand. */
  readonly veil: VeilOnStage | null;
  /** Where the handles of the figure in hand stand. */
  readonly handles: Readonly<Record<FigureHandle, readonly [number, number]>> | null;
  /** Heads of one's sketch on which somebody else's later touch shows. */
  readonly overruled: readonly number[];
  /** Heads that hold what they have whatever plays, and heads behind a curtain. */
  readonly parked: readonly number[];
  readonly curtained: readonly number[];
  readonly parkedInk: string;
  readonly barredInk: string;
  readonly ink: string;
  readonly gesture: Gesture | null;
  /** The box by which the selected lamps are turned and stretched. */
  readonly lampBox: LampBox | null;
}

/**
 * The thread through the selected heads in order with numbers at its ends, a bead on the current single head, rings around
 * what others have selected, and what the pointer is drawing.
 */
export function drawThread(context: CanvasRenderingContext2D, drawing: StageDrawing, of: ThreadPicture): void {
  const { projection, xy, radius, cells } = drawing;
  context.clearRect(0, 0, projection.width, projection.height);
  if (of.veil) drawVeil(context, of.veil);
  context.lineWidth = 1;
  context.setLineDash([2, 2]);
  of.others.forEach(({ heads, ink }, person) => {
    context.strokeStyle = ink;
    // Each person's rings are a little wider than the one's before: two on one head are both seen.
    for (const index of heads) ring(context, { x: xy[2 * index]!, y: xy[2 * index + 1]!, size: radius[index]! + 4 + 2 * (person % 3) });
  });
  context.setLineDash([]);
  context.strokeStyle = of.ink;
  context.fillStyle = of.ink;
  context.globalAlpha = 0.75;
  context.beginPath();
  of.selected.forEach((index, rank) => {
    if (rank === 0) context.moveTo(xy[2 * index]!, xy[2 * index + 1]!);
    else context.lineTo(xy[2 * index]!, xy[2 * index + 1]!);
  });
  context.stroke();
  context.globalAlpha = 1;
  context.lineWidth = 1.4;
  if (of.selected.length <= MOST_RINGS)
    for (const index of of.selected)
      ring(context, { x: xy[2 * index]!, y: xy[2 * index + 1]!, size: radius[index]! + (cells[index] ? 1 : 2.2) });
  if (of.single !== null) {
    context.beginPath();
    context.arc(xy[2 * of.single]!, xy[2 * of.single + 1]! - radius[of.single]! - 6, 2.5, 0, 2 * Math.PI);
    context.fill();
  }
  context.fillStyle = of.barredInk;
  for (const index of of.overruled) context.fillRect(xy[2 * index]! - 5, xy[2 * index + 1]! + radius[index]! + 3, 10, 2.5);
  drawHeld(context, drawing, of);
  context.fillStyle = of.ink;
  context.strokeStyle = of.ink;
  drawEnds(context, drawing, of.selected);
  drawTargets(context, drawing, of.targets);
  drawTraces(context, drawing, of.traces);
  if (of.handles) drawHandles(context, of.handles);
  if (of.lampBox) drawLampBox(context, of.lampBox);
  if (of.gesture) drawGesture(context, drawing, { gesture: of.gesture, selected: of.selected });
}

/** A square beside each parked head, and a bar over each one behind a curtain. */
function drawHeld(context: CanvasRenderingContext2D, { xy, radius }: StageDrawing, { parked, curtained, parkedInk }: ThreadPicture): void {
  context.fillStyle = parkedInk;
  for (const index of parked) context.fillRect(xy[2 * index]! + radius[index]! + 1, xy[2 * index + 1]! - radius[index]! - 4, 5, 5);
  for (const index of curtained)
    context.fillRect(xy[2 * index]! - radius[index]! - 1, xy[2 * index + 1]! - radius[index]! - 3, 2 * radius[index]! + 2, 1.5);
}

/** Small numbers at both ends: they tell the direction, and are the handles that turn it. */
function drawEnds(context: CanvasRenderingContext2D, { xy }: StageDrawing, selected: readonly number[]): void {
  context.font = "600 11px 'JetBrains Mono Variable', monospace";
  context.textBaseline = "middle";
  [...new Set([selected[0], selected.at(-1)])].forEach((index, end) => {
    if (index === undefined) return;
    context.textAlign = end === 0 ? "right" : "left";
    context.fillText(String(end === 0 ? 1 : selected.length), xy[2 * index]! + (end === 0 ? -11 : 11), xy[2 * index + 1]!);
  });
}

function drawTargets(context: CanvasRenderingContext2D, { projection }: StageDrawing, targets: readonly Vector[]): void {
  context.lineWidth = 1.2;
  context.beginPath();
  for (const target of targets) {
    const [x, y] = projection.point(target);
    context.moveTo(x - 4, y);
    context.lineTo(x + 4, y);
    context.moveTo(x, y - 4);
    context.lineTo(x, y + 4);
  }
  context.stroke();
}

function drawTraces(
  context: CanvasRenderingContext2D,
  { projection }: StageDrawing,
  traces: readonly (readonly (Vector | null)[])[],
): void {
  context.lineWidth = 1.2;
  context.globalAlpha = traces.length > 12 ? 0.35 : 0.7;
  context.beginPath();
  for (const trace of traces)
    trace.forEach((place, index) => {
      if (!place) return;
      if (index > 0 && trace[index - 1]) context.lineTo(...projection.point(place));
      else context.moveTo(...projection.point(place));
    });
  context.stroke();
  context.globalAlpha = 1;
}

/** Small squares on the figure, a ring in its middle, and the one that turns it on a stalk. */
function drawHandles(context: CanvasRenderingContext2D, handles: Readonly<Record<FigureHandle, readonly [number, number]>>): void {
  context.lineWidth = 1.2;
  context.beginPath();
  context.moveTo(...handles.width);
  context.lineTo(...handles.turn);
  context.stroke();
  for (const name of ["width", "height", "scale"] as const) {
    const [x, y] = handles[name];
    context.fillRect(x - 3.5, y - 3.5, 7, 7);
  }
  for (const name of ["centre", "turn"] as const) {
    const [x, y] = handles[name];
    ring(context, { x, y, size: 5 });
  }
}

function drawGesture(
  context: CanvasRenderingContext2D,
  drawing: StageDrawing,
  { gesture, selected }: { gesture: Gesture; selected: readonly number[] },
): void {
  context.setLineDash([4, 3]);
  context.beginPath();
  switch (gesture.kind) {
    case "box": {
      const [[x0, y0], [x1, y1]] = [gesture.from, gesture.to];
      context.rect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
      break;
    }
    case "turn":
    case "figure":
      break;
    case "move":
      context.moveTo(...gesture.from);
      context.lineTo(...gesture.to);
      drawWords(context, gesture.words, gesture.to);
      break;
    case "path":
      gesture.points.forEach(([x, y], index) => (index === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
      break;
    case "aim": {
      const [[x0, y0], [x1, y1]] = [gesture.from, gesture.to];
      if (gesture.path === "circle") context.arc(x0, y0, Math.hypot(x1 - x0, y1 - y0), 0, 2 * Math.PI);
      else {
        context.moveTo(x0, y0);
        context.lineTo(x1, y1);
      }
      break;
    }
    case "lasso":
      gesture.points.forEach(([x, y], index) => (index === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
      context.closePath();
      break;
    case "thread": {
      const ends = threadEnds(drawing, selected);
      if (ends) context.moveTo(...ends[gesture.end]);
      context.lineTo(...gesture.to);
    }
  }
  context.stroke();
  context.setLineDash([]);
}

/** Numbers at the cursor while something is dragged. */
function drawWords(context: CanvasRenderingContext2D, words: string, [x, y]: readonly [number, number]): void {
  if (words === "") return;
  context.font = "500 12px 'JetBrains Mono Variable', monospace";
  context.textAlign = "left";
  context.textBaseline = "bottom";
  context.fillText(words, x + 12, y - 8);
}

/** Squares at the corners of what is selected, and a ring on a stalk that turns it. */
function drawLampBox(context: CanvasRenderingContext2D, { corners, turn }: LampBox): void {
  context.setLineDash([3, 3]);
  context.lineWidth = 1;
  context.beginPath();
  corners.forEach(([x, y], at) => (at === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
  context.closePath();
  context.stroke();
  context.setLineDash([]);
  for (const [x, y] of corners) context.fillRect(x - 3.5, y - 3.5, 7, 7);
  if (!turn) return;
  context.beginPath();
  context.moveTo((corners[2]![0] + corners[3]![0]) / 2, (corners[2]![1] + corners[3]![1]) / 2);
  context.lineTo(...turn);
  context.stroke();
  ring(context, { x: turn[0], y: turn[1], size: 5 });
}

function ring(context: CanvasRenderingContext2D, { x, y, size }: { x: number; y: number; size: number }): void {
  context.beginPath();
  context.arc(x, y, size, 0, 2 * Math.PI);
  context.stroke();
}
