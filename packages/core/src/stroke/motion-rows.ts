import type { Vector } from "../geometry/beam";
import type { CycleTable } from "../motion/cycle-table";
import { OWN_BPM, type Motion, type PathMotion, type Step, type StepMotion, type WaveMotion } from "../motion/motion";
import { anglePathTables, PATH_CELLS, pathCycles, pathPoint, stepTable, waveMotionTable, type MotionTable } from "../motion/motion-table";
import { attributeInfo, type Attribute, type Family } from "../rig/attributes";
import type { Head } from "../rig/rig";
import { normalizedFreely, normalizedSize } from "../rig/scale";
import type { Channel } from "../rig/profile";
import { fan } from "../shape/fan";
import { clamp } from "../units/units";
import { aimHead, axesOf } from "./aim-head";
import { COVERS, meetingOf, neutralOf, type Meeting } from "./meeting";
import type { HeadSwings, Swing } from "./head-swing";
import { veilSwings } from "./veil-swings";
import type { ResolveContext, Row, RowMotion } from "./row";
import type { Spread } from "./spread";
import type { Part } from "./stroke";

export interface MotionIn {
  readonly attribute: Attribute;
  readonly part: Part;
  readonly motion: Motion;
  readonly spread: Spread;
  readonly show: ResolveContext;
  /** The rows of other content on the same heads: what a step refers to. */
  readonly rowsOf: (part: Part) => readonly Row[];
}

/** One parameter's motion. */
export interface MovedParameter {
  readonly parameter: number;
  readonly motion: RowMotion;
}

/** What a motion does to each head, by its index in the spread. */
export function motionsOfHeads(of: MotionIn): (head: Head, index: number) => readonly MovedParameter[] {
  const { motion, attribute, part, spread } = of;
  const along = spread.places(part.shape, "open");
  const phases = spread.places(motion.phaseShape, "round");
  const tables = tablesOf(of);
  const { rig } = of.show;
  const { family } = attributeInfo(attribute);
  const plain = { masterId: motion.masterId, ownBpm: motion.ownBpm ?? OWN_BPM, family, relative: motion.base === "relative" };
  const offset = motion.kind === "wave" ? (motion.offset ?? 0) : 0;
  return (head, index) => {
    const u = along[index]!;
    const size = motion.size ? fan(motion.size.knots, u, motion.size.path) : 1;
    const lead = motion.lead && fan(motion.lead.cycles.knots, u, motion.lead.cycles.path);
    // All fields in one order, without copies: a veil makes tens of thousands of these.
    return tables(head, { size: motion.meets ? 1 : size, index }).map(({ parameter, swing }) => {
      const { cycles } = swing;
      const way = motion.meets && meetingOf(rig.parameters[parameter]!.channel.attribute, motion.meets);
      const { low, span, middle } = way === undefined || way === COVERS ? swing : aboutNeutral(swing, size, way);
      const { masterId, ownBpm, relative } = plain;
      return {
        parameter,
        motion: {
          table: swing.table,
          low,
          span,
          middle,
          relative,
          meeting: way,
          opacity: way === COVERS ? clamp(size, 0, 1) : undefined,
          cover: swing.cover,
          masterId,
          ownBpm,
          family,
          lead: lead === undefined ? undefined : lead / cycles,
          leadSeconds: motion.lead?.atSeconds,
          phaseCycles: (fan(motion.phase.knots, phases[index]!, motion.phase.path) - offset) / 360 / cycles,
          rate: fan(motion.rate.knots, u, motion.rate.path) / cycles,
          count: motion.count === undefined ? null : motion.count / cycles,
          // What was taken up from the stage has grown there.
          fadeInSeconds: part.takenFrom ? 0 : (motion.fadeInSeconds ?? 0),
          fadeOutSeconds: motion.fadeOutSeconds ?? 0,
        },
      };
    });
  };
}

/** What meets what lies beneath has its size about what would change nothing there. */
function aboutNeutral({ low, span }: Swing, size: number, way: Exclude<Meeting, typeof COVERS>): Pick<Swing, "low" | "span" | "middle"> {
  const neutral = neutralOf(way);
  return { low: neutral + (low - neutral) * size, span: span * size, middle: neutral };
}

function tablesOf(of: MotionIn): HeadSwings {
  const { motion } = of;
  switch (motion.kind) {
    case "wave":
      return waveSwings(of, motion);
    case "steps":
      return stepSwings(of, motion);
    case "path":
      return motion.plane === "angles" ? angleSwings(of, motion) : planeSwings(of, motion);
    case "veil":
      return veilSwings({
        ...{ attribute: of.attribute, motion, spread: of.spread, rig: of.show.rig },
        picture: motion.pictureId === undefined ? null : (of.show.picture?.(motion.pictureId) ?? null),
      });
  }
}

function waveSwings({ attribute, show }: MotionIn, motion: WaveMotion): HeadSwings {
  const drawn = motion.waveId === undefined ? null : (show.savedWave?.(motion.waveId) ?? null);
  const shared = waveMotionTable(motion, drawn);
  const relative = motion.base === "relative" && motion.meets === undefined;
  const scaled = relative ? normalizedSize : normalizedFreely;
  return (head, { size }) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) return [];
    const { channel } = show.rig.parameters[parameter]!;
    const middle = relative ? 0 : (motion.low + motion.high) / 2;
    const low = scaled(channel, middle + (motion.low - middle) * size, attribute);
    const high = scaled(channel, middle + (motion.high - middle) * size, attribute);
    return [{ parameter, swing: { ...shared, low, span: high - low, middle: scaled(channel, middle, attribute) } }];
  };
}

