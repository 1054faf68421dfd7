import { describe, expect, it } from "vitest";
import { deltaE2000, labOf } from "../color/ciede2000";
import { colorOfHex, xyYOf, xyzOf, xyzOfLinearSrgb, type XyY } from "../color/colorimetry";
import { seededRandom } from "../random/random";
import { fixture, TEST_PROFILES } from "../testing";
import type { Attribute } from "./attributes";
import { oklchOf } from "../color/oklab";
import { colorsAlong, commonColor } from "./common-color";
import { mix, mixDistance, mixed } from "./mix-head";
import type { Channel, Profile } from "./profile";
import { buildRig, type Head } from "./rig";

const EMITTERS: Record<string, XyY> = {
  ColorAdd_R: { x: 0.69, y: 0.3, luminance: 0.9 },
  ColorAdd_G: { x: 0.2, y: 0.71, luminance: 1.8 },
  ColorAdd_B: { x: 0.15, y: 0.05, luminance: 0.3 },
  ColorAdd_RY: { x: 0.57, y: 0.42, luminance: 1.2 },
  ColorAdd_GY: { x: 0.41, y: 0.55, luminance: 2 },
  ColorAdd_C: { x: 0.12, y: 0.42, luminance: 0.9 },
  ColorAdd_W: { x: 0.33, y: 0.34, luminance: 3 },
};

/** A lamp with these colour channels. */
function lamp(attributes: readonly Attribute[], more: Partial<Profile> = {}): Head {
  const channels = attributes.map((attribute, index): Channel => ({
    head: 0,
    attribute,
    slots: [index + 1],
    physical: attribute === "Color1" ? [0, 5] : [0, 1],
    home: 0,
  }));
  const profile: Profile = {
    ...TEST_PROFILES[0]!,
    emitters: EMITTERS,
    modes: [{ id: "mode-1", name: "x", footprint: 8, heads: ["Lens"], channels }],
    ...more,
  };
  return buildRig([{ ...fixture(1), profileId: profile.id }], new Map([[profile.id, profile]])).heads[0]!;
}

