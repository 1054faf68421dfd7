import { xyzOf, type Xyz, type XyY } from "./colorimetry";
import { oklabOf, oklchOf, xyzOfOklch } from "./oklab";

const EPSILON = 1e-9;

/**
 * Levels 0..1 of additive emitters that give the target's chromaticity exactly and as bright as can be; the target's own
 * luminance doesn't count, since intensity isn't hidden in colour. Null when the chromaticity is out of gamut.
 *
 * A linear programme: maximise s with sum(level * emitter) = s * target and 0 <= level <= 1. At its best corner two
 * levels lie between their ends at most and the others at 0 or 1, so all such corners are tried: 6 for three
 * emitters, 672 for seven.
 */
export function brightestLevels(emitters: readonly XyY[], target: Xyz): number[] | null {
  const count = emitters.length;
  const columns = emitters.map(xyzOf);
  let best: number[] | null = null;
  let brightest = 0;
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) {
      const others = Array.from({ length: count }, (_, index) => index).filter((index) => index !== i && index !== j);
      for (let full = 0; full < 1 << others.length; full++) {
        const fixed = { x: 0, y: 0, z: 0 };
        others.forEach((index, bit) => {
          if ((full >> bit) & 1) addTo(fixed, columns[index]!);
        });
        const solved = solve(columns[i]!, columns[j]!, { target, fixed });
        if (!solved || solved.s <= brightest + EPSILON || outside(solved.first) || outside(solved.second)) continue;
        brightest = solved.s;
        best = new Array<number>(count).fill(0);
        others.forEach((index, bit) => (best![index] = (full >> bit) & 1));
        best[i] = limited(solved.first);
        best[j] = limited(solved.second);
      }
    }
  return best;
}

/** As `brightestLevels`; out of gamut it goes to the nearest chroma of the same hue in OKLCh that can be reached. */
export function mixEmitters(emitters: readonly XyY[], target: Xyz): number[] {
  if (emitters.length < 2) return emitters.map(() => 1);
  const exact = brightestLevels(emitters, target);
  if (exact) return exact;
  const wanted = oklchOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  let [reached, missed] = [0, wanted.c];
  let levels = brightestLevels(emitters, xyzOfOklch({ ...wanted, c: 0 }));
  if (!levels) return nearestPair(emitters, target);
  for (let step = 0; step < 24; step++) {
    const c = (reached + missed) / 2;
    const tried = brightestLevels(emitters, xyzOfOklch({ ...wanted, c }));
    if (tried) [levels, reached] = [tried, c];
    else missed = c;
  }
  return levels;
}

/** What the levels give together. */
export function mixedXyz(emitters: readonly XyY[], levels: readonly number[]): Xyz {
  const sum = { x: 0, y: 0, z: 0 };
  emitters.forEach((emitter, index) => {
    const { x, y, z } = xyzOf(emitter);
    addTo(sum, { x: x * levels[index]!, y: y * levels[index]!, z: z * levels[index]! });
  });
  return sum;
}

/** For lamps that can't even make white: the mix of two emitters that looks most like the target. */
function nearestPair(emitters: readonly XyY[], target: Xyz): number[] {
  const wanted = oklabOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  let best = { distance: Infinity, levels: emitters.map(() => 1) };
  for (let i = 0; i < emitters.length; i++)
    for (let j = i + 1; j < emitters.length; j++)
      for (let step = 0; step <= 64; step++) {
        const share = step / 64;
        const levels = emitters.map((_, index) => (index === i ? Math.min(1, 2 * share) : index === j ? Math.min(1, 2 - 2 * share) : 0));
        const { x, y, z } = mixedXyz(emitters, levels);
        if (y <= 0) continue;
        const got = oklabOf({ x: x / y, y: 1, z: z / y });
        const distance = Math.hypot(got.l - wanted.l, got.a - wanted.a, got.b - wanted.b);
        if (distance < best.distance) best = { distance, levels };
      }
  return best.levels;
}

/** first * a + second * b - s * target = -fixed, by Cramer's rule; null when the three don't span. */
function solve(a: Xyz, b: Xyz, { target, fixed }: { target: Xyz; fixed: Xyz }): { first: number; second: number; s: number } | null {
  const t = { x: -target.x, y: -target.y, z: -target.z };
  const f = { x: -fixed.x, y: -fixed.y, z: -fixed.z };
  const whole = determinant(a, b, t);
  if (Math.abs(whole) < 1e-12) return null;
  return { first: determinant(f, b, t) / whole, second: determinant(a, f, t) / whole, s: determinant(a, b, f) / whole };
}

function determinant(a: Xyz, b: Xyz, c: Xyz): number {
  return a.x * (b.y * c.z - b.z * c.y) - b.x * (a.y * c.z - a.z * c.y) + c.x * (a.y * b.z - a.z * b.y);
}

function addTo(sum: { x: number; y: number; z: number }, more: Xyz): void {
  sum.x += more.x;
  sum.y += more.y;
  sum.z += more.z;
}

const outside = (level: number): boolean => level < -EPSILON || level > 1 + EPSILON;
const limited = (level: number): number => Math.min(1, Math.max(0, level));
