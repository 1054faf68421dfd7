import { fields, integerIn, oneOf, textUpTo, type Schema } from "../document/schema";
import { shapeSchema, type Shape } from "./place";

/** A shape with a name, kept for reuse. Taking it copies it: changing it later changes no stroke. */
export interface SavedShape {
  readonly id: string;
  readonly kind: "savedShape";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly shape: Shape;
}

export const savedShapeSchema: Schema<SavedShape> = fields<SavedShape>({
  id: textUpTo(64),
  kind: oneOf(["savedShape"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  shape: shapeSchema,
});
