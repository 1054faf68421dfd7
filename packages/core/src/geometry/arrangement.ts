import type { Vector } from "./beam";

/** Corners of a grid from which its order begins, seen from above with the audience below. */
export const CORNERS = ["downstage left", "downstage right", "upstage left", "upstage right"] as const;
export type Corner = (typeof CORNERS)[number];

/** Where lamps go, one after the other in their order. Metres and degrees; left is the audience's. */
export type Arrangement =
  | { readonly tool: "line"; readonly from: Vector; readonly to: Vector }
  /** From one angle to another, 0 = to the audience's right, rising against the clock seen from above; a whole round leaves its end out. */
  | { readonly tool: "arc"; readonly centre: Vector; readonly radius: number; readonly fromDegrees: number; readonly toDegrees: number }
  | {
      readonly tool: "grid";
      /** Of the first corner. */
      readonly from: Vector;
      readonly columns: number;
      readonly acrossMetres: number;
      readonly upstageMetres: number;
      readonly corner: Corner;
      /** Whether the order runs along rows or along columns first. */
      readonly along: "rows" | "columns";
      /** Every other row, or column, comes back. */
      readonly way: "to" | "to and fro";
    };

/** A place for each of `count` lamps. Ends are reached, but for whole rounds. */
export function arranged(of: Arrangement, count: number): Vector[] {
  return Array.from({ length: count }, (_, at) => placeAt(of, at, count)).map(({ x, y, z }) => ({
    x: millimetre(x),
    y: millimetre(y),
    z: millimetre(z),
  }));
}

/** Plans are drawn to the millimetre. */
const millimetre = (metres: number): number => Math.round(metres * 1000) / 1000 + 0;

function placeAt(of: Arrangement, at: number, count: number): Vector {
  switch (of.tool) {
    case "line": {
      const u = count > 1 ? at / (count - 1) : 0;
      const { from, to } = of;
      return { x: from.x + (to.x - from.x) * u, y: from.y + (to.y - from.y) * u, z: from.z + (to.z - from.z) * u };
    }
    case "arc": {
      const sweep = of.toDegrees - of.fromDegrees;
      const whole = Math.abs(sweep) >= 360;
      const steps = whole ? count : Math.max(1, count - 1);
      const angle = ((of.fromDegrees + (Math.sign(sweep) * Math.min(360, Math.abs(sweep)) * at) / steps) * Math.PI) / 180;
      return { x: of.centre.x + of.radius * Math.cos(angle), y: of.centre.y + of.radius * Math.sin(angle), z: of.centre.z };
    }
    case "grid": {
      const { columns, along, way, corner, from } = of;
      const rows = Math.ceil(count / columns);
      // Along rows the columns run first; along columns the rows do.
      const length = along === "rows" ? columns : rows;
      const [line, step] = [Math.floor(at / length), at % length];
      const turned = way === "to and fro" && line % 2 === 1 ? length - 1 - step : step;
      const [column, row] = along === "rows" ? [turned, line] : [line, turned];
      const right = corner.endsWith("left") ? 1 : -1;
      const up = corner.startsWith("downstage") ? 1 : -1;
      return { x: from.x + right * column * of.acrossMetres, y: from.y + up * row * of.upstageMetres, z: from.z };
    }
  }
}
