import { fields, listOf, numberIn, oneOf, optional, type Schema } from "../document/schema";
import { xyzOf, type Xyz, type XyY } from "./colorimetry";
import { oklabOf, oklchOf, xyzOfOklab, xyzOfOklch } from "./oklab";

/** `straight`: linear in XYZ; `even`: linear in OKLab; `round`: in OKLCh the shorter way round; `round-long`: the longer way. */
export const COLOR_PATHS = ["straight", "even", "round", "round-long"] as const;
export type ColorPath = (typeof COLOR_PATHS)[number];

/** Colours at equal distances along a selection. One knot = the same everywhere. */
export interface ColorFan {
  readonly knots: readonly XyY[];
  readonly path: ColorPath;
  /** `alike`: different lamps meet at a colour that all of them can make; without it each gets as near as it can. */
  readonly match?: "alike";
}

export const colorFanSchema: Schema<ColorFan> = fields<ColorFan>({
  knots: listOf(fields<XyY>({ x: numberIn(0, 1), y: numberIn(0.0001, 1), luminance: numberIn(0, 1000) }), { min: 1, max: 64 }),
  path: oneOf(COLOR_PATHS),
  match: optional(oneOf(["alike"])),
});

/** Below this chroma a colour has no hue of its own: it takes the other's. */
const GREY = 1e-4;

/** The colour at place `u` (0..1) along the knots. Source: 2-model.md section 3. */
export function fanColor({ knots, path }: ColorFan, u: number): Xyz {
  const last = knots.length - 1;
  if (last <= 0) return xyzOf(knots[0] ?? { x: 0.3127, y: 0.329, luminance: 1 });
  const at = (u > 0 ? (u < 1 ? u : 1) : 0) * last;
  const stretch = Math.min(Math.floor(at), last - 1);
  return between(xyzOf(knots[stretch]!), xyzOf(knots[stretch + 1]!), { path, s: at - stretch });
}

function between(from: Xyz, to: Xyz, { path, s }: { path: ColorPath; s: number }): Xyz {
  const way = (a: number, b: number): number => a + (b - a) * s;
  if (path === "straight") return { x: way(from.x, to.x), y: way(from.y, to.y), z: way(from.z, to.z) };
  if (path === "even") {
    const [a, b] = [oklabOf(from), oklabOf(to)];
    return xyzOfOklab({ l: way(a.l, b.l), a: way(a.a, b.a), b: way(a.b, b.b) });
  }
  const [a, b] = [oklchOf(from), oklchOf(to)];
  const start = a.c < GREY ? b.h : a.h;
  const end = b.c < GREY ? a.h : b.h;
  const shorter = ((end - start + 540) % 360) - 180;
  const turn = path === "round" || shorter === 0 ? shorter : shorter - 360 * Math.sign(shorter);
  return xyzOfOklch({ l: way(a.l, b.l), c: way(a.c, b.c), h: start + turn * s });
}
