import { encodedSrgb, linearOfEncoded, xyzOfLinearSrgb } from "../color/colorimetry";
import { emptyTable, type CycleTable } from "../motion/cycle-table";
import { walkOf } from "../motion/direction";
import type { VeilMotion } from "../motion/motion";
import type { Picture } from "../motion/picture";
import { veilSeen } from "../motion/veil";
import type { Attribute } from "../rig/attributes";
import { mix } from "../rig/mix-head";
import type { Profile } from "../rig/profile";
import type { Head, Rig } from "../rig/rig";
import type { HeadSwings } from "./head-swing";

const LEAST_CELLS = 32;
/** Above so many heads a long picture is looked at more coarsely on its way. */
const MANY_HEADS = 1000;
const CELLS_OF_MANY = 64;

/** A picture that stands still is looked at once a cycle; one that runs, at each of its dots on the way; a film at each of its pictures. */
export function pictureCells({ runs }: VeilMotion, { columns, rows, frames }: Picture, heads: number): number {
  if (frames !== undefined) return heads > MANY_HEADS ? Math.min(CELLS_OF_MANY, frames) : frames;
  if (runs === undefined) return 1;
  const dots = Math.max(LEAST_CELLS, runs === "left" || runs === "right" ? columns : rows);
  return heads > MANY_HEADS ? Math.min(CELLS_OF_MANY, dots) : dots;
}

/** The colours of a picture themselves, in each head's own emitters. How bright they are is for its dimmer: black is no colour, so it is white. */
export function pictureSwings(of: { motion: VeilMotion; rig: Rig; picture: Picture; heads: number }): HeadSwings {
  const { motion, rig, picture, heads } = of;
  const walk = walkOf(motion.direction ?? "forward");
  const { cycles } = walk;
  const cells = pictureCells(motion, picture, heads) * cycles;
  const places = Array.from({ length: cells }, (_, cell) => walk.at(cell / cells));
  const { base, plane, centre, width, height, turn, repeat, open, contrast, blur, runs, direction } = motion;
  const as = JSON.stringify([base, plane, centre, width, height, turn, repeat, open, contrast, blur, runs, direction, cells]);
  let known = shownBy.get(picture);
  if (!known) shownBy.set(picture, (known = new Map<string, Shown>()));
  return (head, { size }) => {
    let shown = known.get(head.key);
    if (shown?.head !== head || shown.as !== as) {
      const { dots, opaque } = veilSeen(motion, head.position, places, picture);
      const cover = opaque && { cover: roundTable(cells, (cell) => opaque[cell]!) };
      known.set(head.key, (shown = { head, as, colors: tablesOf(head, dots, cells), ...cover }));
    }
    const { cover } = shown;
    return shown.colors.flatMap(({ name, table, middle }) => {
      const parameter = head.parameters.get(name);
      if (parameter === undefined || !rig.parameters[parameter]) return [];
      return [{ parameter, swing: { table, cycles, low: middle * (1 - size), span: size, middle, ...(cover ? { cover } : {}) } }];
    });
  };
}

/** Straight from each look to the next, and from the last to the first. */
function roundTable(cells: number, valueAt: (cell: number) => number): CycleTable {
  const table = emptyTable(cells);
  for (let cell = 0; cell < cells; cell++) {
    table[2 * cell] = valueAt(cell);
    table[2 * cell + 1] = valueAt((cell + 1) % cells) - valueAt(cell);
  }
  return table;
}

/** What a head showed of a picture last: other rates, phases, sizes and clocks show the same. */
interface Shown {
  readonly head: Head;
  /** How the picture lay. */
  readonly as: string;
  readonly cover?: CycleTable;
  readonly colors: readonly { readonly name: Attribute; readonly table: CycleTable; readonly middle: number }[];
}

// Pictures never change in place.
const shownBy = new WeakMap<Picture, Map<string, Shown>>();

