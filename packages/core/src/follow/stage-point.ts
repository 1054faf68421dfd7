import { fields, numberIn, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";

/** No stage is larger. */
export const MOST_METRES = 1000;
const metres = numberIn(-MOST_METRES, MOST_METRES);

/** A point on any stage, in metres. */
export const pointSchema: Schema<Vector> = fields<Vector>({ x: metres, y: metres, z: metres });
