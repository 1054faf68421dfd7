import type { Vector } from "../geometry/beam";
import { CELLS, cycleTable, type CycleTable } from "./cycle-table";
import { stepOrder, walkOf, type Direction } from "./direction";
import { figurePoint } from "./figure";
import type { PathMotion, Step, WaveMotion } from "./motion";
import { drawnValue, type SavedWave } from "./saved-wave";
import { shapedCycle, waveform, waveformEdges } from "./waveform";

/** A table and how many cycles of the motion it holds: one, or several where the dice decide. */
export interface MotionTable {
  readonly table: CycleTable;
  readonly cycles: number;
}

/** What was worked out before, by what it was worked out from: dragging a phase changes no table. */
const MOST_KNOWN = 256;
const known = new Map<string, MotionTable>();
const knownDrawn = new WeakMap<SavedWave, Map<string, MotionTable>>();

function remembered(cache: Map<string, MotionTable>, key: string, make: () => MotionTable): MotionTable {
  let found = cache.get(key);
  if (!found) {
    if (cache.size >= MOST_KNOWN) cache.clear();
    cache.set(key, (found = make()));
  }
  return found;
}

type WaveLook = Pick<WaveMotion, "waveform" | "width" | "softIn" | "softOut" | "direction">;

/** The table 0..1 of a waveform, in its direction. A drawn one that is missing rests at 0. */
export function waveMotionTable(motion: WaveLook, drawn: SavedWave | null): MotionTable {
  const { width, softIn, softOut, direction = "forward" } = motion;
  const key = [motion.waveform, width, softIn, softOut, direction].join(" ");
  if (motion.waveform !== "drawn") {
    const kind = motion.waveform;
    return remembered(known, key, () => walked((at) => waveform(kind, at, motion), waveformEdges(kind, motion), direction));
  }
  if (!drawn) return remembered(known, "nothing drawn", () => walked(() => 0, [], "forward"));
  let own = knownDrawn.get(drawn);
  if (!own) knownDrawn.set(drawn, (own = new Map<string, MotionTable>()));
  return remembered(own, key, () => {
    const used = { rest: drawn.points[0]!.value, width: width ?? 1 };
    return walked(
      shapedCycle((at) => drawnValue(drawn, at), used, motion),
      [used.width],
      direction,
    );
  });
}

function walked(valueAt: (at: number) => number, edges: readonly number[], direction: Direction): MotionTable {
  const walk = walkOf(direction);
  const table = cycleTable((place) => valueAt(walk.at(place)), { cells: CELLS * walk.cycles, edges: walk.edges(edges) });
  return { table, cycles: walk.cycles };
}

/**
 * The table of a row of values, one a step, each coming in over its fade part and staying for its hold part. Values of equal
 * channels share one table.
 */
export function stepTable(
  values: readonly number[],
  steps: readonly Pick<Step, "fade" | "hold">[],
  direction: Direction = "forward",
): MotionTable {
  const key = `steps ${direction} ${values.join(" ")} | ${steps.map(({ fade, hold }) => `${fade} ${hold}`).join(" ")}`;
  return remembered(known, key, () => {
    const { order, cycles } = stepOrder(direction, values.length);
    const ends: number[] = [];
    for (const step of order) ends.push((ends.at(-1) ?? 0) + steps[step]!.fade + steps[step]!.hold);
    const whole = ends.at(-1)!;
    const valueAt = (place: number): number => {
      const at = place * whole;
      const found = ends.findIndex((end) => at < end);
      const index = found === -1 ? order.length - 1 : found;
      const { fade } = steps[order[index]!]!;
      const within = at - (ends[index - 1] ?? 0);
      const to = values[order[index]!]!;
      if (within >= fade) return to;
      const from = values[order.at(index - 1)!]!;
      return from + (to - from) * (within / fade);
    };
    const edges = order.flatMap((step, index) => (steps[step]!.fade === 0 ? [(ends[index - 1] ?? 0) / whole] : []));
    return { table: cycleTable(valueAt, { cells: CELLS * Math.ceil(order.length / 16), edges }), cycles };
  });
}

/** Where a path is at a place 0..1 of its table, from its centre, in degrees or metres along its plane. */
export function pathOffset(motion: PathMotion, place: number): { readonly x: number; readonly y: number } {
  const at = walkOf(motion.direction ?? "forward").at(place);
  // The end of a closed figure is where it begins.
  const { x, y } = figurePoint(motion, at < 1 ? at : 0);
  const angle = (motion.turn * Math.PI) / 180;
  const [wide, high] = [(x * motion.width) / 2, (y * motion.height) / 2];
  return { x: wide * Math.cos(angle) - high * Math.sin(angle), y: wide * Math.sin(angle) + high * Math.cos(angle) };
}

/** The point on stage at which a path in metres is at a place of its table; `size` scales it about its centre. */
export function pathPoint(motion: PathMotion, place: number, size = 1): Vector {
  const { x, y } = pathOffset(motion, place);
  const { centre } = motion;
  switch (motion.plane) {
    case "across":
      return { x: centre.x + x * size, y: centre.y, z: centre.z + y * size };
    case "along":
      return { x: centre.x, y: centre.y + x * size, z: centre.z + y * size };
    case "flat":
    case "angles":
      return { x: centre.x + x * size, y: centre.y + y * size, z: centre.z };
  }
}

/** How many cycles of a path its table holds. */
export function pathCycles(motion: PathMotion): number {
  return walkOf(motion.direction ?? "forward").cycles;
}

/** Tables of a path's pan and tilt in degrees from its centre. */
export function anglePathTables(motion: PathMotion): { readonly pan: MotionTable; readonly tilt: MotionTable } {
  const cycles = pathCycles(motion);
  const { figure, corners, points, width, height, turn, direction } = motion;
  const tableOf = (axis: "x" | "y"): MotionTable =>
    remembered(known, `path ${axis} ${JSON.stringify({ figure, corners, points, width, height, turn, direction })}`, () => ({
      table: cycleTable((place) => pathOffset(motion, place)[axis], { cells: PATH_CELLS * cycles }),
      cycles,
    }));
  return { pan: tableOf("x"), tilt: tableOf("y") };
}

/** A number that many figures can be divided by, so that corners lie between cells. */
export const PATH_CELLS = 480;
