import { fields, integerIn, oneOf, textUpTo, type Schema } from "../document/schema";
import { strokesSchema, type Strokes } from "./stroke";

/** A person's strokes that aren't recorded yet. Live on stage until wiped. */
export interface Sketch {
  readonly id: string;
  readonly kind: "sketch";
  readonly version: number;
  readonly personId: string;
  readonly strokes: Strokes;
  /** Not on stage: its owner alone sees it, as it would be. */
  readonly blind?: true;
}

export function sketchIdOf(personId: string): string {
  return `sketch-${personId}`;
}

export const sketchSchema: Schema<Sketch> = fields<Sketch>({
  id: textUpTo(80),
  kind: oneOf(["sketch"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  strokes: strokesSchema,
  blind: (value, path) => (value === undefined || value === true ? null : { path, value, why: "it must be true, or left out" }),
});
