import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { drawnValue, waveFormulaFlaw, type SavedWave } from "../motion/saved-wave";
import { brightAt, veilFormulaFlaw } from "../motion/veil";
import { readFormula, shareOfFormula } from "./formula";

/** What a formula of x and y comes to. */
function worth(text: string, x = 0.3, y = -2): number {
  const read = readFormula(text, ["x", "y"]);
  if (!read.ok) throw new Error(String(read.error.details["why"]));
  return read.value([x, y]);
}
const why = (text: string): string => {
  const read = readFormula(text, ["x", "y"]);
  return read.ok ? "it can be read" : String(read.error.details["why"]);
};

describe("formulas", () => {
  it("come to what the language itself works out", () => {
    const [x, y] = [0.3, -2];
    for (const [text, wanted] of [
      ["1 + 2 * 3 - 4 / 8", 1 + 2 * 3 - 4 / 8],
      ["(1 + 2) * 3", 9],
      ["2 ^ 3 ^ 2", 512],
      ["2 ** 3", 8],
      ["-x + +y", -x + y],
      ["0.5 + 0.5 * sin(tau * x)", 0.5 + 0.5 * Math.sin(2 * Math.PI * x)],
      ["x < 0.5 ? x * 2 : 2 - x * 2", 0.6],
      ["x > 0.2 && y < 0", 1],
      ["x > 0.4 || !(y == -2)", 0],
      ["y % 3", 1],
      ["fract(y - 0.25)", 0.75],
      ["mix(10, 20, x)", 13],
      ["clamp(y, -1, 1)", -1],
      ["step(0.3, x) + step(0.31, x)", 1],
      ["smooth(0, 1, 0.5)", 0.5],
      ["max(x, y, 7) + min(x, y)", 5],
      ["hypot(3, 4) + abs(y) + sign(y)", 6],
      ["atan(1, -1)", Math.atan2(1, -1)],
      ["exp(log(5)) * pow(2, 3) / e / pi", 40 / Math.E / Math.PI],
    ] as const)
      expect(worth(text), text).toBeCloseTo(wanted, 9);
    expect(worth("random(3)")).toBe(worth("random(3.9)"));
    expect(worth("random(3)")).not.toBe(worth("random(3, 1)"));
    expect(worth("noise(4)")).toBeCloseTo(worth("random(4)"), 12);
    expect(worth("noise(4.5)")).toBeCloseTo((worth("random(4)") + worth("random(5)")) / 2, 9);
  });

  it("agree with the language on random ones (1,000 trees; oracle: the same text as code)", () => {
    const tree = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 5 },
        fc.constantFrom("x", "y", "0.5", "3", "pi"),
        fc.tuple(tie("node"), fc.constantFrom("+", "-", "*", "/", "<", ">="), tie("node")).map(([a, op, b]) => `(${a} ${op} ${b})`),
        fc.tuple(fc.constantFrom("sin", "abs", "floor"), tie("node")).map(([name, a]) => `${name}(${a})`),
        fc.tuple(tie("node"), tie("node"), tie("node")).map(([a, b, c]) => `(${a} ? ${b} : ${c})`),
        tie("node").map((a) => `(-${a})`),
      ),
    })).node;
    fc.assert(
      fc.property(
        tree.filter((text) => text.length <= 300),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (text, x) => {
          const code = text.replaceAll(/\b(sin|abs|floor)\b/g, "Math.$1").replaceAll(/\bpi\b/g, "Math.PI");
          const wanted = Number(new Function("x", "y", `return ${code}`)(x, 1.5));
          const got = worth(text, x, 1.5);
          if (Number.isNaN(wanted)) expect(Number.isNaN(got)).toBe(true);
          else if (Number.isFinite(wanted)) expect(got).toBeCloseTo(wanted, 6);
          else expect(got).toBe(wanted);
        },
      ),
      { seed: 3, numRuns: 1000 },
    );
  });

  it("are refused with what is wrong and where, whatever is written", () => {
    expect(why("")).toContain("write one of x, y");
    expect(why("x +")).toContain("at letter 4");
    expect(why("z * 2")).toContain("nothing is called z: there are x, y, pi");
    expect(why("blink(x)")).toContain("there is no function blink");
    expect(why("sin(x, y)")).toContain("sin takes 1 values");
    expect(why("clamp(x)")).toContain("clamp takes 3");
    expect(why("x = 3")).not.toContain("it can be read");
    expect(why("1".repeat(301))).toContain("longer than 300");
    expect(why(`${"x+".repeat(120)}x`)).toContain("more than 200 parts");
    for (const hostile of [
      "constructor",
      "this",
      "x.constructor",
      "x['constructor']('return 1')()",
      "sin.constructor('alert(1)')()",
      "__proto__",
      "hasOwnProperty(1)",
      "toString()",
      "[1,2]",
      "'text'",
      "x; y",
      "x y",
      "x | 1",
      "x << 1",
      "~x",
      "new Date()",
      "(() => 1)()",
      "`1`",
      "x === y",
      "(".repeat(290),
    ])
      expect(why(hostile), hostile).not.toBe("it can be read");
  });

  it("never throw and never hang (5,000 random texts)", () => {
    const piece = fc.constantFrom(
      "x",
      "y",
      "(",
      ")",
      "+",
      "-",
      "*",
      "/",
      "^",
      "sin",
      ",",
      "?",
      ":",
      "9",
      ".",
      " ",
      "pi",
      "'",
      "[",
      "]",
      "\\",
      "é",
    );
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 60 }).map((pieces) => pieces.join("")),
        (text) => {
          const read = readFormula(text, ["x", "y"]);
          if (read.ok) expect(typeof read.value([0.1, 0.2])).toBe("number");
        },
      ),
      { seed: 4, numRuns: 5000 },
    );
    expect(worth("9 ^ 9 ^ 9 ^ 9")).toBe(Infinity);
  });
});

describe("waves and veils from a formula", () => {
  const wave: SavedWave = {
    ...{ id: "w", kind: "savedWave", version: 1, name: "W", rank: 1, joined: "straight" },
    points: [
      { at: 0, value: 0 },
      { at: 0.5, value: 1 },
    ],
  };

  it("are what the formula says, within 0 and 1; without it the points count", () => {
    expect(drawnValue({ ...wave, formula: "x * x" }, 0.5)).toBe(0.25);
    expect(drawnValue({ ...wave, formula: "2 * x - 0.5" }, 0.9)).toBe(1);
    expect(drawnValue({ ...wave, formula: "2 * x - 0.5" }, 0.1)).toBe(0);
    expect(drawnValue(wave, 0.25)).toBe(0.5);
    expect(brightAt({ pattern: "rings", formula: "(x + 1) / 4 + t / 2" }, { u: 0, v: 0.3 }, 3.5)).toBeCloseTo(0.5, 9);
    expect(shareOfFormula(() => NaN, [])).toBe(0);
  });

  it("must be numbers everywhere", () => {
    expect(waveFormulaFlaw("x")).toBeNull();
    expect(waveFormulaFlaw("1 / x")).toBe("it is no number at x = 0");
    expect(waveFormulaFlaw("sqrt(x - 0.5)")).toContain("no number at x = 0");
    expect(waveFormulaFlaw("y")).toContain("nothing is called y");
    expect(veilFormulaFlaw("hypot(x, y) - t")).toBeNull();
    expect(veilFormulaFlaw("1 / (x * y)")).toContain("no number at x =");
  });
});
