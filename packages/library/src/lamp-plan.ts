import {
  mostOf,
  normalized,
  plainPhysical,
  type Attribute,
  type Channel,
  type ChannelFunction,
  type ChannelSet,
  type HeadPlace,
  type Mode,
  type Profile,
} from "@vexa/core";

/** A channel of a lamp's table before it has its slots: they are laid one behind the other in the order of the table. */
export interface ChannelPlan extends Omit<Channel, "head" | "slots"> {
  /** Octets; 0 = virtual. */
  readonly width: 0 | 1 | 2 | 3 | 4;
}

/** One octet from nothing to full. */
export const whole = (attribute: Attribute, home = 0): ChannelPlan => ({ attribute, width: 1, physical: [0, 1], home });

/** Two octets. */
export const fine = (attribute: Attribute, physical: readonly [number, number] = [0, 1], home = 0): ChannelPlan => ({
  attribute,
  width: 2,
  physical,
  home,
});

export const virtualDimmer: ChannelPlan = { attribute: "Dimmer", width: 0, physical: [0, 1], home: 0 };

/** A range of a channel that does something. */
export const part = (attribute: Attribute, range: readonly [number, number], more: Partial<ChannelFunction> = {}): ChannelFunction => ({
  attribute,
  range,
  physical: [0, 1],
  ...more,
});

/** Names over equal parts of a range, each a slot of a wheel from 0 on. */
export function slots(names: readonly string[], [from, to]: readonly [number, number] = [0, 255]): ChannelSet[] {
  const edge = (at: number): number => from + Math.round(((to - from + 1) * at) / names.length);
  return names.map((name, at) => ({ name, range: [edge(at), edge(at + 1) - 1], at }));
}

/** A wheel that takes a channel, or the beginning of it. */
export function wheel(
  attribute: Attribute,
  names: readonly string[],
  { to = 255, more = [] }: { to?: number; more?: readonly ChannelFunction[] } = {},
): ChannelPlan {
  return {
    attribute,
    width: 1,
    physical: [0, names.length - 1],
    home: 0,
    sets: slots(names, [0, to]),
    ...(to < 255 ? { range: [0, to] as const } : {}),
    ...(more.length > 0 ? { more } : {}),
  };
}

export interface ModePlan {
  readonly name: string;
  readonly heads: readonly (readonly [name: string, channels: readonly ChannelPlan[]])[];
  readonly master?: true;
  readonly places?: readonly HeadPlace[];
}

/** Lays a mode's channels out, break by break. */
function layOut({ name, heads, master, places }: ModePlan, index: number): Mode {
  const next: number[] = [];
  const channels = heads.flatMap(([, plans], head) =>
    plans.map(({ width, ...channel }): Channel => {
      const number = channel.break ?? 1;
      const own = Array.from({ length: width }, () => (next[number] = (next[number] ?? 0) + 1));
      const laid: Channel = { head, slots: own, ...channel };
      // Home is where the lamp stands: at a whole DMX value.
      return { ...laid, home: plainPhysical(laid, Math.floor(normalized(laid, laid.home) * mostOf(laid) + 0.5)) };
    }),
  );
  const more = next.slice(2).map((slot) => slot ?? 1);
  return {
    id: `mode-${index + 1}`,
    name,
    footprint: Math.max(1, next[1] ?? 1),
    ...(more.length > 0 ? { moreFootprints: more } : {}),
    heads: heads.map(([head]) => head),
    ...(master ? { master } : {}),
    ...(places ? { places } : {}),
    channels,
  };
}

/** A lamp of the library; its number makes its id. */
export function lamp(
  of: Omit<Profile, "id" | "kind" | "version" | "modes" | "emitters"> & {
    number: number;
    modes: readonly ModePlan[];
    emitters?: Profile["emitters"];
  },
): Profile {
  const { number, modes, emitters = {}, ...rest } = of;
  const id = `gdtf-0ddba11a-0000-4000-8000-${String(number).padStart(12, "0")}`;
  return { id, kind: "profile", version: 1, ...rest, emitters, modes: modes.map(layOut) };
}

/** So many places in a row along x, as far apart. */
export function inRow(count: number, step: number): HeadPlace[] {
  return Array.from({ length: count }, (_, at) => ({
    position: { x: Math.round((at - (count - 1) / 2) * step * 1e6) / 1e6, y: 0, z: 0 },
    rotation: { x: 0, y: 0, z: 0 },
  }));
}

export const MIDDLE: HeadPlace = { position: { x: 0, y: 0, z: 0 }, rotation: { x: 0, y: 0, z: 0 } };

/** Chromaticities and relative outputs of invented diodes and lamps. */
export const LIGHT = {
  RED: { x: 0.69, y: 0.3, luminance: 0.3 },
  GREEN: { x: 0.2, y: 0.71, luminance: 0.6 },
  BLUE: { x: 0.15, y: 0.05, luminance: 0.1 },
  WHITE: { x: 0.33, y: 0.34, luminance: 1 },
  AMBER: { x: 0.57, y: 0.42, luminance: 0.4 },
  LIME: { x: 0.41, y: 0.55, luminance: 0.9 },
  CYAN: { x: 0.14, y: 0.36, luminance: 0.45 },
  INDIGO: { x: 0.17, y: 0.02, luminance: 0.05 },
  TUNGSTEN: { x: 0.4599, y: 0.4106, luminance: 1 },
  ARC: { x: 0.3127, y: 0.329, luminance: 1 },
} as const;
