/** CIE 1931 tristimulus values, 2 degree observer, Y = 1 for the reference white. */
export interface Xyz {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** Chromaticity and luminance. */
export interface XyY {
  readonly x: number;
  readonly y: number;
  readonly luminance: number;
}

/** xyY to XYZ. A chromaticity with y = 0 has no finite XYZ: it gives black. */
export function xyzOf(color: XyY): Xyz {
  if (color.y <= 0) return { x: 0, y: 0, z: 0 };
  const scale = color.luminance / color.y;
  return { x: color.x * scale, y: color.luminance, z: (1 - color.x - color.y) * scale };
}

/** XYZ (D65) to linear sRGB, not limited. Source: IEC 61966-2-1, inverse of its primaries at full precision. */
export function linearSrgbOf({ x, y, z }: Xyz): [number, number, number] {
  return [
    3.2409699419045213 * x - 1.5373831775700935 * y - 0.4986107602930033 * z,
    -0.9692436362808798 * x + 1.8759675015077206 * y + 0.0415550574071756 * z,
    0.0556300796969936 * x - 0.2039769588889765 * y + 1.0569715142428786 * z,
  ];
}

/** Linear light 0..1 to the encoded sRGB component 0..1. Source: IEC 61966-2-1. */
export function encodedSrgb(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
}
