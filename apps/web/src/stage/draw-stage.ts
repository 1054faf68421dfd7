import { beam, HeadLooks, type Head, type HeadLook, type Rig, type Vector } from "@vexa/core";
import { FLOOR_GRID, stageProjection, type Projection, type StageFrame, type StageView } from "./projection";

/** A rig prepared for drawing at one size: nothing in here depends on levels. */
export interface StageDrawing {
  readonly heads: readonly Head[];
  readonly projection: Projection;
  readonly looks: HeadLooks;
  readonly xy: Float32Array;
  /** Radius of each head's mark in pixels. */
  readonly radius: Float32Array;
  readonly cells: Uint8Array;
  /** Heads in the picture, by their index in the rig. */
  readonly visible: readonly number[];
  /** Room for the indices of lit heads, so that a frame allocates nothing. */
  readonly lit: Int32Array;
}

const looksOfRigs = new WeakMap<Rig, HeadLooks>();

function looksOf(rig: Rig): HeadLooks {
  let looks = looksOfRigs.get(rig);
  if (!looks) looksOfRigs.set(rig, (looks = new HeadLooks(rig)));
  return looks;
}

/** Marks grow more slowly than the picture, up to so many times their size. */
const MOST_GROWTH = 5;

export function prepareStage(
  rig: Rig,
  size: { width: number; height: number },
  view: StageView,
  frame: StageFrame | null = null,
): StageDrawing {
  const projection = stageProjection(rig.heads, { ...size, view, frame });
  const xy = new Float32Array(rig.heads.length * 2);
  const radius = new Float32Array(rig.heads.length);
  const cells = new Uint8Array(rig.heads.length);
  const growth = Math.min(MOST_GROWTH, Math.max(0.7, projection.zoom ** 0.6));
  const crowd = (rig.heads.length > 1200 ? 0.6 : 1) * growth;
  const visible: number[] = [];
  rig.heads.forEach((head, index) => {
    const [x, y] = projection.point(head.position);
    xy[2 * index] = x;
    xy[2 * index + 1] = y;
    cells[index] = head.mode.heads.length > 2 ? 1 : 0;
    radius[index] = (cells[index] ? 2.2 : head.parameters.has("Pan") ? 4.5 : 3.4) * crowd;
    if (x >= 0 && x <= size.width && y >= 0 && y <= size.height) visible.push(index);
  });
  return { heads: rig.heads, projection, looks: looksOf(rig), xy, radius, cells, visible, lit: new Int32Array(rig.heads.length) };
}

/** Metres: beams that don't meet the floor end here. */
const FURTHEST = 9;
const FEWEST_BEAM_LEVEL = 0.02;
const FEWEST_LEVEL = 0.004;

/** What stays the same from frame to frame: floor lines every two metres under the rig, and every head as it looks unlit. */
export function drawFloor(context: CanvasRenderingContext2D, drawing: StageDrawing, ink: string): void {
  const { projection, xy, radius, cells } = drawing;
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
  context.fillStyle = ink;
  // One path for all that is in the picture: filled one by one, a crowd takes a frame.
  context.beginPath();
  for (const index of drawing.visible) {
    const [x, y, size] = [xy[2 * index]!, xy[2 * index + 1]!, radius[index]!];
    if (cells[index] === 1) context.rect(x - size, y - size, 2 * size, 2 * size);
    else {
      context.moveTo(x + size, y);
      context.arc(x, y, size, 0, 2 * Math.PI);
    }
  }
  context.fill();
  drawNumbers(context, drawing, ink);
}

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

function drawNumbers(context: CanvasRenderingContext2D, drawing: StageDrawing, ink: string): void {
  const { heads, xy, radius } = drawing;
  context.fillStyle = ink;
  context.font = NUMBER_FONT;
  context.textAlign = "center";
  context.textBaseline = "top";
  for (const index of roomyHeads(drawing, MOST_NUMBERS))
    context.fillText(heads[index]!.label, xy[2 * index]!, xy[2 * index + 1]! + radius[index]! + 3);
}

const NUMBER_FONT = "500 10px 'JetBrains Mono Variable', monospace";

/** Levels in percent over the heads, where few are in the picture. */
function drawLevels(context: CanvasRenderingContext2D, drawing: StageDrawing, values: Float32Array): void {
  const { heads, xy, radius } = drawing;
  context.fillStyle = "rgb(233 239 232)";
  context.font = NUMBER_FONT;
  context.textAlign = "center";
  context.textBaseline = "bottom";
  for (const index of roomyHeads(drawing, MOST_LEVELS)) {
    const dimmer = heads[index]!.parameters.get("Dimmer");
    if (dimmer === undefined || values[dimmer]! <= 0) continue;
    context.fillText(String(Math.round(100 * values[dimmer]!)), xy[2 * index]!, xy[2 * index + 1]! - radius[index]! - 2);
  }
}

const look: HeadLook = { intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 };

/** Above so many lit beams each is drawn plainly: gradients for a crowd take a laptop without a graphics card too long. */
const MOST_SOFT_BEAMS = 240;

