import type { Rig } from "../rig/rig";
import { foundInts, type Found } from "./kernels";

/** Slots of one universe. */
export const SLOTS = 512;

/** Numbers of an exit: its parameter, the virtual dimmer's or -1, and where its coarse and its fine octet lie in the frame. */
export const EXIT = 4;
export const PARAMETER = 0;
export const DIMMER = 1;
export const COARSE = 2;
export const FINE = 3;

/** Exits of one width, one after the other, where loops find them. What leaves nowhere is written into the octet behind the frame. */
export interface FlatExits {
  readonly count: number;
  readonly rows: Found<Int32Array>;
}

/** A parameter of 24 or 32 bit, or one that several masters scale: offsets, coarse first. */
interface WideExit {
  readonly parameter: number;
  readonly dimmers: readonly number[];
  readonly offsets: readonly number[];
}

/** The way from parameters to slots, grouped so that the writing loops have no branches. */
export interface OutputMap {
  /** Rising by parameter. */
  readonly eight: FlatExits;
  readonly sixteen: FlatExits;
  readonly dimmedEight: FlatExits;
  readonly dimmedSixteen: FlatExits;
  /** The same rising by their dimmers. */
  readonly eightByDimmer: FlatExits;
  readonly sixteenByDimmer: FlatExits;
  /** 24 and 32 bit, and masters of masters: rare. */
  readonly wide: readonly WideExit[];
  readonly made: { readonly loose: Loose; readonly places: Places };
}

/** Exits before anything is patched: with their places in the rig's patches, and with slots counted from the first. */
interface LooseExits {
  readonly rows: Int32Array;
  readonly places: Int32Array;
}

type Group = "eight" | "sixteen" | "dimmedEight" | "dimmedSixteen";
type Loose = Record<Group | "eightByDimmer" | "sixteenByDimmer", LooseExits> & { readonly wide: readonly (WideExit & { place: number })[] };

// The same layout has the same parameters in the same places, wherever its fixtures are patched.
const looseOf = new WeakMap<Rig["layout"], Loose>();

/** Where everything leaves; what isn't patched, or would end beyond its universe, doesn't. A map that nobody uses any more may lend its room. */
export function buildOutputMap(rig: Rig, before?: OutputMap): OutputMap {
  let loose = looseOf.get(rig.layout);
  if (!loose) looseOf.set(rig.layout, (loose = looseExits(rig)));
  const places = placesOf(rig);
  const moved = before?.made.loose === loose ? movedPlaces(before.made.places, places) : null;
  const exitsOf = (group: Exclude<keyof Loose, "wide">): FlatExits => patched(loose[group], { places, moved, before: before?.[group] });
  return {
    eight: exitsOf("eight"),
    sixteen: exitsOf("sixteen"),
    dimmedEight: exitsOf("dimmedEight"),
    dimmedSixteen: exitsOf("dimmedSixteen"),
    eightByDimmer: exitsOf("eightByDimmer"),
    sixteenByDimmer: exitsOf("sixteenByDimmer"),
    wide: loose.wide.flatMap(({ place, offsets, ...exit }) => {
      const [start, end] = [places.starts[place]!, places.ends[place]!];
      return start !== UNPATCHED && offsets.every((slot) => start + slot < end)
        ? [{ ...exit, offsets: offsets.map((slot) => start + slot) }]
        : [];
    }),
    made: { loose, places },
  };
}

const UNPATCHED = -SLOTS;

/** Where each place begins in the frame, or UNPATCHED, and where its universe ends. */
interface Places {
  readonly starts: Int32Array;
  readonly ends: Int32Array;
  readonly frameLength: number;
}

function placesOf({ patches, universes }: Rig): Places {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const [starts, ends] = [new Int32Array(patches.universes.length), new Int32Array(patches.universes.length)];
  for (let at = 0; at < starts.length; at++) {
    const begin = begins.get(patches.universes[at]!) ?? -1;
    // A channel's slots count from 1, as addresses do.
    starts[at] = begin < 0 ? UNPATCHED : begin + patches.addresses[at]! - 2;
    ends[at] = begin + SLOTS;
  }
  return { starts, ends, frameLength: universes.length * SLOTS };
}

/** By place 1 where it begins elsewhere than before; null = all may. */
function movedPlaces(before: Places, now: Places): Uint8Array | null {
  if (before.frameLength !== now.frameLength) return null;
  return Uint8Array.from(now.starts, (start, at) => (start === before.starts[at] ? 0 : 1));
}