/** Tables of a head's emitters that go straight from each look to the next, and what they are about. */
function tablesOf(head: Head, dots: Float64Array, cells: number): Shown["colors"] {
  const palette = paletteOf(head);
  const count = palette.names.length;
  const shown = new Float32Array(cells * count);
  for (let cell = 0; cell < cells; cell++) palette.put(head, dots, { from: 3 * cell, into: shown, at: cell * count });
  return palette.names.map((name, index) => {
    const table = roundTable(cells, (cell) => shown[cell * count + index]!);
    let sum = 0;
    for (let cell = 0; cell < cells; cell++) sum += table[2 * cell]!;
    return { name, table, middle: sum / cells };
  });
}

/** Of a colour's strongest component the others are so many steps; what lies between is taken straight (within ΔE2000 1 of the exact mix). */
const STEPS = 32;

/** Less light than a step of the picture has. */
const BLACK = linearOfEncoded(0.9 / 255);

/** What a kind of head makes of colours, mixed where it is first asked for: levels don't depend on how bright a colour is. */
class Palette {
  readonly names: readonly Attribute[];
  readonly #known = new Map<number, Float32Array>();
  /** Encoded components of the colour in hand, in steps of the strongest one. */
  readonly #steps = new Float64Array(3);

  constructor(head: Head) {
    this.names = [...mix(head, xyzOfLinearSrgb(1, 1, 1)).keys()];
  }

  /** Levels of the colour that begins at `from` in a row of red, green and blue, put into a row of levels. */
  put(head: Head, dots: Float64Array, { from, into, at }: { from: number; into: Float32Array; at: number }): void {
    const steps = this.#steps;
    let strongest = 0;
    for (let part = 0; part < 3; part++) {
      steps[part] = linearOfEncoded(Math.max(0, dots[from + part]!) / 255);
      if (steps[part]! > steps[strongest]!) strongest = part;
    }
    const most = steps[strongest]!;
    for (let part = 0; part < 3; part++) steps[part] = most < BLACK ? STEPS : encodedSrgb(steps[part]! / most) * STEPS;
    const [u, v] = [(strongest + 1) % 3, (strongest + 2) % 3];
    const [left, top] = [Math.min(STEPS - 1, Math.floor(steps[u]!)), Math.min(STEPS - 1, Math.floor(steps[v]!))];
    const [across, down] = [steps[u]! - left, steps[v]! - top];
    const corner = (right: number, below: number): Float32Array => this.#mixed(head, strongest, [left + right, top + below]);
    const [one, two] = [corner(0, 0), across > 0 ? corner(1, 0) : null];
    const [three, four] = [down > 0 ? corner(0, 1) : null, across > 0 && down > 0 ? corner(1, 1) : null];
    for (let name = 0; name < this.names.length; name++) {
      const above = two ? one[name]! + (two[name]! - one[name]!) * across : one[name]!;
      const beneath = three ? (four ? three[name]! + (four[name]! - three[name]!) * across : three[name]!) : above;
      into[at + name] = above + (beneath - above) * down;
    }
  }

  /** Exactly mixed: the strongest component whole, the two that follow it in so many steps. */
  #mixed(head: Head, strongest: number, [u, v]: readonly [number, number]): Float32Array {
    const key = (strongest * (STEPS + 1) + u) * (STEPS + 1) + v;
    let levels = this.#known.get(key);
    if (!levels) {
      const linear: [number, number, number] = [1, 1, 1];
      linear[(strongest + 1) % 3] = linearOfEncoded(u / STEPS);
      linear[(strongest + 2) % 3] = linearOfEncoded(v / STEPS);
      const mixed = mix(head, xyzOfLinearSrgb(...linear));
      this.#known.set(key, (levels = Float32Array.from(this.names, (name) => mixed.get(name) ?? 0)));
    }
    return levels;
  }
}

// Profiles never change in place.
const palettes = new WeakMap<Profile, Palette[]>();

function paletteOf(head: Head): Palette {
  let own = palettes.get(head.profile);
  if (!own) palettes.set(head.profile, (own = []));
  return (own[head.index] ??= new Palette(head));
}
