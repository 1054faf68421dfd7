import type { Rig } from "@vexa/core";
import type { StageDetails, StageDrawing } from "./stage-drawing";
import { drawNumbers } from "./draw-labels";
import { drawScenery } from "./draw-scenery";
import { FLOOR_GRID, stageProjection, type StageFrame, type StageView } from "./projection";
import { rigMarks } from "./rig-marks";

export type { StageDetails, StageDrawing } from "./stage-drawing";

const PLAIN: StageDetails = { hidden: null, closed: null, scenery: [], labels: null, levels: false };

/** Marks grow more slowly than the picture, up to so many times their size. */
const MOST_GROWTH = 5;

export function prepareStage(
  rig: Rig,
  size: { width: number; height: number },
  view: StageView,
  { frame = null, details = PLAIN }: { frame?: StageFrame | null; details?: StageDetails } = {},
): StageDrawing {
  const projection = stageProjection(rig.heads, { ...size, view, frame });
  const marks = rigMarks(rig);
  const { cells } = marks;
  const xy = projection.points(marks.places);
  const growth = Math.min(MOST_GROWTH, Math.max(0.7, projection.zoom ** 0.6));
  const crowd = (rig.heads.length > 1200 ? 0.6 : 1) * growth;
  const radius = marks.radius.map((size) => size * crowd);
  const visible: number[] = [];
  for (let index = 0; index < radius.length; index++) {
    const [x, y] = [xy[2 * index]!, xy[2 * index + 1]!];
    if (x >= 0 && x <= size.width && y >= 0 && y <= size.height && !details.hidden?.has(index)) visible.push(index);
  }
  return { heads: rig.heads, marks, projection, xy, radius, cells, visible, ...details };
}

/** What stays the same from frame to frame: floor lines every two metres under the rig, and every head as it looks unlit. */
export function drawFloor(context: CanvasRenderingContext2D, drawing: StageDrawing, of: { ink: string; again: () => void }): void {
  const { ink } = of;
  const { projection } = drawing;
  context.clearRect(0, 0, projection.width, projection.height);
  context.strokeStyle = ink;
  context.lineWidth = 1;
  context.globalAlpha = 0.35;
  context.beginPath();
  const { left, right, front, back } = projection.floor;
  for (let x = left; x <= right; x += FLOOR_GRID) {
    context.moveTo(...projection.point({ x, y: front, z: 0 }));
    context.lineTo(...projection.point({ x, y: back, z: 0 }));
  }
  for (let y = front; y <= back; y += FLOOR_GRID) {
    context.moveTo(...projection.point({ x: left, y, z: 0 }));
    context.lineTo(...projection.point({ x: right, y, z: 0 }));
  }
  context.stroke();
  context.globalAlpha = 1;
  drawScenery(context, projection, { scenery: drawing.scenery, ...of });
  context.fillStyle = ink;
  fillTogether(context, drawing, { indices: drawing.visible, wider: 0 });
  drawNumbers(context, drawing, ink);
}

/** Marks in one path: filled one by one, a crowd takes a frame. */
export function fillTogether(
  context: CanvasRenderingContext2D,
  { xy, radius, cells }: StageDrawing,
  { indices, wider }: { indices: readonly number[]; wider: number },
): void {
  context.beginPath();
  for (const index of indices) {
    const [x, y, size] = [xy[2 * index]!, xy[2 * index + 1]!, radius[index]! + wider];
    if (cells[index] === 1) context.rect(x - size, y - size, 2 * size, 2 * size);
    else {
      context.moveTo(x + size, y);
      context.arc(x, y, size, 0, 2 * Math.PI);
    }
  }
  context.fill();
}
