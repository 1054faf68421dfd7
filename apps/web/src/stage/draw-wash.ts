import { tintInk, tintPattern } from "../territories/tints";
import type { StageDrawing } from "./draw-stage";

/** What lies around heads on the plan: whose they are, or that they are out of one's reach. */
export type StageWash =
  | {
      readonly kind: "territories";
      /** For each head the tint of the territory that has each of its families, in their order; null = nobody has it. */
      readonly tints: readonly (readonly (number | null)[])[];
      /** Heads of the territory that is looked at. */
      readonly chosen: ReadonlySet<number>;
    }
  | { readonly kind: "barred"; readonly heads: readonly number[] };

/** Pixels around a head that its hatch takes; in a crowd less, and no outlines: they would run together. */
const AROUND = 8;
const AROUND_IN_CROWD = 2;
const CROWD = 1200;

/** Drawn under the light: hatched discs, a quarter for each family where people share a head; bars over what one can't change. */
export function drawWash(context: CanvasRenderingContext2D, { xy, radius, cells }: StageDrawing, wash: StageWash): void {
  if (wash.kind === "barred") {
    context.strokeStyle = "rgb(138 156 146 / 55%)";
    context.lineWidth = 1;
    context.beginPath();
    for (const index of wash.heads) {
      const [x, y, half] = [xy[2 * index]!, xy[2 * index + 1]!, radius[index]! + 3];
      for (const shift of [-half / 2, half / 2]) {
        context.moveTo(x - half + shift, y + half);
        context.lineTo(x + half + shift, y - half);
      }
    }
    context.stroke();
    return;
  }
  const crowd = radius.length > CROWD;
  const patterns = new Map<number, CanvasPattern | string>();
  wash.tints.forEach((tints, index) => {
    const [x, y, size] = [xy[2 * index]!, xy[2 * index + 1]!, radius[index]! + (crowd ? AROUND_IN_CROWD : cells[index] ? 3 : AROUND)];
    const whole = tints.every((tint) => tint === tints[0]);
    (whole ? tints.slice(0, 1) : tints).forEach((tint, at) => {
      if (tint === null) return;
      if (!patterns.has(tint)) patterns.set(tint, tintPattern(context, tint));
      const [from, to] = whole ? [0, 2 * Math.PI] : [at, at + 1].map((step) => (step / tints.length) * 2 * Math.PI - Math.PI / 2);
      context.fillStyle = patterns.get(tint)!;
      context.beginPath();
      context.moveTo(x, y);
      context.arc(x, y, size, from!, to!);
      context.fill();
      if (wash.chosen.has(index) && !crowd) {
        context.strokeStyle = tintInk(tint);
        context.lineWidth = 1;
        context.beginPath();
        context.arc(x, y, size + 1, from!, to!);
        context.stroke();
      }
    });
  });
}
