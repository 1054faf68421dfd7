import { describe, expect, it } from "vitest";
import type { Fixture } from "../rig/fixture";
import { EngineOnBench, fixture, smallShow } from "../testing";
import { setLamps } from "../edits/set-lamps";
import type { Part } from "../stroke/stroke";

const level = (value: number): Part => ({ level: { knots: [value] }, shape: {}, touched: 1 });

/** The words of 16 bit that leave for lamp 1: dimmer, pan, tilt. */
function leaving(of: Partial<Fixture>, parts: { Dimmer?: number; Pan?: number; Tilt?: number }): number[] {
  const show = smallShow([{ id: "bent", kind: "curve", version: 1, name: "Bent", shape: "drawn", points: [[0.5, 0.2]] }]);
  const bench = new EngineOnBench(show);
  const lamp = show.get("fixture", "fx-1")!;
  for (const [field, to] of Object.entries(of)) bench.change(setLamps([lamp], field as "note", () => to as never));
  const said = Object.fromEntries(Object.entries(parts).map(([name, value]) => [name, level(value)]));
  bench.sketch("ann", { s: { who: { heads: ["fx-1"] }, rank: 1, parts: said } });
  bench.engine.tick((bench.t += 1), bench.frame);
  const first = fixture(1).patch!.address - 1;
  const words = [0, 2, 4].map((at) => bench.frame[first + at]! * 256 + bench.frame[first + at + 1]!);
  // What is seen on stage stays what is asked for, and Trace ends in what leaves.
  for (const [at, attribute] of (["Dimmer", "Pan", "Tilt"] as const).entries()) {
    const { slots } = bench.engine.trace(bench.engine.show.rig.headByKey.get("fx-1")!.parameters.get(attribute)!);
    expect(slots[0]! * 256 + slots[1]!).toBe(words[at]);
  }
  return words;
}

const pan = (degrees: number): number => Math.floor(((degrees + 270) / 540) * 65535 + 0.5);
const tilt = (degrees: number): number => Math.floor(((degrees + 135) / 270) * 65535 + 0.5);

describe("what leaves", () => {
  it("follows a lamp's curve in 16 bit, after the masters: a half by a square is a quarter", () => {
    expect(leaving({ curveId: "curve square" }, { Dimmer: 0.5 })[0]).toBe(16384);
    expect(leaving({ curveId: "curve inverse square" }, { Dimmer: 0.25 })[0]).toBe(32768);
    expect(leaving({ curveId: "curve s" }, { Dimmer: 0.25 })[0]).toBe(Math.floor(0.15625 * 65535 + 0.5));
    expect(leaving({ curveId: "bent" }, { Dimmer: 0.5 })[0]).toBe(13107);
    for (const curveId of ["curve square", "curve s", "bent"])
      expect([leaving({ curveId }, { Dimmer: 0 })[0], leaving({ curveId }, { Dimmer: 1 })[0]]).toEqual([0, 65535]);
  });

  it("turns pan and tilt round, crosses them in degrees, and never leaves its limits", () => {
    expect(leaving({}, { Pan: 90, Tilt: 30 }).slice(1)).toEqual([pan(90), tilt(30)]);
    expect(leaving({ panTilt: { inverted: ["Pan"] } }, { Pan: 90, Tilt: 30 }).slice(1)).toEqual([pan(-90), tilt(30)]);
    expect(leaving({ panTilt: { swapped: true } }, { Pan: 90, Tilt: 30 }).slice(1)).toEqual([pan(30), tilt(90)]);
    expect(leaving({ panTilt: { swapped: true, inverted: ["Tilt"] } }, { Pan: 200, Tilt: 30 }).slice(1)).toEqual([pan(-30), tilt(135)]);
    expect(leaving({ panTilt: { limits: { Tilt: [-20, 20], Pan: [100, 120] } } }, { Pan: 90, Tilt: 30 }).slice(1)).toEqual([
      pan(100),
      tilt(20),
    ]);
    expect(leaving({ panTilt: { limits: { Pan: [400, 500] } } }, { Pan: 90 })[1]).toBe(65535);
  });

  it("crossed axes follow each other from frame to frame", () => {
    const bench = new EngineOnBench(smallShow());
    const lamp = bench.engine.show.get("fixture", "fx-1")!;
    bench.change(setLamps([lamp], "panTilt", () => ({ swapped: true })));
    for (const degrees of [10, 20, -40]) {
      bench.sketch("ann", { s: { who: { heads: ["fx-1"] }, rank: 1, parts: { Pan: level(degrees) } } });
      bench.engine.tick((bench.t += 1), bench.frame);
      expect(bench.frame[4]! * 256 + bench.frame[5]!).toBe(tilt(degrees));
    }
  });
});
