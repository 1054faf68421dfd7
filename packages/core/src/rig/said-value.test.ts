import { describe, expect, it } from "vitest";
import { ODD_LAMP, oddLamp, fixture, smallShow } from "../testing";
import type { Head } from "./rig";
import { saidValue } from "./said-value";

const heads: readonly Head[] = smallShow([ODD_LAMP, oddLamp(21), fixture(22)]).rig.heads.filter(({ fixture: { number } }) => number >= 21);

describe("a value that is said with its attribute", () => {
  it.each([
    ["strobe 8 Hz", "Shutter1Strobe", [8]],
    ["Strobe Rate 2..8hz", "Shutter1Strobe", [2, 8]],
    ["shutter1strobe 5", "Shutter1Strobe", [5]],
    ["shutter closed", "Shutter1", [0]],
    ["shutter cl", "Shutter1", [0]],
    ["gobo Ferns", "Gobo1", [1]],
    ["gobo1 roots..ferns", "Gobo1", [2, 1]],
    ["gobo 2", "Gobo1", [2]],
    ["  TILT   -30 .. 30 deg ", "Tilt", [-30, 30]],
    ["dimmer 50%", "Dimmer", [0.5]],
    ["dim 50", "Dimmer", [0.5]],
  ])("%j", (text, attribute, knots) => {
    expect(saidValue(heads, text)).toEqual({ attribute, knots });
  });

  it.each([
    "",
    "strobe",
    "8 Hz",
    "strobe eight",
    "strobe 8 s",
    "zoom 20",
    "FixtureGlobalReset 100%",
    "tilt 1..",
    "color #fff",
    "gobo f..zz",
    "  ",
  ])("%j says nothing of these", (text) => {
    expect(saidValue(heads, text)).toBeNull();
  });

  it("is of no attribute that other heads have", () => {
    expect(saidValue([], "dimmer 50")).toBeNull();
  });
});
