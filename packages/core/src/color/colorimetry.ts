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

/** Encoded sRGB component 0..1 to linear light. Source: IEC 61966-2-1. */
export function linearOfEncoded(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4);
}

/** Linear sRGB to XYZ (D65). Source: IEC 61966-2-1, its primaries at full precision. */
export function xyzOfLinearSrgb(red: number, green: number, blue: number): Xyz {
  return {
    x: 0.4123907992659595 * red + 0.357584339383878 * green + 0.1804807884018343 * blue,
    y: 0.2126390058715104 * red + 0.7151686787677559 * green + 0.0721923153607337 * blue,
    z: 0.0193308187155918 * red + 0.1191947797946259 * green + 0.9505321522496607 * blue,
  };
}

/** XYZ to chromaticity and luminance; black has the chromaticity of D65. */
export function xyYOf({ x, y, z }: Xyz): XyY {
  const sum = x + y + z;
  return sum > 0 ? { x: x / sum, y: y / sum, luminance: y } : { x: 0.3127, y: 0.329, luminance: 0 };
}

/** A colour written `#rrggbb` (encoded sRGB); null when it isn't written so. */
export function colorOfHex(text: string): XyY | null {
  const found = /^#?([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(text.trim());
  if (!found) return null;
  const [red, green, blue] = [1, 2, 3].map((at) => linearOfEncoded(parseInt(found[at]!, 16) / 255)) as [number, number, number];
  return xyYOf(xyzOfLinearSrgb(red, green, blue));
}

/**
 * The nearest `#rrggbb` that a screen can show. `at-full` scales it so that its largest component is full: hue without
 * brightness, as a lamp shows it.
 */
export function hexOfColor(xyz: Xyz, brightness: "as-is" | "at-full"): string {
  const linear = linearSrgbOf(xyz).map((component) => Math.max(0, component));
  const peak = Math.max(...linear, brightness === "as-is" ? 1 : 1e-9);
  const octets = linear.map((component) => Math.round(255 * encodedSrgb(component / peak)));
  return `#${octets.map((octet) => octet.toString(16).padStart(2, "0")).join("")}`;
}
