import { describe, expect, it } from "vitest";
import { ODD_LAMP } from "../testing";
import type { Channel } from "./profile";
import { namedValues, valueNamed } from "./named-values";
import { valueWords } from "./value-words";

const channelOf = (attribute: string): Channel => ODD_LAMP.modes[0]!.channels.find((each) => each.attribute === attribute)!;

describe("names of values", () => {
  it("come from a function's sets, its own name, or a wheel's plain list", () => {
    expect(namedValues(channelOf("Gobo1"))).toEqual([
      { name: "Open", value: 0 },
      { name: "Ferns", value: 1 },
      { name: "Roots", value: 2 },
    ]);
    expect(namedValues(channelOf("Shutter1"))).toEqual([
      { name: "Open", value: 1 },
      { name: "Closed", value: 0 },
    ]);
    expect(namedValues({ head: 0, attribute: "Color1", slots: [1], physical: [0, 1], home: 0, names: ["open", "dusk"] })).toEqual([
      { name: "open", value: 0 },
      { name: "dusk", value: 1 },
    ]);
  });

  it.each([
    ["ferns", 1],
    [" Roots ", 2],
    ["fe", 1],
    ["", null],
    ["moss", null],
  ])("%j means %s", (text, value) => {
    expect(valueNamed(channelOf("Gobo1"), text)).toBe(value);
  });
});

describe("a value in words", () => {
  it.each([
    ["Shutter1", 118, "Strobe rate, 12.0 Hz"],
    ["Shutter1", 5, "Closed"],
    ["Shutter1", 30, "Open"],
    ["Gobo1", 14, "Gobo, Ferns"],
    ["Gobo1", 255, "Gobo wheel spin, 180.0° a second"],
    ["Tilt", 255, "135.0°"],
  ])("%s at DMX %i is %s", (attribute, dmx, words) => {
    const channel = channelOf(attribute);
    expect(valueWords({ ...channel, slots: [1] }, dmx / 255)).toBe(words);
  });
});
