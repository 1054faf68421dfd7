import { beam, seenFlux, type Head, type HeadLook, type Rig, type Vector } from "@vexa/core";
import type { StageDetails, StageDrawing } from "./stage-drawing";
import { CrowdBeams, SHORTEST_BEAM, type Wedge } from "./crowd-beams";
import { CrowdMarks } from "./crowd-marks";
import { drawLevels, drawNumbers } from "./draw-labels";
import { drawScenery } from "./draw-scenery";
import { FLOOR_GRID, stageProjection, type Projection, type StageFrame, type StageView } from "./projection";
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
  return { heads: rig.heads, marks, projection, xy, radius, cells, visible, lit: new Int32Array(rig.heads.length), ...details };
}

/** Metres: beams that don't meet the floor end here. */
const FURTHEST = 9;
const FEWEST_BEAM_LEVEL = 0.02;
const FEWEST_LEVEL = 0.004;

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

/** Above so many lit beams each is drawn plainly: gradients for a crowd take a laptop without a graphics card too long. */
const MOST_SOFT_BEAMS = 240;

/** Beams first, then every lit head in its colour. `values` are those of the rig's parameters. */
export function drawLight(context: CanvasRenderingContext2D, drawing: StageDrawing, values: Float32Array): void {
  const { projection, heads, marks, xy, lit } = drawing;
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
    if (marks.looks.atMost(index, values) <= FEWEST_LEVEL || outside(index) || drawing.hidden?.has(index)) continue;
    const look = marks.seen[index]!;
    marks.looks.read(index, values, look);
    if (look.intensity <= FEWEST_LEVEL) continue;
    lit[count++] = index;
    if (look.intensity > FEWEST_BEAM_LEVEL && marks.turns[index] === 1) beams++;
  }
  context.globalCompositeOperation = "lighter";
  if (beams > 0) drawBeams(context, drawing, { count, soft: beams <= MOST_SOFT_BEAMS ? "soft" : "plain" });
  context.globalCompositeOperation = "source-over";
  if (count <= MOST_SHAPES) drawMarks(context, drawing, count);
  else drawCrowd(context, drawing, count);
  context.globalAlpha = 1;
  drawLevels(context, drawing, values);
}

/** Brightnesses that are told apart where heads are filled together. */
const GLOW_STEPS = 64;
/** Lit heads, and beams in the picture, that are drawn as shapes; more are added up pixel by pixel. */
const MOST_SHAPES = 600;

/** The eye sees a quarter of the light as about half as bright. */
function glowOf({ intensity }: HeadLook): number {
  return Math.max(1, Math.round(GLOW_STEPS * Math.sqrt(intensity)));
}

/** Pixels by which a lit mark is larger than the unlit one beneath it. */
const LIT_WIDER = 0.6;

/** Every lit head in its colour; those that look the same together. */
function drawMarks(context: CanvasRenderingContext2D, drawing: StageDrawing, count: number): void {
  const { marks, lit } = drawing;
  const alike = new Map<number, number[]>();
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    const look = marks.seen[index]!;
    const key = ((glowOf(look) * 256 + look.red) * 256 + look.green) * 256 + look.blue;
    const found = alike.get(key);
    if (found) found.push(index);
    else alike.set(key, [index]);
  }
  for (const [key, indices] of alike) {
    const { red, green, blue } = marks.seen[indices[0]!]!;
    context.fillStyle = `rgb(${red} ${green} ${blue})`;
    context.globalAlpha = Math.min(1, Math.floor(key / 256 ** 3) / GLOW_STEPS);
    fillTogether(context, drawing, { indices, wider: LIT_WIDER });
  }
}

