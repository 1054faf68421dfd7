import type { ColorFan } from "../color/color-fan";
import type { Vector } from "../geometry/beam";
import { emptyTable, type CycleTable } from "../motion/cycle-table";
import type { VeilMotion } from "../motion/motion";
import { walkOf } from "../motion/direction";
import { patternCycles } from "../motion/patterns";
import { amountOf, type Picture } from "../motion/picture";
import { veilAt, veilCovers, veilSeen } from "../motion/veil";
import type { Attribute } from "../rig/attributes";
import { colorsAlong } from "../rig/common-color";
import { mix } from "../rig/mix-head";
import type { Profile } from "../rig/profile";
import type { Head, Rig } from "../rig/rig";
import { normalizedFreely, normalizedSize } from "../rig/scale";
import { clamp } from "../units/units";
import type { HeadSwings } from "./head-swing";
import { pictureCells, pictureSwings } from "./picture-swings";
import type { Spread } from "./spread";

/** Cells of a cycle; above so many heads there are fewer. */
const CELLS = 32;
const MANY_HEADS = 1000;
/** Between dark and bright so many colours are mixed, and those between them are taken straight. */
const SHADES = 16;

// Motions never change in place: on the same heads a veil shows the same.
const known = new WeakMap<
  VeilMotion,
  { readonly spread: Spread; readonly picture: Picture | null; readonly byHead: Map<string, Bright> }
>();

/** How bright a veil is over a head, cell by cell, and how opaque, where it isn't wholly. */
interface Bright {
  readonly table: CycleTable;
  readonly cover?: CycleTable;
}

interface VeilOn {
  readonly attribute: Attribute;
  readonly motion: VeilMotion;
  readonly spread: Spread;
  readonly rig: Rig;
  /** The one that it names; null where it has a pattern, or its picture is gone. */
  readonly picture: Picture | null;
}

/** What a veil does to each head that it covers: its brightness there, cell by cell, as a number of the attribute or as a colour. */
export function veilSwings(of: VeilOn): HeadSwings {
  const swings = coveredSwings(of);
  return (head, how) => (veilCovers(of.motion, head.position) ? swings(head, how) : []);
}

function coveredSwings(of: VeilOn): HeadSwings {
  const { attribute, motion, spread, rig, picture } = of;
  if (picture && attribute === "Color" && !motion.colors) return pictureSwings({ motion, rig, picture, heads: spread.heads.length });
  let kept = known.get(motion);
  if (kept?.spread !== spread || kept.picture !== picture)
    known.set(motion, (kept = { spread, picture, byHead: new Map<string, Bright>() }));
  const { byHead } = kept;
  const walk = walkOf(motion.direction ?? "forward");
  const loop = picture || motion.formula !== undefined ? 1 : patternCycles(motion.pattern);
  const cycles = loop * walk.cycles;
  const cells = picture
    ? pictureCells(motion, picture, spread.heads.length) * cycles
    : (spread.heads.length > MANY_HEADS ? CELLS / 2 : CELLS) * cycles;
  const places = Array.from({ length: cells + 1 }, (_, cell) => walk.at(cell < cells ? cell / cells : 1 - JUST_BEFORE) * loop);
  const bright = (head: Head): Bright => {
    let own = byHead.get(head.key);
    if (!own) byHead.set(head.key, (own = brightOver(head.position, { motion, picture, places })));
    return own;
  };
  if (motion.colors) {
    const shadesOf = shades(motion.colors, spread.heads);
    return (head, { size }) =>
      [...shadesOf(head)].map(([name, ramp]) => {
        const own = bright(head);
        const middle = (ramp[0]! + ramp[SHADES]!) / 2;
        const table = shaded(own.table, ramp);
        return {
          parameter: head.parameters.get(name)!,
          swing: { table, cover: own.cover, cycles, low: middle * (1 - size), span: size, middle },
        };
      });
  }
  const relative = motion.base === "relative" && motion.meets === undefined;
  const scaled = relative ? normalizedSize : normalizedFreely;
  return (head, { size }) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) return [];
    const { channel } = rig.parameters[parameter]!;
    const middle = (motion.low + motion.high) / 2;
    const low = scaled(channel, middle + (motion.low - middle) * size, attribute);
    const high = scaled(channel, middle + (motion.high - middle) * size, attribute);
    const { table, cover } = bright(head);
    return [{ parameter, swing: { table, cover, cycles, low, span: high - low, middle: scaled(channel, middle, attribute) } }];
  };
}

// Colours never change in place.
const knownShades = new WeakMap<ColorFan, Map<Profile, ReadonlyMap<Attribute, Float32Array>[]>>();
const JUST_BEFORE = 1e-9;

/** `places`: where a veil is in its cycle at the start of each cell, and at the end of the last. */
function brightOver(at: Vector, of: { motion: VeilMotion; picture: Picture | null; places: readonly number[] }): Bright {
  const { motion, picture, places } = of;
  if (!picture) return { table: joinedTable(places.map((place) => veilAt(motion, at, place))) };
  // A picture is looked at once for all of its cells.
  const { dots, opaque } = veilSeen(motion, at, places, picture);
  const table = joinedTable(places.map((_, look) => clamp(amountOf(dots, motion.counts, 3 * look), 0, 1)));
  return opaque ? { table, cover: joinedTable(opaque) } : { table };
}

/** A table that goes straight from each of its values to the next: thousands of heads have one of their own. */
function joinedTable(values: ArrayLike<number>): CycleTable {
  const table = emptyTable(values.length - 1);
  for (let cell = 0; cell + 1 < values.length; cell++) {
    table[2 * cell] = values[cell]!;
    table[2 * cell + 1] = values[cell + 1]! - values[cell]!;
  }
  return table;
}

/** For each kind of head its emitters from dark to bright. */
function shades(colors: ColorFan, heads: readonly Head[]): (head: Head) => ReadonlyMap<Attribute, Float32Array> {
  const along = colorsAlong(colors, heads);
  // Where lamps are to look alike, the others count.
  const before = colors.match === undefined ? knownShades.get(colors) : undefined;
  const kinds = before ?? new Map<Profile, ReadonlyMap<Attribute, Float32Array>[]>();
  knownShades.set(colors, kinds);
  return (head) => {
    let own = kinds.get(head.profile);
    if (!own) kinds.set(head.profile, (own = []));
    return (own[head.index] ??= rampsOf(head, along));
  };
}

function rampsOf(head: Head, along: ReturnType<typeof colorsAlong>): ReadonlyMap<Attribute, Float32Array> {
  const ramps = new Map<Attribute, Float32Array>();
  for (let shade = 0; shade <= SHADES; shade++)
    for (const [name, value] of mix(head, along(shade / SHADES))) {
      let ramp = ramps.get(name);
      if (!ramp) ramps.set(name, (ramp = new Float32Array(SHADES + 1)));
      ramp[shade] = value;
    }
  return ramps;
}

/** What a brightness comes to along a ramp, cell by cell. */
function shaded(bright: CycleTable, ramp: Float32Array): CycleTable {
  const table = emptyTable(bright.length / 2);
  const at = (value: number): number => {
    const place = clamp(value, 0, 1) * SHADES;
    const shade = Math.min(SHADES - 1, Math.floor(place));
    return ramp[shade]! + (ramp[shade + 1]! - ramp[shade]!) * (place - shade);
  };
  for (let cell = 0; cell < bright.length; cell += 2) {
    table[cell] = at(bright[cell]!);
    table[cell + 1] = at(bright[cell]! + bright[cell + 1]!) - table[cell]!;
  }
  return table;
}
