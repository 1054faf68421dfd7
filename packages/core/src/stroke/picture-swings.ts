import { encodedSrgb, linearOfEncoded, xyzOfLinearSrgb } from "../color/colorimetry";
import { walkOf } from "../motion/direction";
import type { VeilMotion } from "../motion/motion";
import type { Picture } from "../motion/picture";
import { veilDots } from "../motion/veil";
import type { Attribute } from "../rig/attributes";
import { mix } from "../rig/mix-head";
import type { Profile } from "../rig/profile";
import type { Head, Rig } from "../rig/rig";
import type { HeadSwings } from "./head-swing";

const LEAST_CELLS = 32;
/** Above so many heads a long picture is looked at more coarsely on its way. */
const MANY_HEADS = 1000;
const CELLS_OF_MANY = 64;

/** A picture that stands still is looked at once a cycle; one that runs, at each of its dots on the way. */
export function pictureCells({ runs }: VeilMotion, { columns, rows }: Picture, heads: number): number {
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
  return (head, { size }) => {
    const palette = paletteOf(head);
    const dots = veilDots(motion, head.position, places, picture);
    const shown = places.map((_, cell) => palette.levels(head, dots, 3 * cell));
    return palette.names.flatMap((name, index) => {
      const parameter = head.parameters.get(name);
      if (parameter === undefined || !rig.parameters[parameter]) return [];
      const table = new Float32Array(2 * cells);
      let sum = 0;
      for (let cell = 0; cell < cells; cell++) {
        const value = shown[cell]![index]!;
        table[2 * cell] = value;
        table[2 * cell + 1] = shown[(cell + 1) % cells]![index]! - value;
        sum += value;
      }
      const middle = sum / cells;
      return [{ parameter, swing: { table, cycles, low: middle * (1 - size), span: size, middle } }];
    });
  };
}

/** Of a colour's strongest component the others are so many steps: what is nearer looks the same (within ΔE2000 1). */
const STEPS = 128;

/** Less light than a step of the picture has. */
const BLACK = linearOfEncoded(0.9 / 255);

/** What a kind of head makes of colours, each mixed when it is first asked for: levels don't depend on how bright a colour is. */
class Palette {
  readonly names: readonly Attribute[];
  readonly #known = new Map<number, Float32Array>();

  constructor(head: Head) {
    this.names = [...mix(head, xyzOfLinearSrgb(1, 1, 1)).keys()];
  }

  /** Of the colour that begins there in a row of red, green and blue. */
  levels(head: Head, dots: Float64Array, at: number): Float32Array {
    const light = (part: number): number => linearOfEncoded(Math.max(0, dots[at + part]!) / 255);
    const [red, green, blue] = [light(0), light(1), light(2)];
    const most = Math.max(red, green, blue);
    const step = (value: number): number => (most < BLACK ? STEPS : Math.round(encodedSrgb(value / most) * STEPS));
    const [r, g, b] = [step(red), step(green), step(blue)];
    const key = (r * (STEPS + 1) + g) * (STEPS + 1) + b;
    let levels = this.#known.get(key);
    if (!levels) {
      const linear = [r, g, b].map((value) => linearOfEncoded(value / STEPS)) as [number, number, number];
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
