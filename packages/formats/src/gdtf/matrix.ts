import { rotated, rotationOf, type Placement, type Vector } from "@vexa/core";

/** Where a geometry sits in another: its axes and its origin, metres. */
export interface Frame {
  readonly x: Vector;
  readonly y: Vector;
  readonly z: Vector;
  readonly origin: Vector;
}

export const STILL: Frame = {
  x: { x: 1, y: 0, z: 0 },
  y: { x: 0, y: 1, z: 0 },
  z: { x: 0, y: 0, z: 1 },
  origin: { x: 0, y: 0, z: 0 },
};

/** Four rows of four in braces, translation in the last column. What isn't one is no move at all. Source: DIN SPEC 15800 (5-references.md L11, from memory). */
export function readMatrix(text: string | undefined): Frame {
  const numbers = (text ?? "").match(/-?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?/g)?.map(Number) ?? [];
  if (numbers.length !== 16 || numbers.some((number) => !Number.isFinite(number) || Math.abs(number) > 10000)) return STILL;
  const column = (at: number): Vector => ({ x: numbers[at]!, y: numbers[4 + at]!, z: numbers[8 + at]! });
  return { x: column(0), y: column(1), z: column(2), origin: column(3) };
}

export function inside(outer: Frame, inner: Frame): Frame {
  const turn = ({ x, y, z }: Vector): Vector => ({
    x: outer.x.x * x + outer.y.x * y + outer.z.x * z,
    y: outer.x.y * x + outer.y.y * y + outer.z.y * z,
    z: outer.x.z * x + outer.y.z * y + outer.z.z * z,
  });
  const off = turn(inner.origin);
  const { origin } = outer;
  return {
    x: turn(inner.x),
    y: turn(inner.y),
    z: turn(inner.z),
    origin: { x: origin.x + off.x, y: origin.y + off.y, z: origin.z + off.z },
  };
}

/** To a tenth of a micrometre and a millionth of a degree: what matrices lose on the way comes back whole. */
const rounded = (value: number, steps: number): number => Math.round(value * steps) / steps + 0;

export function placementOf({ origin, ...axes }: Frame): Placement {
  const { x, y, z } = rotationOf(axes);
  return {
    position: { x: rounded(origin.x, 1e7), y: rounded(origin.y, 1e7), z: rounded(origin.z, 1e7) },
    rotation: { x: rounded(x, 1e6), y: rounded(y, 1e6), z: rounded(z, 1e6) },
  };
}

export function writeMatrix({ position, rotation }: Placement): string {
  const axis = (v: Vector): Vector => rotated(v, rotation);
  const [x, y, z] = [axis(STILL.x), axis(STILL.y), axis(STILL.z)];
  const row = (of: keyof Vector): string =>
    `{${[x[of], y[of], z[of], position[of]].map((value) => String(Math.abs(value) < 1e-15 ? 0 : value)).join(",")}}`;
  return (["x", "y", "z"] as const).map(row).join("") + "{0,0,0,1}";
}
