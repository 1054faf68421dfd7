import { interpolateNumber, piecewise, quantize } from "d3-interpolate";
import { easeLinear, easeQuadIn, easeQuadOut } from "d3-ease";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { fan, formatFan, parseFan } from "./fan";
import { place } from "./place";

const over = (knots: number[], count: number): number[] => [...place(count, {}, "open")].map((u) => fan(knots, u));
const close = (actual: readonly number[], expected: readonly number[], digits = 6): void =>
  actual.forEach((value, index) => expect(value).toBeCloseTo(expected[index]!, digits));

describe("fan", () => {
  it("gives the worked values of 5-references.md F1 to F5", () => {
    close(over([0, 1.2, 0], 2), [0, 0]);
    close(over([0, 1.2, 0], 4), [0, 0.8, 0.8, 0]);
    close(over([0, 1.2, 0], 5), [0, 0.6, 1.2, 0.6, 0]);
    close(over([-45, 45], 4), [-45, -15, 15, 45]);
    close(over([0, 1, 0, 1], 7), [0, 0.5, 1, 0.5, 0, 0.5, 1]);
    close(over([10, 90, 50], 8), [10, 32.8571, 55.7143, 78.5714, 84.2857, 72.8571, 61.4286, 50], 4);
    close(over([7, 9], 1), [7]);
  });

  it("agrees with d3-interpolate for any knots (oracle: d3-interpolate 3.0.2 piecewise + quantize)", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 2, maxLength: 9 }),
        fc.integer({ min: 2, max: 80 }),
        (knots, count) => {
          close(over(knots, count), quantize(piecewise(interpolateNumber, knots), count), 6);
        },
      ),
      { seed: 3 },
    );
  });

  it("eases each stretch as d3-ease 3.0.1 does; smooth is 3s^2-2s^3 (5-references.md R1)", () => {
    const oracles = { linear: easeLinear, "ease-in": easeQuadIn, "ease-out": easeQuadOut, smooth: (s: number) => s * s * (3 - 2 * s) };
    const paths = ["ease-in", "linear", "smooth", "ease-out"] as const;
    for (let at = 0; at <= 400; at++) {
      const stretch = Math.min(3, Math.floor(at / 100));
      const s = at / 100 - stretch;
      const knots = [0, 10, -5, 5, 8];
      const wanted = knots[stretch]! + (knots[stretch + 1]! - knots[stretch]!) * oracles[paths[stretch]!](s);
      expect(fan(knots, at / 400, paths)).toBeCloseTo(wanted, 9);
    }
    [0.1, 0.25, 0.5, 0.75].forEach((s, index) => expect(fan([0, 1], s, "smooth")).toBeCloseTo([0.028, 0.15625, 0.5, 0.84375][index]!, 9));
  });

  it("hits every knot, whichever way the stretches run", () => {
    for (const path of ["linear", "smooth", "ease-in", "ease-out"] as const)
      close(
        [0, 0.5, 1].map((u) => fan([5, -3, 8], u, path)),
        [5, -3, 8],
      );
    expect(fan([0, 1, 0], 0.25, ["ease-in", "linear"])).toBeCloseTo(0.25);
    expect(fan([0, 1, 0], 0.75, ["ease-in", "linear"])).toBeCloseTo(0.5);
    // 5-references.md R1: smoothstep at .1 and .25; E4: quad in at .25.
    expect(fan([0, 1], 0.1, "smooth")).toBeCloseTo(0.028, 9);
    expect(fan([0, 1], 0.25, "smooth")).toBeCloseTo(0.15625, 9);
    expect(fan([0, 1], 0.25, "ease-in")).toBeCloseTo(0.0625, 9);
  });
});

describe("typed fans", () => {
  it("reads what people type, with signs, commas and units", () => {
    expect(parseFan("20..100..20", "")).toEqual({ ok: true, value: [20, 100, 20] });
    expect(parseFan(" -40 .. 40 ", "")).toEqual({ ok: true, value: [-40, 40] });
    expect(parseFan("0,5..1.25", "")).toEqual({ ok: true, value: [0.5, 1.25] });
    expect(parseFan("50 %", "")).toEqual({ ok: true, value: [50] });
    expect(parseFan(".2...6", "")).toEqual({ ok: true, value: [0.2, 0.6] });
  });

  it.each(["abc..3", "", "3..", "..", "1....2", "1e3", "0x10", "NaN", "Infinity", "--3"])(
    "names the word that it can't read in %j",
    (text) => {
      const read = parseFan(text, "20..100");
      expect(read.ok).toBe(false);
      if (!read.ok) expect(explain(read.error)).toContain("20..100 was kept");
    },
  );

  it("points at the very word", () => {
    const read = parseFan("10..abc..3", "0");
    expect(read.ok ? "" : explain(read.error)).toBe(
      "“abc” isn't a number. 0 was kept. Write numbers with two dots between them, such as 0..80..0.",
    );
  });

  it("refuses more knots than fit", () => {
    expect(parseFan(Array(65).fill("1").join(".."), "0").ok).toBe(false);
  });

  it("writes what it reads", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -10000, max: 10000 }), { minLength: 1, maxLength: 20 }), (hundredths) => {
        const knots = hundredths.map((value) => value / 100);
        expect(parseFan(formatFan(knots), "")).toEqual({ ok: true, value: knots.map((knot) => knot + 0) });
      }),
      { seed: 5 },
    );
  });
});