/** Marks in one path: filled one by one, a crowd takes a frame. */
function fillTogether(
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

/** So many pixels of beams a frame takes without a graphics card; where there are more, all beams are narrower. */
const MOST_BEAM_PIXELS = { soft: 6_000_000, plain: 3_000_000 } as const;

/** How much of a beam at full is seen where it is drawn plainly. */
const PLAIN_COVER = 0.09;

/** A wedge for each lit head that turns, from the head to where its beam meets the floor, as wide as its angle. */
function drawBeams(
  context: CanvasRenderingContext2D,
  drawing: StageDrawing,
  { count, soft }: { count: number; soft: "soft" | "plain" },
): void {
  const { heads, lit, marks, projection } = drawing;
  const wedges: { wedge: Wedge; look: HeadLook; flux: number }[] = [];
  let pixels = 0;
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    const look = marks.seen[index]!;
    if (marks.turns[index] === 0 || look.intensity <= FEWEST_BEAM_LEVEL) continue;
    const wedge = wedgeOf(heads[index]!, look, projection);
    const seen = seenPixels(wedge, projection);
    if (seen === 0) continue;
    pixels += seen;
    wedges.push({ wedge, look, flux: seenFlux(heads[index]!.profile.lumens) });
  }
  const narrow = Math.min(1, MOST_BEAM_PIXELS[soft] / Math.max(1, pixels));
  const narrowed = (wedge: Wedge): Wedge => ({ ...wedge, half: Math.max(1.5, wedge.half * narrow) });
  if (soft === "soft" || wedges.length <= MOST_SHAPES) {
    for (const { wedge, ...light } of wedges) fillWedge(context, narrowed(wedge), { ...light, soft });
    return;
  }
  const { beams } = crowdOf(drawing, context);
  beams.clear();
  for (const { wedge, look, flux } of wedges) beams.add(narrowed(wedge), look, PLAIN_COVER * look.intensity * flux);
  beams.paint(context);
}

interface Crowd {
  /** Of the canvas, in its own pixels. */
  readonly size: readonly [width: number, height: number];
  readonly beams: CrowdBeams;
  readonly marks: CrowdMarks;
}
/** Room for each canvas as large as it is: another zoom or selection needs no other. */
const crowds = new WeakMap<HTMLCanvasElement, Crowd>();

function crowdOf({ projection: { width, height } }: StageDrawing, { canvas }: CanvasRenderingContext2D): Crowd {
  let crowd = crowds.get(canvas);
  if (crowd?.size[0] !== canvas.width || crowd.size[1] !== canvas.height) {
    const marks = new CrowdMarks(width, height, canvas.width / width);
    crowd = { size: [canvas.width, canvas.height], beams: new CrowdBeams(width, height), marks };
    crowds.set(canvas, crowd);
  }
  return crowd;
}

/** The same for more than are drawn as shapes. */
function drawCrowd(context: CanvasRenderingContext2D, drawing: StageDrawing, count: number): void {
  const { marks: looks, lit, xy, radius, cells } = drawing;
  const { marks } = crowdOf(drawing, context);
  marks.clear();
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    const look = looks.seen[index]!;
    const place = { x: xy[2 * index]!, y: xy[2 * index + 1]!, size: radius[index]! + LIT_WIDER };
    marks.add(cells[index] === 1 ? "square" : "disc", place, look, glowOf(look) / GLOW_STEPS);
  }
  marks.paint(context);
}

function wedgeOf(head: Head, look: HeadLook, projection: Projection): Wedge {
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

function fillWedge(
  context: CanvasRenderingContext2D,
  { x0, y0, x1, y1, half }: Wedge,
  { look, flux, soft }: { look: HeadLook; flux: number; soft: "soft" | "plain" },
): void {
  const strength = look.intensity * flux;
  const length = Math.hypot(x1 - x0, y1 - y0);
  const color = `${look.red} ${look.green} ${look.blue}`;
  if (soft === "soft") {
    const glow = context.createRadialGradient(x0, y0, 0, x0, y0, length + half);
    glow.addColorStop(0, `rgb(${color} / ${Math.round(38 * strength)}%)`);
    glow.addColorStop(1, `rgb(${color} / 0%)`);
    context.fillStyle = glow;
  } else context.fillStyle = `rgb(${color} / ${Math.round(100 * PLAIN_COVER * strength)}%)`;
  context.beginPath();
  if (length < SHORTEST_BEAM) context.arc(x0, y0, half, 0, 2 * Math.PI);
  else {
    const [nx, ny] = [-(y1 - y0) / length, (x1 - x0) / length];
    context.moveTo(x0, y0);
    context.lineTo(x1 + nx * half, y1 + ny * half);
    context.lineTo(x1 - nx * half, y1 - ny * half);
    context.closePath();
  }
  context.fill();
}
