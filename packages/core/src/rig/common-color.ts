import { fanColor, type ColorFan } from "../color/color-fan";
import type { Xyz } from "../color/colorimetry";
import { oklchOf, xyzOfOklch } from "../color/oklab";
import { mixDistance } from "./mix-head";
import type { Head } from "./rig";

/** ΔE2000 below which two lamps beside each other count as alike. */
const ALIKE = 1;

/**
 * The colour of the same hue, as near to the target as all heads can make within ΔE2000 1, so that different lamps look alike.
 * The target itself when they can; heads that can't mix are left out. Null when not even white is common to them.
 */
export function commonColor(heads: readonly Head[], target: Xyz): Xyz | null {
  const kinds = [...new Map(heads.map((head) => [`${head.profile.id} ${head.index}`, head])).values()];
  const fits = (color: Xyz): boolean => kinds.every((head) => (mixDistance(head, color) ?? 0) < ALIKE);
  if (fits(target)) return target;
  const wanted = oklchOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  if (!fits(xyzOfOklch({ ...wanted, c: 0 }))) return null;
  let [reached, missed] = [0, wanted.c];
  for (let step = 0; step < 20; step++) {
    const c = (reached + missed) / 2;
    if (fits(xyzOfOklch({ ...wanted, c }))) reached = c;
    else missed = c;
  }
  return xyzOfOklch({ ...wanted, c: reached });
}

/** The colour at each place of a fan for these heads: met by all of them where the fan wants lamps to look alike. */
export function colorsAlong(colors: ColorFan, heads: readonly Head[]): (u: number) => Xyz {
  if (colors.match !== "alike") return (u) => fanColor(colors, u);
  const found = new Map<number, Xyz>();
  return (u) => {
    let color = found.get(u);
    if (!color) {
      const target = fanColor(colors, u);
      found.set(u, (color = commonColor(heads, target) ?? target));
    }
    return color;
  };
}
