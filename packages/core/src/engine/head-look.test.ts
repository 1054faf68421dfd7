import { describe, expect, it } from "vitest";
import { Show } from "../show/show";
import { fixture, TEST_PROFILES } from "../testing";
import type { Attribute } from "../rig/attributes";
import type { Profile } from "../rig/profile";
import { HeadLooks, type HeadLook } from "./head-look";

const empty: HeadLook = { intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 };

/** The look of one lamp of a profile with these values, by attribute; the rest is at home. */
function lookOf(profile: Profile, values: Record<Attribute, number>): HeadLook {
  const lamp = { ...fixture(1), profileId: profile.id };
  const { rig } = new Show(new Map([profile, lamp].map((record) => [record.id, record])));
  const levels = Float32Array.from(rig.parameters, ({ home, channel }) => values[channel.attribute] ?? home);
  const look = { ...empty };
  HeadLooks.of(rig).read(0, levels, look);
  return look;
}
const mover = {
  ...TEST_PROFILES[0]!,
  emitters: {
    ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
    ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
    ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
  },
};

describe("HeadLooks", () => {
  // Emitters on the sRGB primaries: IEC 61966-2-1 says what each mix must be (5-references.md C1).
  it("shows emitters on the sRGB primaries as sRGB does", () => {
    expect(lookOf(mover, { Dimmer: 1 })).toMatchObject({ intensity: 1, red: 255, green: 255, blue: 255 });
    const red = lookOf(mover, { Dimmer: 0.5, ColorAdd_G: 0, ColorAdd_B: 0 });
    expect(red).toMatchObject({ red: 255 });
    expect(red.intensity).toBeCloseTo(0.5, 3);
    expect(Math.max(red.green, red.blue)).toBeLessThanOrEqual(2);
    expect(lookOf(mover, { Dimmer: 1, ColorAdd_G: 0.2140411, ColorAdd_B: 0 }).green).toBe(Math.round(0.5 * 255));
  });

  it("never shine more than they may at most, and are dark where that is nothing", () => {
    const { rig } = new Show(new Map([mover, { ...fixture(1), profileId: mover.id }].map((record) => [record.id, record])));
    const looks = HeadLooks.of(rig);
    const look = { ...empty };
    for (const dimmer of [0, 0.001, 0.3, 1])
      for (const level of [0, 0.5, 1]) {
        const values = Float32Array.from(rig.parameters, ({ channel }) => (channel.attribute === "Dimmer" ? dimmer : level));
        looks.read(0, values, look);
        expect(look.intensity).toBeLessThanOrEqual(looks.atMost(0, values));
        expect(looks.atMost(0, values) === 0).toBe(dimmer === 0);
      }
  });

  it("reads angles in degrees, and is dark without a dimmer and emitters", () => {
    expect(lookOf(mover, { Pan: 0.75, Tilt: 0.5 })).toMatchObject({ pan: 135, tilt: 0, intensity: 0 });
    const hazer: Profile = {
      ...TEST_PROFILES[0]!,
      modes: [
        {
          id: "mode-1",
          name: "Haze",
          footprint: 1,
          heads: ["Nozzle"],
          channels: [{ head: 0, attribute: "Fog1", slots: [1], physical: [0, 1], home: 0 }],
        },
      ],
    };
    expect(lookOf(hazer, { Fog1: 1 }).intensity).toBe(0);
  });
});

describe("lamps that glow", () => {
  it("get redder as they get darker", () => {
    const lantern: Profile = {
      ...TEST_PROFILES[0]!,
      emitters: {},
      tungstenKelvin: 2700,
      modes: [
        {
          id: "mode-1",
          name: "Dim",
          footprint: 1,
          heads: ["Lamp"],
          channels: [{ head: 0, attribute: "Dimmer", slots: [1], physical: [0, 1], home: 0 }],
        },
      ],
    };
    const [full, low] = [lookOf(lantern, { Dimmer: 1 }), lookOf(lantern, { Dimmer: 0.05 })];
    expect(full.intensity).toBe(1);
    expect(low.green).toBeLessThan(full.green - 10);
    expect(low.blue).toBeLessThan(full.blue);
  });
});
