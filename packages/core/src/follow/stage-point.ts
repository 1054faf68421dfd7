import { fields, numberIn, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";

const metres = numberIn(-1000, 1000);

/** A point on any stage, in metres. */
export const pointSchema: Schema<Vector> = fields<Vector>({ x: metres, y: metres, z: metres });
