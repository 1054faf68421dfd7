import { attributeInfo } from "../rig/attributes";
import type { Channel, Mode } from "../rig/profile";
import type { Parameter, Rig } from "../rig/rig";
import { SLOTS } from "./output-map";

/** What a slot is to its lamp: bits, since functions of one channel may be both. */
export const [LIGHT, OTHER] = [1, 2];

/** Whose the slots of a frame are. Flat, since a rig has a hundred thousand of them and a frame doesn't wait. */
export interface LampSlots {
  /** The lamp of each slot, from 1; 0 = nobody's. */
  readonly lampOf: Int32Array;
  /** LIGHT and OTHER of each slot. */
  readonly kinds: Uint8Array;
  /** Channels that make light, one behind the other: how many slots, then these in the frame, coarse first. */
  readonly lights: Int32Array;
}

const PARAMETERS_A_STEP = 512;
/** What a channel may take among the lights: 32 bits and how many. */
const MOST_A_CHANNEL = 5;

/** Whose the slots of a rig's frames are, worked out in steps: a large rig's take longer than a frame. */
export function* lampSlots({ parameters, patches, universes, layout }: Rig): Generator<void, LampSlots> {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const [lampOf, kinds] = [new Int32Array(universes.length * SLOTS), new Uint8Array(universes.length * SLOTS)];
  const lights = new Int32Array(MOST_A_CHANNEL * parameters.length);
  let counted = 0;
  const [lampOfPlace, numbers] = [new Int32Array(patches.universes.length), new Map<string, number>()];
  const numberOf = (lamp: string): number => {
    const number = numbers.get(lamp) ?? numbers.size + 1;
    numbers.set(lamp, number);
    return number;
  };
  const kindOf = kindsOfChannels();
  for (let at = 0; at < parameters.length; at++) {
    if (at % PARAMETERS_A_STEP === 0) yield;
    const place = layout.place[at]!;
    const { slots } = layout.kinds[layout.kind[at]!]!.channel;
    const begin = begins.get(patches.universes[place]!);
    if (begin === undefined || slots.length === 0) continue;
    const lamp = (lampOfPlace[place] ||= numberOf(parameters[at]!.head.fixture.id));
    const kind = kindOf(parameters[at]!);
    const first = begin + patches.addresses[place]! - 2;
    let end = counted + 1;
    for (const offset of slots) {
      const slot = first + offset;
      if (slot >= begin + SLOTS) continue;
      lampOf[slot] = lamp;
      kinds[slot]! |= kind;
      lights[end++] = slot;
    }
    if (kind !== LIGHT) continue;
    lights[counted] = end - counted - 1;
    counted = end;
  }
  return { lampOf, kinds, lights: lights.slice(0, counted) };
}

/** 1 for each lamp of which some light is over nothing in a frame; written into `lit`, which has room for a lamp a slot and one. */
export function litLamps({ lampOf, kinds }: LampSlots, frame: Uint8Array, lit: Uint8Array = new Uint8Array(lampOf.length + 1)): Uint8Array {
  lit.fill(0);
  for (let slot = 0; slot < lampOf.length; slot++) if ((kinds[slot]! & LIGHT) !== 0 && frame[slot]! > 0) lit[lampOf[slot]!] = 1;
  return lit;
}

/** A dimmer makes light, and what mixes colours where there is no dimmer. Channels are many heads' in common. */
function kindsOfChannels(): (of: Parameter) => number {
  const dims = new Map<Mode, boolean>();
  const kinds = new Map<Channel, number>();
  return ({ head: { mode }, channel }) => {
    let kind = kinds.get(channel);
    if (kind !== undefined) return kind;
    if (!dims.has(mode))
      dims.set(
        mode,
        mode.channels.some(({ attribute, slots }) => attribute === "Dimmer" && slots.length > 0),
      );
    const { family, mixing } = attributeInfo(channel.attribute);
    kind = (family === "Intensity" && !channel.more) || (mixing === "adds" && !dims.get(mode)) ? LIGHT : OTHER;
    kinds.set(channel, kind);
    return kind;
  };
}
