import type { Xyz } from "./colorimetry";

/** OKLab: lightness 0..1 and two opponent axes. Source: Ottosson 2020, matrices of CSS Color 4 (from memory, checked with colorjs.io). */
export interface Oklab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** OKLab in polar form; hue in degrees 0..360. */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** XYZ (D65) to OKLab. */
export function oklabOf({ x, y, z }: Xyz): Oklab {
  const l = Math.cbrt(0.819022437996703 * x + 0.3619062600528904 * y - 0.1288737815209879 * z);
  const m = Math.cbrt(0.0329836539323885 * x + 0.9292868615863434 * y + 0.0361446663506424 * z);
  const s = Math.cbrt(0.0481771893596242 * x + 0.2642395317527308 * y + 0.6335478284694309 * z);
  return {
    l: 0.210454268309314 * l + 0.7936177747023054 * m - 0.0040720430116193 * s,
    a: 1.9779985324311684 * l - 2.4285922420485799 * m + 0.450593709617411 * s,
    b: 0.0259040424655478 * l + 0.7827717124575296 * m - 0.8086757549230774 * s,
  };
}

/** OKLab to XYZ (D65), not limited. */
export function xyzOfOklab({ l, a, b }: Oklab): Xyz {
  const long = (l + 0.3963377773761749 * a + 0.2158037573099136 * b) ** 3;
  const middle = (l - 0.1055613458156586 * a - 0.0638541728258133 * b) ** 3;
  const short = (l - 0.0894841775298119 * a - 1.2914855480194092 * b) ** 3;
  return {
    x: 1.2268798758459243 * long - 0.5578149944602171 * middle + 0.2813910456659647 * short,
    y: -0.0405757452148008 * long + 1.112286803280317 * middle - 0.0717110580655164 * short,
    z: -0.0763729366746601 * long - 0.4214933324022432 * middle + 1.5869240198367816 * short,
  };
}

export function oklchOf(xyz: Xyz): Oklch {
  const { l, a, b } = oklabOf(xyz);
  const degrees = (Math.atan2(b, a) * 180) / Math.PI;
  return { l, c: Math.hypot(a, b), h: degrees < 0 ? degrees + 360 : degrees };
}

export function xyzOfOklch({ l, c, h }: Oklch): Xyz {
  const radians = (h * Math.PI) / 180;
  return xyzOfOklab({ l, a: c * Math.cos(radians), b: c * Math.sin(radians) });
}
