import { attributeInfo } from "../rig/attributes";
import type { Channel, Mode } from "../rig/profile";
import type { Parameter, Rig } from "../rig/rig";
import { numbersOf } from "./numbers-of";
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

const PARAMETERS_A_STEP = 4096;

/** Whose the slots of a rig's frames are, worked out in steps: a large rig's take longer than a frame. */
export function* lampSlots({ parameters, patches, universes }: Rig): Generator<void, LampSlots> {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const [lampOf, kinds] = [new Int32Array(universes.length * SLOTS), new Uint8Array(universes.length * SLOTS)];
  const lights: number[] = [];
  const [lampOfPlace, numbers] = [new Int32Array(patches.universes.length), new Map<string, number>()];
  const kindOf = kindsOfChannels();
  for (let at = 0; at < parameters.length; at++) {
    if (at % PARAMETERS_A_STEP === 0) yield;
    const parameter = parameters[at]!;
    const { head, channel, place } = parameter;
    const begin = begins.get(patches.universes[place]!);
    if (begin === undefined || channel.slots.length === 0) continue;
    let lamp = lampOfPlace[place]!;
    if (lamp === 0) {
      lamp = numbers.get(head.fixture.id) ?? numbers.size + 1;
      numbers.set(head.fixture.id, lamp);
      lampOfPlace[place] = lamp;
    }
    const kind = kindOf(parameter);
    const first = begin + patches.addresses[place]! - 2;
    const counted = lights.length;
    if (kind === LIGHT) lights.push(0);
    for (const offset of channel.slots) {
      const slot = first + offset;
      if (slot >= begin + SLOTS) continue;
      lampOf[slot] = lamp;
      kinds[slot]! |= kind;
      if (kind === LIGHT) lights.push(slot);
    }
    if (kind === LIGHT) lights[counted] = lights.length - counted - 1;
  }
  return { lampOf, kinds, lights: numbersOf(Int32Array, lights, (each) => each) };
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
