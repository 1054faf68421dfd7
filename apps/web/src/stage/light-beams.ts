import { beam, seenFlux, type Head, type HeadLook, type Vector } from "@vexa/core";
import type { Parts } from "../frames/pace";
import { SHORTEST_BEAM, type CrowdBeams, type Wedge } from "./crowd-beams";
import type { LightRoom } from "./light-room";
import type { Projection } from "./projection";
import type { StageDrawing } from "./stage-drawing";

/** Metres: beams that don't meet the floor end here. */
export const FURTHEST = 9;
export const FEWEST_BEAM_LEVEL = 0.02;
/** Heads whose beams are worked out at one go. */
const HEADS_A_PART = 32;

/** So many pixels of beams a frame takes without a graphics card; where there are more, all beams are narrower. */
const MOST_BEAM_PIXELS = { soft: 6_000_000, plain: 3_000_000 } as const;

/** How much of a beam at full is seen where it is drawn plainly. */
const PLAIN_COVER = 0.09;

/** Gradients, which few beams have, or one colour. */
export type BeamStyle = keyof typeof MOST_BEAM_PIXELS;

interface LitBeam {
  readonly wedge: Wedge;
  readonly look: HeadLook;
  readonly flux: number;
}

/** A wedge for each of the first `count` lit heads that turns, from the head to where its beam meets the floor, as wide as its angle. */
export function* beamsOf(
  { heads, marks, projection }: StageDrawing,
  { lit, looks }: LightRoom,
  { count, style }: { count: number; style: BeamStyle },
): Parts<LitBeam[]> {
  const beams: LitBeam[] = [];
  let pixels = 0;
  for (let at = 0; at < count; at++) {
    if (at % HEADS_A_PART === 0) yield;
    const index = lit[at]!;
    const look = looks[index]!;
    if (marks.turns[index] === 0 || look.intensity <= FEWEST_BEAM_LEVEL) continue;
    const wedge = wedgeOf(heads[index]!, look, projection);
    const seen = seenPixels(wedge, projection);
    if (seen === 0) continue;
    pixels += seen;
    beams.push({ wedge, look, flux: seenFlux(heads[index]!.profile.lumens) });
  }
  const narrow = Math.min(1, MOST_BEAM_PIXELS[style] / Math.max(1, pixels));
  return beams.map(({ wedge, ...light }) => ({ ...light, wedge: { ...wedge, half: Math.max(1.5, wedge.half * narrow) } }));
}

/** Adds up the light of many beams, pixel by pixel. */
export function* addBeams(crowd: CrowdBeams, beams: readonly LitBeam[]): Parts {
  crowd.clear();
  for (let at = 0; at < beams.length; at++) {
    if (at % HEADS_A_PART === 0) yield;
    const { wedge, look, flux } = beams[at]!;
    crowd.add(wedge, look, PLAIN_COVER * look.intensity * flux);
  }
  yield* crowd.develop();
}

/** Draws a beam as a shape. */
export function fillBeam(context: CanvasRenderingContext2D, { wedge, look, flux }: LitBeam, style: BeamStyle): void {
  const { x0, y0, x1, y1, half } = wedge;
  const strength = look.intensity * flux;
  const length = Math.hypot(x1 - x0, y1 - y0);
  const color = `${look.red} ${look.green} ${look.blue}`;
  if (style === "soft") {
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
