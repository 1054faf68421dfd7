import { rotated, type Placement, type Vector } from "@vexa/core";
import { STILL, type Frame } from "../gdtf/matrix";

/** {u}{v}{w}{o}: local axes and offset as rows, millimetres. Scales are left out. What isn't one is no move. Source: DIN SPEC 15801 (5-references.md L13, from memory). */
export function readMvrMatrix(text: string | undefined): Frame {
  const numbers = (text ?? "").match(/-?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?/g)?.map(Number) ?? [];
  if (numbers.length !== 12 || numbers.some((number) => !Number.isFinite(number))) return STILL;
  const axis = (at: number): Vector | null => {
    const [x, y, z] = numbers.slice(at, at + 3) as [number, number, number];
    const length = Math.hypot(x, y, z);
    return length > 1e-9 ? { x: x / length, y: y / length, z: z / length } : null;
  };
  const [x, y, z] = [axis(0), axis(3), axis(6)];
  if (!x || !y || !z) return STILL;
  return { x, y, z, origin: { x: numbers[9]! / 1000, y: numbers[10]! / 1000, z: numbers[11]! / 1000 } };
}

export function writeMvrMatrix({ position, rotation }: Placement): string {
  const row = ({ x, y, z }: Vector): string => `{${[x, y, z].map((value) => String(Math.abs(value) < 1e-15 ? 0 : value)).join(",")}}`;
  const { x, y, z } = position;
  const axes = [STILL.x, STILL.y, STILL.z].map((axis) => row(rotated(axis, rotation)));
  return axes.join("") + row({ x: x * 1000, y: y * 1000, z: z * 1000 });
}
