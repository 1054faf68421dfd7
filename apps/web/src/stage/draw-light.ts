import type { HeadLook } from "@vexa/core";
import type { Parts } from "../frames/pace";
import { drawLevels } from "./draw-labels";
import { fillTogether } from "./draw-stage";
import type { CrowdMarks } from "./crowd-marks";
import { addBeams, beamsOf, FEWEST_BEAM_LEVEL, fillBeam, FURTHEST } from "./light-beams";
import { crowdRoom, lightRoom, type LightRoom } from "./light-room";
import type { StageDrawing } from "./stage-drawing";

const FEWEST_LEVEL = 0.004;
/** Above so many lit beams each is drawn plainly: gradients for a crowd take a laptop without a graphics card too long. */
const MOST_SOFT_BEAMS = 240;
/** Lit heads, and beams in the picture, that are drawn as shapes; more are added up pixel by pixel. */
const MOST_SHAPES = 600;
/** Heads that are read or marked at one go. */
const HEADS_A_PART = 64;

/**
 * The light of one moment: beams first, then every lit head in its colour. `values` are those of the rig's parameters as it begins. What is
 * costly is worked out in parts beside the picture, which is drawn with the last of them.
 */
export function* lightParts(context: CanvasRenderingContext2D, drawing: StageDrawing, values: Float32Array): Parts {
  const room = lightRoom(context, drawing, values);
  const { count, beams } = yield* readLit(drawing, room);
  const style = beams <= MOST_SOFT_BEAMS ? "soft" : "plain";
  const wedges = beams > 0 ? yield* beamsOf(drawing, room, { count, style }) : [];
  const crowd = count > MOST_SHAPES ? crowdRoom(context, drawing) : null;
  const crowdedBeams = style === "plain" && wedges.length > MOST_SHAPES ? crowd?.beams : undefined;
  if (crowdedBeams) yield* addBeams(crowdedBeams, wedges);
  if (crowd) yield* addMarks(crowd.marks, drawing, { room, count });
  context.clearRect(0, 0, drawing.projection.width, drawing.projection.height);
  context.globalCompositeOperation = "lighter";
  if (crowdedBeams) crowdedBeams.paint(context);
  else for (const wedge of wedges) fillBeam(context, wedge, style);
  context.globalCompositeOperation = "source-over";
  if (crowd) crowd.marks.paint(context);
  else drawMarks(context, drawing, { room, count });
  context.globalAlpha = 1;
  drawLevels(context, drawing, room.moment);
}

/** Reads how the lit heads look that may be seen; of them, so many throw beams. */
function* readLit(drawing: StageDrawing, { lit, looks, moment }: LightRoom): Parts<{ count: number; beams: number }> {
  const { projection, heads, marks, xy } = drawing;
  // A beam may come in from so far beside the picture.
  const beside = FURTHEST * projection.scale;
  const outside = (index: number): boolean =>
    projection.zoom > 1 &&
    (xy[2 * index]! < -beside ||
      xy[2 * index]! > projection.width + beside ||
      xy[2 * index + 1]! < -beside ||
      xy[2 * index + 1]! > projection.height + beside);
  let count = 0;
  let beams = 0;
  for (let index = 0; index < heads.length; index++) {
    if (index % HEADS_A_PART === 0) yield;
    if (marks.looks.atMost(index, moment) <= FEWEST_LEVEL || outside(index) || drawing.hidden?.has(index)) continue;
    const look = looks[index]!;
    marks.looks.read(index, moment, look);
    if (look.intensity <= FEWEST_LEVEL) continue;
    lit[count++] = index;
    if (look.intensity > FEWEST_BEAM_LEVEL && marks.turns[index] === 1) beams++;
  }
  return { count, beams };
}

/** Brightnesses that are told apart where heads are filled together. */
const GLOW_STEPS = 64;

/** The eye sees a quarter of the light as about half as bright. */
function glowOf({ intensity }: HeadLook): number {
  return Math.max(1, Math.round(GLOW_STEPS * Math.sqrt(intensity)));
}

/** Pixels by which a lit mark is larger than the unlit one beneath it. */
const LIT_WIDER = 0.6;

/** Every lit head in its colour; those that look the same together. */
function drawMarks(
  context: CanvasRenderingContext2D,
  drawing: StageDrawing,
  { room: { lit, looks }, count }: { room: LightRoom; count: number },
): void {
  const alike = new Map<number, number[]>();
  for (let at = 0; at < count; at++) {
    const index = lit[at]!;
    const look = looks[index]!;
    const key = ((glowOf(look) * 256 + look.red) * 256 + look.green) * 256 + look.blue;
    const found = alike.get(key);
    if (found) found.push(index);
    else alike.set(key, [index]);
  }
  for (const [key, indices] of alike) {
    const { red, green, blue } = looks[indices[0]!]!;
    context.fillStyle = `rgb(${red} ${green} ${blue})`;
    context.globalAlpha = Math.min(1, Math.floor(key / 256 ** 3) / GLOW_STEPS);
    fillTogether(context, drawing, { indices, wider: LIT_WIDER });
  }
}

/** The same for more than are drawn as shapes, pixel by pixel. */
function* addMarks(
  marks: CrowdMarks,
  { xy, radius, cells }: StageDrawing,
  { room: { lit, looks }, count }: { room: LightRoom; count: number },
): Parts {
  marks.clear();
  for (let at = 0; at < count; at++) {
    if (at % HEADS_A_PART === 0) yield;
    const index = lit[at]!;
    const look = looks[index]!;
    const place = { x: xy[2 * index]!, y: xy[2 * index + 1]!, size: radius[index]! + LIT_WIDER };
    marks.add(cells[index] === 1 ? "square" : "disc", place, look, glowOf(look) / GLOW_STEPS);
  }
}
