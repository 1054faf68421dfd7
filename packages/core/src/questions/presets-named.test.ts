import { describe, expect, it } from "vitest";
import type { Preset } from "../preset/preset";
import type { XyY } from "../color/colorimetry";
import { readColor } from "../color/read-color";
import { smallShow } from "../testing";
import type { Part } from "../stroke/stroke";
import { colorsNamed, presetsNamed } from "./presets-named";

const [red, blue, amber] = ["red", "blue", "#ffa000"].map((word) => readColor(word)!);
const shown = (knots: readonly XyY[]): Part => ({ shape: {}, touched: 1, colors: { knots, path: "even" } });
const colored = (name: string, knots: readonly XyY[], more: Partial<Preset> = {}): Preset => ({
  ...{ id: name, kind: "preset", version: 1, name, rank: 1, family: "Colour", territoryId: null, perProfile: {}, perHead: {} },
  universal: { Color: shown(knots) },
  ...more,
});
const show = smallShow([
  colored("Ember", [amber!]),
  colored("Dusk to dawn", [red!, blue!]),
  colored("Both", [red!, blue!]),
  colored("By lamp", [red!], { perHead: { "fx-1": { ColorAdd_R: 0.5 } } }),
]);

describe("colours as they are named", () => {
  it("are words, codes and presets, a preset's whole fan in its place", () => {
    expect(colorsNamed(show, "red..#ffa000..blue")).toEqual([red, amber, blue]);
    expect(colorsNamed(show, "ember")).toEqual([amber]);
    expect(colorsNamed(show, "blue..Ember")).toEqual([blue, amber]);
    // A name may have in it what stands between knots.
    expect(colorsNamed(show, "Dusk to dawn")).toEqual([red, blue]);
    expect(colorsNamed(show, "Ember..Both..Ember")).toEqual([amber, red, blue, amber]);
  });

  it("are none where a word names none, or a preset isn't the same for all lamps", () => {
    for (const text of ["", "unheard of", "red..", "red..unheard of", "By lamp", "red..By lamp"])
      expect(colorsNamed(show, text)).toBeNull();
    expect(presetsNamed(show, "Ember..By lamp", "Color")).toEqual(["Ember", "By lamp"]);
    expect(presetsNamed(show, "Ember", "Position")).toBeNull();
  });
});
