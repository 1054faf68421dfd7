import { dice } from "../random/random";
import { clamp, fraction, softly } from "../units/units";

interface KnownFunction {
  /** The fewest and the most values that it takes. */
  readonly takes: readonly [number, number];
  readonly work: (...values: number[]) => number;
}

const of = (count: number, work: (...values: number[]) => number): KnownFunction => ({ takes: [count, count], work });
const MANY = 8;

/** Whole numbers as the dice take them: what is none, or too large for one, is 0. */
const thrown = (n: number, seed: number): number => dice(Math.floor(n) | 0, 0, 0, seed | 0);

/** All that a formula may call, by name. `step`, `mix`, `smooth` and `fract` are as in shading languages. */
export const FUNCTIONS: ReadonlyMap<string, KnownFunction> = new Map([
  ["sin", of(1, Math.sin)],
  ["cos", of(1, Math.cos)],
  ["tan", of(1, Math.tan)],
  ["asin", of(1, Math.asin)],
  ["acos", of(1, Math.acos)],
  ["atan", { takes: [1, 2], work: (y, x) => (x === undefined ? Math.atan(y) : Math.atan2(y, x)) }],
  ["abs", of(1, Math.abs)],
  ["sign", of(1, Math.sign)],
  ["floor", of(1, Math.floor)],
  ["ceil", of(1, Math.ceil)],
  ["round", of(1, Math.round)],
  ["fract", of(1, fraction)],
  ["sqrt", of(1, Math.sqrt)],
  ["exp", of(1, Math.exp)],
  ["log", of(1, Math.log)],
  ["pow", of(2, Math.pow)],
  ["min", { takes: [1, MANY], work: Math.min }],
  ["max", { takes: [1, MANY], work: Math.max }],
  ["hypot", { takes: [1, MANY], work: Math.hypot }],
  ["clamp", of(3, clamp)],
  ["mix", of(3, (a, b, t) => a + (b - a) * t)],
  ["step", of(2, (edge, x) => Number(x >= edge))],
  ["smooth", of(3, (from, to, at) => softly(clamp((at - from) / (to - from), 0, 1)))],
  ["random", { takes: [1, 2], work: (n, seed = 0) => thrown(n, seed) }],
  [
    "noise",
    {
      takes: [1, 2],
      work: (x, seed = 0) => {
        const low = Math.floor(x);
        return thrown(low, seed) + (thrown(low + 1, seed) - thrown(low, seed)) * softly(x - low);
      },
    },
  ],
] as const satisfies readonly (readonly [string, KnownFunction])[]);
