import type { Rig } from "../rig/rig";
import { attributeInfo } from "../rig/attributes";

/** Slots of one universe. */
export const SLOTS = 512;

/** Exits of one width as flat arrays: offsets into the frame, and the virtual dimmer's parameter or -1. */
export interface FlatExits {
  readonly parameters: Int32Array;
  readonly dimmers: Int32Array;
  readonly coarse: Int32Array;
  readonly fine: Int32Array;
}

/** A parameter of 24 or 32 bit: offsets, coarse first. */
interface WideExit {
  readonly parameter: number;
  readonly dimmer: number;
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
  /** 24 and 32 bit: rare. */
  readonly wide: readonly WideExit[];
}

/** Exits before anything is patched: by the heads' order in the rig, with slots counted from the fixture's first. */
interface LooseExits extends FlatExits {
  readonly heads: Int32Array;
}

type Group = "eight" | "sixteen" | "dimmedEight" | "dimmedSixteen";
type Loose = Record<Group | "eightByDimmer" | "sixteenByDimmer", LooseExits> & { readonly wide: readonly (WideExit & { head: number })[] };

// The same layout has the same parameters in the same places, wherever its fixtures are patched.
const looseOf = new WeakMap<Rig["layout"], Loose>();

/** Where everything leaves; what isn't patched, or would end beyond its universe, doesn't. */
export function buildOutputMap(rig: Rig): OutputMap {
  let loose = looseOf.get(rig.layout);
  if (!loose) looseOf.set(rig.layout, (loose = looseExits(rig)));
  const places = placesOf(rig);
  const { wide, ...groups } = loose;
  return {
    eight: patched(groups.eight, places),
    sixteen: patched(groups.sixteen, places),
    dimmedEight: patched(groups.dimmedEight, places),
    dimmedSixteen: patched(groups.dimmedSixteen, places),
    eightByDimmer: patched(groups.eightByDimmer, places),
    sixteenByDimmer: patched(groups.sixteenByDimmer, places),
    wide: wide.flatMap(({ head, offsets, ...exit }) => {
      const [start, end] = [places.starts[head]!, places.ends[head]!];
      return start !== UNPATCHED && offsets.every((slot) => start + slot < end)
        ? [{ ...exit, offsets: offsets.map((slot) => start + slot) }]
        : [];
    }),
  };
}

const UNPATCHED = -SLOTS;

/** Where each head's fixture begins in the frame, or UNPATCHED, and where its universe ends. */
interface Places {
  readonly starts: Int32Array;
  readonly ends: Int32Array;
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
  return { starts, ends };
}

function patched(exits: LooseExits, { starts, ends }: Places): FlatExits {
  const { parameters, dimmers, heads, coarse, fine } = exits;
  const all = { parameters: parameters.slice(), dimmers: dimmers.slice(), coarse: coarse.slice(), fine: fine.slice() };
  let count = 0;
  for (let at = 0; at < heads.length; at++) {
    const [start, end] = [starts[heads[at]!]!, ends[heads[at]!]!];
    if (start === UNPATCHED || start + coarse[at]! >= end || start + fine[at]! >= end) continue;
    all.parameters[count] = parameters[at]!;
    all.dimmers[count] = dimmers[at]!;
    all.coarse[count] = start + coarse[at]!;
    all.fine[count++] = start + fine[at]!;
  }
  if (count === heads.length) return all;
  return {
    parameters: all.parameters.slice(0, count),
    dimmers: all.dimmers.slice(0, count),
    coarse: all.coarse.slice(0, count),
    fine: all.fine.slice(0, count),
  };
}

function looseExits(rig: Rig): Loose {
  const lists: Record<Group, number[][]> = { eight: [], sixteen: [], dimmedEight: [], dimmedSixteen: [] };
  const wide: Loose["wide"][number][] = [];
  for (let parameter = 0; parameter < rig.parameters.length; parameter++) {
    const { head, channel } = rig.parameters[parameter]!;
    const { slots } = channel;
    if (slots.length === 0) continue;
    const dimmer = virtualDimmer(rig, parameter);
    if (slots.length > 2) wide.push({ parameter, dimmer, head: head.order, offsets: slots });
    else {
      const group = slots.length === 1 ? (dimmer < 0 ? "eight" : "dimmedEight") : dimmer < 0 ? "sixteen" : "dimmedSixteen";
      lists[group].push([parameter, dimmer, head.order, slots[0]!, slots.at(-1)!]);
    }
  }
  const byDimmer = (rows: readonly number[][]): LooseExits => columns(rows.toSorted((a, b) => a[1]! - b[1]!));
  return {
    eight: columns(lists.eight),
    sixteen: columns(lists.sixteen),
    dimmedEight: columns(lists.dimmedEight),
    dimmedSixteen: columns(lists.dimmedSixteen),
    eightByDimmer: byDimmer(lists.dimmedEight),
    sixteenByDimmer: byDimmer(lists.dimmedSixteen),
    wide,
  };
}

function columns(rows: readonly (readonly number[])[]): LooseExits {
  const column = (at: number): Int32Array => Int32Array.from(rows, (row) => row[at]!);
  return { parameters: column(0), dimmers: column(1), heads: column(2), coarse: column(3), fine: column(4) };
}

/**
 * Colours of a head without a dimmer of its own are scaled by its virtual one, so that intensity isn't hidden in
 * colour. Returns the virtual dimmer's parameter or -1.
 */
export function virtualDimmer(rig: Rig, parameter: number): number {
  const { head, channel } = rig.parameters[parameter]!;
  if (attributeInfo(channel.attribute).mixing !== "adds") return -1;
  const dimmer = head.parameters.get("Dimmer");
  return dimmer !== undefined && rig.parameters[dimmer]!.channel.slots.length === 0 ? dimmer : -1;
}