/** Pan and tilt in degrees, about the centre or about where the head looks. */
function angleSwings({ show }: MotionIn, motion: PathMotion): HeadSwings {
  const { pan, tilt } = anglePathTables(motion);
  const relative = motion.base === "relative";
  const swing = (table: MotionTable, of: { channel: Channel; axis: "Pan" | "Tilt"; centre: number; size: number }): Swing => {
    const middle = relative ? 0 : normalizedFreely(of.channel, of.centre, of.axis);
    return { ...table, low: middle, span: normalizedSize(of.channel, 1, of.axis) * of.size, middle };
  };
  return (head, { size }) => {
    const axes = axesOf(head, show.rig);
    if (!axes) return [];
    return [
      { parameter: axes.pan.parameter, swing: swing(pan, { channel: axes.pan.channel, axis: "Pan", centre: motion.centre.x, size }) },
      { parameter: axes.tilt.parameter, swing: swing(tilt, { channel: axes.tilt.channel, axis: "Tilt", centre: motion.centre.y, size }) },
    ];
  };
}

/** Above so many heads a figure in metres is worked out at fewer places. */
const MANY_HEADS = 500;

// Motions never change in place: on the same heads a figure in metres comes to the same angles.
const knownAngles = new WeakMap<PathMotion, { readonly spread: Spread; readonly byHead: Map<string, readonly MotionTable[]> }>();

/** Each head's own angles, so that all beams draw the same figure at the same place. */
function planeSwings({ show, spread }: MotionIn, motion: PathMotion): HeadSwings {
  let kept = knownAngles.get(motion);
  if (kept?.spread !== spread) knownAngles.set(motion, (kept = { spread, byHead: new Map<string, readonly MotionTable[]>() }));
  const { byHead } = kept;
  const pointsOf = new Map<number, readonly Vector[]>();
  const cycles = pathCycles(motion);
  const cells = (spread.heads.length > MANY_HEADS ? PATH_CELLS / 8 : PATH_CELLS / 4) * cycles;
  return (head, { size }) => {
    const axes = axesOf(head, show.rig);
    if (!axes) return [];
    const middle = aimHead(head, axes, { point: motion.centre });
    const key = `${head.key} ${size}`;
    let tables = byHead.get(key);
    if (!tables) {
      let points = pointsOf.get(size);
      if (!points) pointsOf.set(size, (points = Array.from({ length: cells }, (_, cell) => pathPoint(motion, cell / cells, size))));
      tables = angleTables(points, middle, (point, present) => aimHead(head, axes, { point, present })).map((table) => ({ table, cycles }));
      byHead.set(key, tables);
    }
    return (["pan", "tilt"] as const).map((axis, index) => {
      const { parameter, channel } = axes[axis];
      const low = normalizedFreely(channel, 0);
      const span = normalizedSize(channel, 1);
      return { parameter, swing: { ...tables[index]!, low, span, middle: low + span * middle[axis] } };
    });
  };
}

interface HeadAngles {
  readonly pan: number;
  readonly tilt: number;
}

/** Tables of pan and tilt along points, straight from one to the next; each the nearest to the one before, so that nothing flips. */
function angleTables(
  points: readonly Vector[],
  middle: HeadAngles,
  aimAt: (point: Vector, present: HeadAngles) => HeadAngles,
): readonly [CycleTable, CycleTable] {
  const [pan, tilt] = [new Float32Array(2 * points.length), new Float32Array(2 * points.length)];
  let present = aimAt(points[0]!, middle);
  points.forEach((_, cell) => {
    const next = aimAt(points[(cell + 1) % points.length]!, present);
    pan[2 * cell] = present.pan;
    pan[2 * cell + 1] = next.pan - present.pan;
    tilt[2 * cell] = present.tilt;
    tilt[2 * cell + 1] = next.tilt - present.tilt;
    present = next;
  });
  return [pan, tilt];
}

/** What each step says for each parameter becomes that parameter's table; a step that says nothing for it leaves it as it is. */
function stepSwings({ attribute, rowsOf, show }: MotionIn, motion: StepMotion): HeadSwings {
  const { steps, direction } = motion;
  const relative = motion.base === "relative";
  const said = steps.map((step) => new Map(rowsOf(stepPart(step)).map(({ parameter, value }) => [parameter, value])));
  const key = attributeInfo(attribute);
  return (head, { size }) =>
    [...head.parameters].flatMap(([name, parameter]) => {
      if (!underSteps(attribute, key.family, name)) return [];
      const { channel } = show.rig.parameters[parameter]!;
      const own = steps.map((step, index) =>
        relative ? normalizedSize(channel, step.level ?? 0, name) : (said[index]!.get(parameter) ?? null),
      );
      const values = filled(own);
      if (!values) return [];
      const middle = relative ? 0 : (Math.min(...values) + Math.max(...values)) / 2;
      const table = stepTable(values, steps, direction);
      return [{ parameter, swing: { ...table, low: middle * (1 - size), span: size, middle } }];
    });
}

function underSteps(attribute: Attribute, family: Family, name: Attribute): boolean {
  return attribute === "Color" || attribute === "Position" ? attributeInfo(name).family === family : name === attribute;
}

/** A step as content of its own. */
function stepPart({ level, color, presetId }: Step): Part {
  const plain = { shape: {}, touched: 0 };
  if (presetId !== undefined) return { ...plain, presets: { ids: [presetId], path: "even" } };
  if (color) return { ...plain, colors: { knots: [color], path: "even" } };
  return { ...plain, level: { knots: [level ?? 0] } };
}

/** Gaps take the value before them; null when nothing is said at all. */
function filled(values: readonly (number | null)[]): number[] | null {
  let last = values.findLast((value) => value !== null) ?? null;
  if (last === null) return null;
  return values.map((value) => (last = value ?? last!));
}
