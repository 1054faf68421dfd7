import type { Vector } from "@vexa/core";

/** Points as they are typed: "1,2,0..3,2,0", in metres. */
export function pointText(knots: readonly Vector[]): string {
  const tenth = (value: number): string => String(Math.round(value * 100) / 100);
  return knots.map(({ x, y, z }) => [x, y, z].map(tenth).join(",")).join("..");
}

/** Reads points as they are typed; null where they can't be read. The height may be left out: the floor. */
export function readPoints(text: string): Vector[] | null {
  const knots = text
    .split("..")
    .map((word) => word.split(",").map((number) => (/^\s*[+-]?(\d+\.?\d*|\.\d+)\s*$/.test(number) ? Number(number) : NaN)));
  if (
    knots.length > 64 ||
    knots.some((numbers) => numbers.length < 2 || numbers.length > 3 || numbers.some((number) => !(Math.abs(number) <= 1000)))
  )
    return null;
  return knots.map(([x, y, z = 0]) => ({ x: x!, y: y!, z }));
}
