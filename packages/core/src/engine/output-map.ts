import type { Rig } from "../rig/rig";

/** Slots of one universe. */
export const SLOTS = 512;

/** Where one parameter leaves: offsets into the frame, coarse first. `dimmer` is its virtual dimmer's index or -1. */
interface Exit {
  readonly parameter: number;
  readonly dimmer: number;
  readonly offsets: readonly number[];
}

/** Exits of one width as flat arrays. */
export interface FlatExits {
  readonly parameters: Int32Array;
  readonly dimmers: Int32Array;
  readonly coarse: Int32Array;
  readonly fine: Int32Array;
}

/** The way from parameters to slots, grouped so that the writing loops have no branches. */
export interface OutputMap {
  readonly eight: FlatExits;
  readonly sixteen: FlatExits;
  readonly dimmedEight: FlatExits;
  readonly dimmedSixteen: FlatExits;
  /** 24 and 32 bit: rare. */
  readonly wide: readonly Exit[];
}

export function buildOutputMap(rig: Rig): OutputMap {
  const starts = new Map(rig.universes.map((universe, index) => [universe, index * SLOTS]));
  const lists = { eight: exitList(), sixteen: exitList(), dimmedEight: exitList(), dimmedSixteen: exitList() };
  const wide: Exit[] = [];
  for (let parameter = 0; parameter < rig.parameters.length; parameter++) {
    const { head, channel } = rig.parameters[parameter]!;
    const { patch } = head.fixture;
    const { slots } = channel;
    if (!patch || slots.length === 0) continue;
    const start = starts.get(patch.universe)! + patch.address - 2;
    const end = starts.get(patch.universe)! + SLOTS;
    if (slots.some((slot) => start + slot >= end)) continue;
    const dimmer = virtualDimmer(rig, parameter);
    if (slots.length > 2) wide.push({ parameter, dimmer, offsets: slots.map((slot) => start + slot) });
    else {
      const list = lists[slots.length === 1 ? (dimmer < 0 ? "eight" : "dimmedEight") : dimmer < 0 ? "sixteen" : "dimmedSixteen"];
      list.parameters.push(parameter);
      list.dimmers.push(dimmer);
      list.coarse.push(start + slots[0]!);
      list.fine.push(slots.length === 1 ? 0 : start + slots[1]!);
    }
  }
  return {
    eight: flatExits(lists.eight),
    sixteen: flatExits(lists.sixteen),
    dimmedEight: flatExits(lists.dimmedEight),
    dimmedSixteen: flatExits(lists.dimmedSixteen),
    wide,
  };
}

type ExitList = { [K in keyof FlatExits]: number[] };

const exitList = (): ExitList => ({ parameters: [], dimmers: [], coarse: [], fine: [] });

function flatExits({ parameters, dimmers, coarse, fine }: ExitList): FlatExits {
  return {
    parameters: Int32Array.from(parameters),
    dimmers: Int32Array.from(dimmers),
    coarse: Int32Array.from(coarse),
    fine: Int32Array.from(fine),
  };
}

/**
 * Colours of a head without a dimmer of its own are scaled by its virtual one, so that intensity isn't hidden in
 * colour. Returns the virtual dimmer's parameter or -1.
 */
export function virtualDimmer(rig: Rig, parameter: number): number {
  const { head, channel } = rig.parameters[parameter]!;
  if (!channel.attribute.startsWith("ColorAdd_")) return -1;
  const dimmer = head.parameters.get("Dimmer");
  return dimmer !== undefined && rig.parameters[dimmer]!.channel.slots.length === 0 ? dimmer : -1;
}
