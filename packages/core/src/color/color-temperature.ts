import type { XyY } from "./colorimetry";

/** Kelvin between which the locus below is good. */
export const COLDEST_KELVIN = 1667;
export const HOTTEST_KELVIN = 25000;

/** Chromaticity of a black body. Source: Kim et al. 2002, cubic fit of the Planckian locus (from memory, within 1e-3 of it). */
export function planckian(kelvin: number): XyY {
  const t = Math.min(HOTTEST_KELVIN, Math.max(COLDEST_KELVIN, kelvin));
  const x =
    t <= 4000
      ? -0.2661239e9 / t ** 3 - 0.2343589e6 / t ** 2 + 0.8776956e3 / t + 0.17991
      : -3.0258469e9 / t ** 3 + 2.1070379e6 / t ** 2 + 0.2226347e3 / t + 0.24039;
  const y =
    t <= 2222
      ? -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683
      : t <= 4000
        ? -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867
        : 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483;
  return { x, y, luminance: 1 };
}

/** CIE 1976 u'v' of a chromaticity. Source: CIE 15. */
export function uvOf({ x, y }: { x: number; y: number }): { u: number; v: number } {
  const below = -2 * x + 12 * y + 3;
  return { u: (4 * x) / below, v: (9 * y) / below };
}

/** A chromaticity from CIE 1976 u'v'. */
export function xyOfUv({ u, v }: { u: number; v: number }): { x: number; y: number } {
  const below = 6 * u - 16 * v + 12;
  return { x: (9 * u) / below, y: (4 * v) / below };
}

/**
 * Correlated colour temperature and Duv, the distance from the locus in CIE 1960 uv, above it positive. Duv beyond about 0.05
 * means that the colour has no temperature worth naming. Source: the idea of Ohno 2014, nearest point of the locus by search.
 */
export function temperatureOf(color: { x: number; y: number }): { kelvin: number; duv: number } {
  const uv60 = (of: { x: number; y: number }): [number, number] => {
    const { u, v } = uvOf(of);
    return [u, (2 * v) / 3];
  };
  const [u, v] = uv60(color);
  const away = (mired: number): number => {
    const [lu, lv] = uv60(planckian(1e6 / mired));
    return Math.hypot(u - lu, v - lv);
  };
  let [low, high] = [1e6 / HOTTEST_KELVIN, 1e6 / COLDEST_KELVIN];
  for (let step = 0; step < 60; step++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (away(a) < away(b)) high = b;
    else low = a;
  }
  const mired = (low + high) / 2;
  const above = v >= uv60(planckian(1e6 / mired))[1];
  return { kelvin: 1e6 / mired, duv: (above ? 1 : -1) * away(mired) };
}
