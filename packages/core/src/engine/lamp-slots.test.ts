import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import type { Fixture } from "../rig/fixture";
import type { Profile } from "../rig/profile";
import { buildRig, type Rig } from "../rig/rig";
import { fixture, ODD_LAMP, pick, TEST_PROFILES } from "../testing";
import { toTheEnd } from "../units/to-the-end";
import { LIGHT, lampSlots, litLamps, OTHER, type LampSlots } from "./lamp-slots";

/** Its one channel dims, and strobes above: as a number it is no measure of light. */
const STROBING: Profile = {
  ...ODD_LAMP,
  id: "profile-strobing",
  modes: [
    {
      ...{ id: "mode-1", name: "Dim and strobe", footprint: 1, heads: ["Whole"] },
      channels: [
        {
          ...{ head: 0, attribute: "Dimmer", slots: [1], range: [0, 127], physical: [0, 1], home: 0 },
          more: [{ attribute: "Shutter1Strobe", range: [128, 255], physical: [1, 25] }],
        },
      ],
    },
  ],
};
const PROFILES = [...TEST_PROFILES, ODD_LAMP, STROBING];

/** 40 lamps of all kinds anywhere in four universes, over each other and over the end, some patched nowhere. */
function someRig(seed: number): Rig {
  const random = seededRandom(seed);
  const patch = (): Fixture["patch"] => ({ universe: 1 + Math.floor(random() * 4), address: 1 + Math.floor(random() * 512) });
  const lamps = Array.from({ length: 40 }, (_, at): Fixture => {
    const { id } = pick(random, PROFILES);
    return { ...fixture(at + 1, id), patch: random() < 0.2 ? null : patch(), ...(random() < 0.5 ? { morePatches: [patch()] } : {}) };
  });
  return buildRig(lamps, new Map(PROFILES.map((profile) => [profile.id, profile])));
}

interface PlainChannel {
  readonly lamp: string;
  readonly light: boolean;
  readonly slots: readonly number[];
}

/** The channels that leave, in the rig's order, read off the lamps: coarse first, without what would lie beyond the universe. */
function plainChannels(rig: Rig): PlainChannel[] {
  return rig.parameters.flatMap(({ head: { fixture: lamp, mode }, channel }) => {
    const patch = (channel.break ?? 1) === 1 ? lamp.patch : (lamp.morePatches?.[channel.break! - 2] ?? null);
    if (!patch || channel.slots.length === 0) return [];
    const begin = rig.universes.indexOf(patch.universe) * 512;
    const slots = channel.slots.map((slot) => patch.address + slot - 2).filter((slot) => slot < 512);
    const hasDimmer = mode.channels.some(({ attribute, slots: own }) => attribute === "Dimmer" && own.length > 0);
    const light = (channel.attribute === "Dimmer" && !channel.more) || (channel.attribute.startsWith("ColorAdd_") && !hasDimmer);
    return [{ lamp: lamp.id, light, slots: slots.map((slot) => begin + slot) }];
  });
}

function lightsOf({ lights }: LampSlots): number[][] {
  const all: number[][] = [];
  for (let at = 0; at < lights.length; at += lights[at]! + 1) all.push([...lights.subarray(at + 1, at + 1 + lights[at]!)]);
  return all;
}

describe("whose the slots of a frame are", () => {
  it("is as read off the lamps one by one (25 rigs)", () => {
    for (let seed = 1; seed <= 25; seed++) {
      const rig = someRig(seed);
      const [made, plain] = [toTheEnd(lampSlots(rig)), plainChannels(rig)];
      expect(lightsOf(made), `seed ${seed}`).toEqual(plain.filter(({ light }) => light).map(({ slots }) => slots));
      const lampOf = new Map<number, string>();
      const kinds = new Uint8Array(rig.universes.length * 512);
      for (const { lamp, light, slots } of plain)
        for (const slot of slots) {
          lampOf.set(slot, lamp);
          kinds[slot]! |= light ? LIGHT : OTHER;
        }
      expect(made.kinds, `seed ${seed}`).toEqual(kinds);
      // Numbers stand for lamps, each always for the same.
      const numbers = new Map<number, string>();
      made.lampOf.forEach((number, slot) => {
        expect(number > 0).toBe(lampOf.has(slot));
        if (number > 0) expect(numbers.get(number) ?? lampOf.get(slot)).toBe(lampOf.get(slot));
        if (number > 0) numbers.set(number, lampOf.get(slot)!);
      });
      expect(new Set(numbers.values()).size).toBe(numbers.size);
      const random = seededRandom(seed);
      const frame = kinds.map(() => (random() < 0.1 ? 1 : 0));
      const lit = litLamps(made, frame);
      const shining = new Set([...lampOf].filter(([slot]) => frame[slot]! > 0 && (kinds[slot]! & LIGHT) !== 0).map(([, lamp]) => lamp));
      for (const [number, lamp] of numbers) expect(lit[number] === 1).toBe(shining.has(lamp));
    }
  });
});
