import Color from "colorjs.io";
import { describe, expect, it } from "vitest";
import { planckian, temperatureOf, uvOf, xyOfUv } from "./color-temperature";
import { deltaE2000, labOf, type Lab } from "./ciede2000";
import { isRealColor } from "./spectral-locus";
import table from "./sharma-table.json" with { type: "json" };

const lab = (l: number, a: number, b: number): Lab => ({ l, a, b });

describe("CIEDE2000", () => {
  // Sharma, Wu, Dalal 2005, table 1 (from memory, confirmed with four packages: 5-references.md C21).
  it.each(table as number[][])("%f %f %f and %f %f %f are %f apart", (...numbers) => {
    const [l1, a1, b1, l2, a2, b2, wanted] = numbers as [number, number, number, number, number, number, number];
    expect(deltaE2000(lab(l1, a1, b1), lab(l2, a2, b2))).toBeCloseTo(wanted, 4);
    expect(deltaE2000(lab(l2, a2, b2), lab(l1, a1, b1))).toBeCloseTo(wanted, 4);
  });

  it("agrees with colorjs.io 0.7.1 over a grid of colours, and so does Lab (D65)", () => {
    const colors = [0.1, 0.4, 0.9].flatMap((x) => [0.15, 0.5, 1].flatMap((y) => [0.05, 0.6].map((z) => ({ x, y, z }))));
    for (const first of colors)
      for (const second of colors) {
        const theirs = new Color("xyz-d65", [first.x, first.y, first.z]).to("lab-d65").coords;
        const ours = labOf(first);
        [ours.l, ours.a, ours.b].forEach((value, index) => expect(value).toBeCloseTo(theirs[index]!, 2));
        const distance = deltaE2000(ours, labOf(second));
        // colorjs.io's own deltaE2000 works in D50 Lab: the oracle is fed with the same D65 numbers in its `lab`.
        const [p, q] = [ours, labOf(second)].map((of) => new Color("lab", [of.l, of.a, of.b]));
        expect(distance).toBeCloseTo(p!.deltaE(q!, "2000"), 6);
      }
  });
});

describe("colour temperature", () => {
  // 5-references.md C8 to C11: Planckian chromaticities by argyll; C12: Kim's fit lies within 1e-3 of them.
  it.each([
    [2000, 0.5267, 0.4133],
    [2700, 0.4599, 0.4106],
    [3200, 0.4234, 0.3989],
    [4000, 0.3804, 0.3767],
    [5600, 0.3302, 0.3391],
    [6500, 0.3135, 0.3236],
    [10000, 0.2806, 0.2883],
  ])("%i K", (kelvin, x, y) => {
    const got = planckian(kelvin);
    expect(Math.abs(got.x - x)).toBeLessThan(1e-3);
    expect(Math.abs(got.y - y)).toBeLessThan(1e-3);
    expect(temperatureOf({ x, y }).kelvin / kelvin).toBeCloseTo(1, 1.5);
  });

  it("knows D65 from the black body at 6500 K, and illuminant A (C5, C6, C13, C16, C17)", () => {
    const d65 = temperatureOf({ x: 0.3127, y: 0.329 });
    expect(Math.abs(d65.kelvin - 6505)).toBeLessThan(30);
    expect(Math.abs(d65.duv - 0.0033)).toBeLessThan(3e-4);
    const a = temperatureOf({ x: 0.44758, y: 0.40745 });
    expect(Math.abs(a.kelvin - 2857)).toBeLessThan(15);
    expect(Math.abs(a.duv)).toBeLessThan(4e-4);
  });

  it("turns u'v' both ways (C18)", () => {
    const { u, v } = uvOf({ x: 0.3127, y: 0.329 });
    expect([u, v]).toEqual([expect.closeTo(0.19783, 5), expect.closeTo(0.46832, 5)]);
    expect(xyOfUv({ u, v })).toEqual({ x: expect.closeTo(0.3127, 9) as number, y: expect.closeTo(0.329, 9) as number });
  });
});

describe("the spectral locus", () => {
  it("has every illuminant, emitter and black body inside, and no chromaticity beyond single wavelengths", () => {
    const inside = [
      [0.3127, 0.329],
      [0.44758, 0.40745],
      [0.69, 0.3],
      [0.2, 0.71],
      [0.15, 0.06],
      [0.33, 0.34],
    ] as const;
    const outside = [
      [0.1, 0.9],
      [0.01, 0.1],
      [0.4, 0.1],
      [0.75, 0.26],
      [0.6, 0.42],
    ] as const;
    expect(inside.map(([x, y]) => isRealColor({ x, y }))).toEqual(inside.map(() => true));
    expect(outside.map(([x, y]) => isRealColor({ x, y }))).toEqual(outside.map(() => false));
    for (let kelvin = 1700; kelvin < 20000; kelvin += 500) expect(isRealColor(planckian(kelvin)), `${kelvin} K`).toBe(true);
  });
});
