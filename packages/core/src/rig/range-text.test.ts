import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { ODD_LAMP } from "../testing";
import { attributeNamed, attributeSuggestions } from "./attribute-named";
import { attributeInfo } from "./attributes";
import { rangeText, readRanges, type ReadRanges } from "./range-text";

const read = (text: string, attribute: string, most = 255): ReadRanges => {
  const result = readRanges(text, { attribute, most });
  if (!result.ok) throw new Error(explain(result.error));
  return result.value;
};
const refusal = (text: string, attribute = "Shutter1"): string => {
  const result = readRanges(text, { attribute, most: 255 });
  return result.ok ? "taken" : explain(result.error);
};

describe("an attribute by its words", () => {
  it.each([
    ["Dimmer", "Dimmer"],
    ["shutter", "Shutter1"],
    ["strobe rate", "Shutter1Strobe"],
    ["Gobo 2 turn", "Gobo2Pos"],
    ["gobo2posrotate", "Gobo2PosRotate"],
    ["blade 3 a", "Blade3A"],
    ["reset", "FixtureGlobalReset"],
    ["colour", null],
    ["moss", null],
  ])("%s is %s", (words, attribute) => {
    expect(attributeNamed(words)).toBe(attribute);
  });

  it("each label that is suggested means what it stands for", () => {
    for (const { name, label } of attributeSuggestions()) expect(attributeInfo(attributeNamed(label)!).label, name).toBe(label);
  });
});

describe("ranges as manuals have them", () => {
  it("make functions of attributes, and of open and closed", () => {
    expect(read("0-9 closed; 10 to 19 open; 20-199 strobe rate 1..25 Hz; 200-255 reset", "Shutter1")).toEqual({
      first: { attribute: "Shutter1", name: "closed", range: [0, 9], physical: [0, 0] },
      more: [
        { attribute: "Shutter1", name: "open", range: [10, 19], physical: [1, 1] },
        { attribute: "Shutter1Strobe", range: [20, 199], physical: [1, 25] },
        { attribute: "FixtureGlobalReset", range: [200, 255], physical: [0, 1] },
      ],
    });
  });

  it("name the slots of a wheel, whose rest turns", () => {
    expect(read("0-9 Open\n10-19 Ferns\n20-29 Roots\n30-255 gobo wheel spin -180..180", "Gobo1")).toEqual({
      first: {
        attribute: "Gobo1",
        range: [0, 29],
        physical: [0, 2],
        sets: [
          { name: "Open", range: [0, 9], at: 0 },
          { name: "Ferns", range: [10, 19], at: 1 },
          { name: "Roots", range: [20, 29], at: 2 },
        ],
      },
      more: [{ attribute: "Gobo1WheelSpin", range: [30, 255], physical: [-180, 180] }],
    });
  });

  it("come back from a channel as they were written", () => {
    for (const channel of ODD_LAMP.modes[0]!.channels) {
      const text = rangeText(channel);
      if (text === "" || channel.needs) continue;
      const { first, more } = read(text, channel.attribute, 2 ** (8 * channel.slots.length) - 1);
      const again = rangeText({ ...channel, ...first, more: more.length > 0 ? more : [] });
      expect(again).toBe(text);
    }
  });

  it.each([
    ["closed", /must begin with DMX values/],
    ["0-9 closed; 5-20 open", /0-9 has some of these values/],
    ["0-300 open", /DMX values run from 0 to 255/],
    ["20-10 open", /DMX values run from 0 to 255/],
    ["0-9", /says nothing of what happens there/],
    ["0-255 strobe rate", /none of them is Shutter/],
  ])("%s: refused in words", (text, words) => {
    expect(refusal(text)).toMatch(words);
  });
});
