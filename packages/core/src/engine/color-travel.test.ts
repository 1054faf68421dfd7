import Color from "colorjs.io";
import { describe, expect, it } from "vitest";
import { colorOfHex, xyzOfLinearSrgb } from "../color/colorimetry";
import { oklchOf } from "../color/oklab";
import type { ShowRecord } from "../show/records";
import type { Part } from "../stroke/stroke";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const SRGB = {
  ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
  ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
  ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
};
const color = (hex: string): Part => ({ colors: { knots: [colorOfHex(hex)!], path: "even" }, shape: {}, touched: 0 });

function bench(colorPath: "even" | "round" | undefined): EngineOnBench {
  const cue = (hex: string, inSeconds: number) => ({
    inSeconds,
    strokes: [strokeOn("movers", { Dimmer: part([1]), Color: color(hex) })],
    ...(colorPath ? { colorPath } : {}),
  });
  const show = smallShow(listWithCard("a", [cue("#ff0000", 0), cue("#0000ff", 4)]));
  const lamps = [...show.records].map(([id, record]): [string, ShowRecord] => [
    id,
    record.kind === "profile" ? { ...record, emitters: SRGB } : record,
  ]);
  return new EngineOnBench(show.withRecords(new Map(lamps)));
}
/** The first mover's red, green and blue octets, so many seconds into the fade from red to blue. */
function halfWay(of: EngineOnBench): number[] {
  of.play({ type: "go", playbackId: "card-a" });
  of.read(1, 0);
  of.play({ type: "go", playbackId: "card-a" });
  of.read(1, 0, 2);
  return [...of.frame.subarray(6, 9)];
}

describe("colours on the way of a fade", () => {
  it("go as the lamps' own levels unless the cue says otherwise", () => {
    expect(halfWay(bench(undefined))).toEqual([128, 0, 128]);
  });

  it("go even to the eye, in the hue of colorjs.io's OKLab half-way", () => {
    const [r, g, b] = halfWay(bench("even")).map((octet) => octet / 255) as [number, number, number];
    const half = new Color("srgb", [1, 0, 0]).range(new Color("srgb", [0, 0, 1]), { space: "oklab", outputSpace: "oklch" })(0.5).coords;
    expect(oklchOf(xyzOfLinearSrgb(r, g, b)).h).toBeCloseTo(half[2]!, 0);
    expect(g).toBeGreaterThan(0);
  });

  it("go round through the hues, and arrive exactly", () => {
    const of = bench("round");
    const [r, g, b] = halfWay(of).map((octet) => octet / 255) as [number, number, number];
    const half = new Color("srgb", [1, 0, 0]).range(new Color("srgb", [0, 0, 1]), { space: "oklch", hue: "shorter", outputSpace: "oklch" })(
      0.5,
    ).coords;
    expect(Math.abs(oklchOf(xyzOfLinearSrgb(r, g, b)).h - half[2]!)).toBeLessThan(2);
    of.read(1, 0, 2);
    expect([...of.frame.subarray(6, 9)]).toEqual([0, 0, 255]);
  });

  it("keep their place when the cue is edited on the way: nothing jumps", () => {
    const of = bench("round");
    const before = halfWay(of);
    const cue = of.engine.show.get("cue", "a-2")!;
    of.change([{ op: "set", id: "a-2", path: ["name"], from: cue.name, to: "Renamed" }]);
    of.read(1, 0);
    expect([...of.frame.subarray(6, 9)]).toEqual(before);
  });
});
