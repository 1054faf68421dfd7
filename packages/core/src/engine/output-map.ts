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
  const universeAt = new Map(rig.universes.map((universe, index) => [universe, index]));
  const exits: Exit[] = [];
  rig.parameters.forEach(({ head, channel }, parameter) => {
    const { patch } = head.fixture;
    if (!patch || channel.slots.length === 0) return;
    const start = universeAt.get(patch.universe)! * SLOTS + patch.address - 2;
    const offsets = channel.slots.map((slot) => start + slot);
    if (offsets.some((offset) => offset >= (universeAt.get(patch.universe)! + 1) * SLOTS)) return;
    exits.push({ parameter, offsets, dimmer: virtualDimmer(rig, parameter) });
  });
  const flat = (slots: number, dimmed: "dimmed" | "plain"): FlatExits => {
    const own = exits.filter(({ offsets, dimmer }) => offsets.length === slots && dimmer >= 0 === (dimmed === "dimmed"));
    return {
      parameters: Int32Array.from(own, ({ parameter }) => parameter),
      dimmers: Int32Array.from(own, ({ dimmer }) => dimmer),
      coarse: Int32Array.from(own, ({ offsets }) => offsets[0]!),
      fine: Int32Array.from(own, ({ offsets }) => offsets[1] ?? 0),
    };
  };
  return {
    eight: flat(1, "plain"),
    sixteen: flat(2, "plain"),
    dimmedEight: flat(1, "dimmed"),
    dimmedSixteen: flat(2, "dimmed"),
    wide: exits.filter(({ offsets }) => offsets.length > 2),
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
