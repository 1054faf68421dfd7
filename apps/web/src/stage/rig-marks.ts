import { HeadLooks, type Rig } from "@vexa/core";

/** What drawing asks of every head at every picture, laid out once for a rig: the same whatever the view, the zoom and the levels. */
export interface RigMarks {
  /** Metres, three numbers a head. */
  readonly places: Float64Array;
  /** Radius in pixels of each head's mark where nothing is enlarged. */
  readonly radius: Float32Array;
  /** 1 = a cell of something larger, drawn as a square. */
  readonly cells: Uint8Array;
  /** 1 = it turns, and so throws a beam that is seen. */
  readonly turns: Uint8Array;
  readonly looks: HeadLooks;
}

const marksOfRigs = new WeakMap<Rig, RigMarks>();

/** Heads with more cells than this are drawn as squares. */
const MOST_ROUND_CELLS = 2;

export function rigMarks(rig: Rig): RigMarks {
  const known = marksOfRigs.get(rig);
  if (known) return known;
  const count = rig.heads.length;
  const marks = {
    places: new Float64Array(3 * count),
    radius: new Float32Array(count),
    cells: new Uint8Array(count),
    turns: new Uint8Array(count),
    looks: HeadLooks.of(rig),
  };
  rig.heads.forEach(({ position, mode, parameters }, index) => {
    marks.places.set([position.x, position.y, position.z], 3 * index);
    marks.cells[index] = mode.heads.length > MOST_ROUND_CELLS ? 1 : 0;
    marks.turns[index] = parameters.has("Pan") ? 1 : 0;
    marks.radius[index] = marks.cells[index] === 1 ? 2.2 : marks.turns[index] === 1 ? 4.5 : 3.4;
  });
  marksOfRigs.set(rig, marks);
  return marks;
}