/** `moved`: only exits of these places lie elsewhere than in the map before. */
function patched(
  { rows, places }: LooseExits,
  { places: { starts, ends, frameLength }, moved, before }: { places: Places; moved: Uint8Array | null; before: FlatExits | undefined },
): FlatExits {
  const to = before?.rows.numbers.length === rows.length ? before.rows : foundInts(rows.length);
  const exits = to.numbers;
  if (moved === null) exits.set(rows);
  for (let at = 0; at < places.length; at++) {
    const place = places[at]!;
    if (moved?.[place] === 0) continue;
    const [row, start, end] = [EXIT * at, starts[place]!, ends[place]!];
    const [coarse, fine] = [start + rows[row + COARSE]!, start + rows[row + FINE]!];
    const leaves = start !== UNPATCHED && coarse < end && fine < end;
    exits[row + COARSE] = leaves ? coarse : frameLength;
    exits[row + FINE] = leaves ? fine : frameLength;
  }
  return { count: places.length, rows: to };
}

const GROUPS = ["eight", "sixteen", "dimmedEight", "dimmedSixteen"] as const satisfies readonly Group[];
/** Of no group: it has no slots, or is wide. */
const NO_GROUP = -1;

/** In two passes and without an object for an exit: a large rig has a hundred thousand. */
function looseExits(rig: Rig): Loose {
  const { kinds, kind, place, scaler } = rig.layout;
  const widths = kinds.map(({ channel }) => channel.slots.length);
  const groups = new Int8Array(kind.length);
  const counts = [0, 0, 0, 0];
  const wide: Loose["wide"][number][] = [];
  for (let parameter = 0; parameter < kind.length; parameter++) {
    const width = widths[kind[parameter]!]!;
    const dimmer = scaler[parameter]!;
    const severalAbove = dimmer >= 0 && scaler[dimmer]! >= 0;
    groups[parameter] = NO_GROUP;
    if (width > 2 || (width > 0 && severalAbove)) {
      const offsets = kinds[kind[parameter]!]!.channel.slots;
      wide.push({ parameter, dimmers: scalersOf(rig, parameter), place: place[parameter]!, offsets });
    } else if (width > 0) {
      const group = width - 1 + (dimmer >= 0 ? 2 : 0);
      groups[parameter] = group;
      counts[group]!++;
    }
  }
  const loose = GROUPS.map((_, group) => exitsOf(rig, { groups, group, count: counts[group]! }));
  const [eight, sixteen, dimmedEight, dimmedSixteen] = loose as [LooseExits, LooseExits, LooseExits, LooseExits];
  return {
    eight,
    sixteen,
    dimmedEight,
    dimmedSixteen,
    eightByDimmer: byDimmer(dimmedEight, kind.length),
    sixteenByDimmer: byDimmer(dimmedSixteen, kind.length),
    wide,
  };
}

function exitsOf({ layout }: Rig, { groups, group, count }: { groups: Int8Array; group: number; count: number }): LooseExits {
  const { kinds, kind, place, scaler } = layout;
  const coarse = Int32Array.from(kinds, ({ channel: { slots } }) => slots[0] ?? 0);
  const fine = Int32Array.from(kinds, ({ channel: { slots } }) => slots[slots.length - 1] ?? 0);
  const rows = new Int32Array(EXIT * count);
  const places = new Int32Array(count);
  let at = 0;
  for (let parameter = 0; parameter < groups.length; parameter++) {
    if (groups[parameter] !== group) continue;
    places[at] = place[parameter]!;
    const row = EXIT * at++;
    rows[row + PARAMETER] = parameter;
    rows[row + DIMMER] = scaler[parameter]!;
    rows[row + COARSE] = coarse[kind[parameter]!]!;
    rows[row + FINE] = fine[kind[parameter]!]!;
  }
  return { rows, places };
}

/** The same rising by their dimmers, those of one in their order: counted, as comparing a hundred thousand takes a tenth of a second. */
function byDimmer({ rows, places }: LooseExits, parameters: number): LooseExits {
  const next = new Int32Array(parameters + 1);
  for (let at = 0; at < places.length; at++) next[rows[EXIT * at + DIMMER]! + 1]!++;
  for (let parameter = 0; parameter < parameters; parameter++) next[parameter + 1]! += next[parameter]!;
  const [sorted, sortedPlaces] = [new Int32Array(rows.length), new Int32Array(places.length)];
  for (let at = 0; at < places.length; at++) {
    const to = next[rows[EXIT * at + DIMMER]!]!++;
    sortedPlaces[to] = places[at]!;
    for (let number = 0; number < EXIT; number++) sorted[EXIT * to + number] = rows[EXIT * at + number]!;
  }
  return { rows: sorted, places: sortedPlaces };
}

/** The virtual masters that scale a parameter before it leaves, from the nearest on. */
export function scalersOf({ layout: { scaler } }: Rig, parameter: number): readonly number[] {
  const scalers: number[] = [];
  for (let at = scaler[parameter]!; at >= 0 && !scalers.includes(at); at = scaler[at]!) scalers.push(at);
  return scalers;
}