describe("mix and mixed", () => {
  it.each([
    ["RGB", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B"]],
    ["RGBW", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorAdd_W"]],
    ["RGBA", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorAdd_RY"]],
    ["RGBAL", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorAdd_RY", "ColorAdd_GY"]],
    ["RGBALW", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorAdd_RY", "ColorAdd_GY", "ColorAdd_W"]],
    ["seven emitters", ["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorAdd_RY", "ColorAdd_GY", "ColorAdd_C", "ColorAdd_W"]],
  ] as const)("%s: random colours in gamut come back within ΔE2000 of 0.1", (_, attributes) => {
    const head = lamp(attributes);
    const random = seededRandom(6);
    let worst = 0;
    for (let run = 0; run < (attributes.length > 6 ? 1_000 : 10_000); run++) {
      // Any mix of the emitters is in gamut by construction.
      const target = mixed(head, new Map(attributes.map((attribute) => [attribute, random()])));
      const { x, y } = xyYOf(target);
      const back = xyYOf(mixed(head, mix(head, target)));
      const at = (of: { x: number; y: number }) => labOf(xyzOf({ ...of, luminance: 0.3 }));
      worst = Math.max(worst, deltaE2000(at({ x, y }), at(back)));
    }
    expect(worst).toBeLessThan(0.1);
  });

  it("closes flags as ideal filters do (X10), with the wheel open", () => {
    const head = lamp(["ColorSub_C", "ColorSub_M", "ColorSub_Y", "Color1"], { emitters: { open: { x: 0.3127, y: 0.329, luminance: 1 } } });
    const levels = mix(head, xyzOfLinearSrgb(1, 0.5, 0));
    expect([levels.get("ColorSub_C"), levels.get("ColorSub_M"), levels.get("ColorSub_Y"), levels.get("Color1")]).toEqual([
      expect.closeTo(0, 3),
      expect.closeTo(0.5, 3),
      expect.closeTo(1, 3),
      0,
    ]);
    expect(mixDistance(head, xyzOf(colorOfHex("#ff7a30")!))).toBeLessThan(0.1);
  });

  it("takes the slot that looks nearest where there is a wheel alone (X11), and tells how far off it is", () => {
    const slots = [
      [0.3127, 0.329, 1],
      [0.68, 0.31, 0.12],
      [0.55, 0.42, 0.55],
      [0.25, 0.62, 0.35],
      [0.16, 0.1, 0.06],
      [0.36, 0.18, 0.15],
    ] as const;
    const head = lamp(["Color1"], { emitters: {}, wheels: { Color1: slots.map(([x, y, luminance]) => ({ x, y, luminance })) } });
    const slotFor = (red: number, green: number, blue: number): number =>
      Math.round(
        5 *
          mix(
            head,
            xyzOf(
              colorOfHex(
                `#${[red, green, blue]
                  .map((part) =>
                    Math.round(part * 255)
                      .toString(16)
                      .padStart(2, "0"),
                  )
                  .join("")}`,
              )!,
            ),
          ).get("Color1")!,
      );
    expect([slotFor(1, 0.5, 0), slotFor(0.9, 0, 0), slotFor(0.1, 0.1, 1), slotFor(0.95, 0.95, 0.9), slotFor(0.2, 0.9, 0.3)]).toEqual([
      2, 1, 4, 0, 3,
    ]);
    expect(mixDistance(head, xyzOf({ x: 0.55, y: 0.42, luminance: 0.5 }))).toBeCloseTo(0, 6);
  });

  it("mixes nothing on lamps that can't", () => {
    const head = lamp(["Dimmer"]);
    expect(mix(head, xyzOf({ x: 0.3, y: 0.3, luminance: 1 })).size).toBe(0);
    expect(mixDistance(head, xyzOf({ x: 0.3, y: 0.3, luminance: 1 }))).toBeNull();
  });
});

describe("commonColor", () => {
  const rgb = lamp(["ColorAdd_R", "ColorAdd_G", "ColorAdd_B"]);
  const narrow = lamp(["ColorAdd_R", "ColorAdd_G", "ColorAdd_B"], {
    id: "narrow",
    emitters: {
      ColorAdd_R: { x: 0.5, y: 0.33, luminance: 1 },
      ColorAdd_G: { x: 0.3, y: 0.5, luminance: 2 },
      ColorAdd_B: { x: 0.2, y: 0.2, luminance: 0.5 },
    },
  });

  it("is the target where all can make it, and otherwise the same hue with less chroma, within ΔE2000 1 on each", () => {
    const pale = xyzOf({ x: 0.33, y: 0.34, luminance: 1 });
    expect(commonColor([rgb, narrow], pale)).toBe(pale);
    const deep = xyzOf({ x: 0.6, y: 0.33, luminance: 0.3 });
    const common = commonColor([rgb, narrow], deep)!;
    expect(oklchOf(common).h).toBeCloseTo(oklchOf(deep).h, 3);
    for (const head of [rgb, narrow]) expect(mixDistance(head, common)).toBeLessThan(1);
    expect(mixDistance(narrow, deep)).toBeGreaterThan(1);
  });

  it("lies along a fan that wants lamps to look alike, and leaves other fans as they are", () => {
    const knots = [
      { x: 0.6, y: 0.33, luminance: 0.3 },
      { x: 0.33, y: 0.34, luminance: 1 },
    ];
    const alike = colorsAlong({ knots, path: "even", match: "alike" }, [rgb, narrow]);
    const best = colorsAlong({ knots, path: "even" }, [rgb, narrow]);
    for (const u of [0, 0.2, 0.5, 1]) for (const head of [rgb, narrow]) expect(mixDistance(head, alike(u))).toBeLessThan(1);
    expect(mixDistance(narrow, best(0))).toBeGreaterThan(1);
    expect(alike(1)).toEqual(best(1));
  });
});
