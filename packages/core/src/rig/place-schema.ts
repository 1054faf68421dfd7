import { fields, numberIn, type Schema } from "../document/schema";
import type { Placement, Vector } from "../geometry/beam";

const metres = numberIn(-10000, 10000);
const degrees = numberIn(-360, 360);

export const vectorSchema: Schema<Vector> = fields<Vector>({ x: metres, y: metres, z: metres });
export const degreesSchema: Schema<Placement["rotation"]> = fields<Placement["rotation"]>({ x: degrees, y: degrees, z: degrees });