/** Beams first, then every lit head in its colour. `values` are those of the rig's parameters. */
export function drawLight(context: CanvasRenderingContext2D, drawing: StageDrawing, values: Float32Array): void {
  const { projection, heads, xy, radius, cells, lit } = drawing;
  context.clearRect(0, 0, projection.width, projection.height);
  let count = 0;
  let beams = 0;
  // A beam may come in from so far beside the picture.
  const beside = FURTHEST * projection.scale;
  const outside = (index: number): boolean =>
    projection.zoom > 1 &&
    (xy[2 * index]! < -beside ||
      xy[2 * index]! > projection.width + beside ||
      xy[2 * index + 1]! < -beside ||
      xy[2 * index + 1]! > projection.height + beside);
  for (let index = 0; index < heads.length; index++) {
    if (outside(index)) continue;
    drawing.looks.read(index, values, look);
    if (look.intensity <= FEWEST_LEVEL) continue;
    lit[count++] = index;
    if (look.intensity > FEWEST_BEAM_LEVEL && heads[index]!.parameters.has("Pan")) beams++;
  }
  context.globalCompositeOperation = "lighter";
  if (beams > 0) drawBeams(context, drawing, { values, count, soft: beams <= MOST_SOFT_BEAMS ? "soft" : "plain" });
  context.globalCompositeOperation = "source-over";
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    drawing.looks.read(index, values, look);
    context.fillStyle = `rgb(${look.red} ${look.green} ${look.blue})`;
    // The eye sees a quarter of the light as about half as bright.
    context.globalAlpha = Math.sqrt(look.intensity);
    fillMark(context, { x: xy[2 * index]!, y: xy[2 * index + 1]!, size: radius[index]! + 0.6, square: cells[index] === 1 });
  }
  context.globalAlpha = 1;
  drawLevels(context, drawing, values);
}

function fillMark(
  context: CanvasRenderingContext2D,
  { x, y, size, square }: { x: number; y: number; size: number; square: boolean },
): void {
  if (square) {
    context.fillRect(x - size, y - size, 2 * size, 2 * size);
    return;
  }
  context.beginPath();
  context.arc(x, y, size, 0, 2 * Math.PI);
  context.fill();
}

/** So many pixels of beams a frame takes without a graphics card; where there are more, all beams are narrower. */
const MOST_BEAM_PIXELS = 6_000_000;

interface Wedge {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly half: number;
}

/** A wedge for each lit head that turns, from the head to where its beam meets the floor, as wide as its angle. */
function drawBeams(
  context: CanvasRenderingContext2D,
  drawing: StageDrawing,
  { values, count, soft }: { values: Float32Array; count: number; soft: "soft" | "plain" },
): void {
  const { heads, lit, projection } = drawing;
  const wedges: { wedge: Wedge; index: number }[] = [];
  let pixels = 0;
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    if (!heads[index]!.parameters.has("Pan")) continue;
    drawing.looks.read(index, values, look);
    if (look.intensity <= FEWEST_BEAM_LEVEL) continue;
    const wedge = wedgeOf(heads[index]!, projection);
    const seen = seenPixels(wedge, projection);
    if (seen === 0) continue;
    pixels += seen;
    wedges.push({ wedge, index });
  }
  const narrow = Math.min(1, MOST_BEAM_PIXELS / Math.max(1, pixels));
  for (const { wedge, index } of wedges) {
    drawing.looks.read(index, values, look);
    fillWedge(context, { ...wedge, half: Math.max(1.5, wedge.half * narrow) }, soft);
  }
}

function wedgeOf(head: Head, projection: Projection): Wedge {
  const { origin, direction } = beam({ position: head.position, rotation: head.fixture.rotation }, look.pan, look.tilt);
  const toFloor = direction.z < -0.05 ? -origin.z / direction.z : FURTHEST;
  const reach = Math.min(FURTHEST, toFloor > 0 ? toFloor : FURTHEST);
  const end: Vector = { x: origin.x + direction.x * reach, y: origin.y + direction.y * reach, z: origin.z + direction.z * reach };
  const [x0, y0] = projection.point(origin);
  const [x1, y1] = projection.point(end);
  const half = Math.max(2, reach * Math.tan((look.beamDegrees * Math.PI) / 360) * projection.scale);
  return { x0, y0, x1, y1, half };
}

/** About how many pixels of the picture a wedge takes; 0 = it is beside it. */
function seenPixels({ x0, y0, x1, y1, half }: Wedge, { width, height }: Projection): number {
  const [left, right] = [Math.min(x0, x1) - half, Math.max(x0, x1) + half];
  const [top, bottom] = [Math.min(y0, y1) - half, Math.max(y0, y1) + half];
  if (right < 0 || left > width || bottom < 0 || top > height) return 0;
  const seen = (Math.min(right, width) - Math.max(left, 0)) * (Math.min(bottom, height) - Math.max(top, 0));
  return Math.min(seen, half * (Math.hypot(x1 - x0, y1 - y0) + half));
}

function fillWedge(context: CanvasRenderingContext2D, { x0, y0, x1, y1, half }: Wedge, soft: "soft" | "plain"): void {
  const length = Math.hypot(x1 - x0, y1 - y0);
  const color = `${look.red} ${look.green} ${look.blue}`;
  if (soft === "soft") {
    const glow = context.createRadialGradient(x0, y0, 0, x0, y0, length + half);
    glow.addColorStop(0, `rgb(${color} / ${Math.round(38 * look.intensity)}%)`);
    glow.addColorStop(1, `rgb(${color} / 0%)`);
    context.fillStyle = glow;
  } else context.fillStyle = `rgb(${color} / ${Math.round(9 * look.intensity)}%)`;
  context.beginPath();
  if (length < 4) context.arc(x0, y0, half, 0, 2 * Math.PI);
  else {
    const [nx, ny] = [-(y1 - y0) / length, (x1 - x0) / length];
    context.moveTo(x0, y0);
    context.lineTo(x1 + nx * half, y1 + ny * half);
    context.lineTo(x1 - nx * half, y1 - ny * half);
    context.closePath();
  }
  context.fill();
}
