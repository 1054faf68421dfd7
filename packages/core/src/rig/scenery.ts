import type { Vector } from "../geometry/beam";
import { fields, integerIn, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { vectorSchema } from "./place-schema";

export const SCENERY_FORMS = ["truss", "riser", "edge", "picture"] as const;
export type SceneryForm = (typeof SCENERY_FORMS)[number];

/** Something on the plan that isn't a lamp: a truss, a riser, the stage's edge, or a picture that lies under all of it. */
export interface Scenery {
  readonly id: string;
  readonly kind: "scenery";
  readonly version: number;
  readonly name: string;
  readonly form: SceneryForm;
  /** The middle of its underside, in metres on stage. */
  readonly position: Vector;
  /** Across, upstage and high, in metres, before it is turned. */
  readonly size: Vector;
  /** About the upright, degrees anticlockwise from above. */
  readonly turn: number;
  readonly layer?: string;
  /** Id in the plan that it came from. */
  readonly planId?: string;
  /** Of a picture: the name under which the installation keeps it. */
  readonly picture?: string;
}

const metresSchema = numberIn(0, 1000);

export const scenerySchema: Schema<Scenery> = fields<Scenery>({
  id: textUpTo(64),
  kind: oneOf(["scenery"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  form: oneOf(SCENERY_FORMS),
  position: vectorSchema,
  size: fields<Vector>({ x: metresSchema, y: metresSchema, z: metresSchema }),
  turn: numberIn(-360, 360),
  layer: optional(textUpTo(40)),
  planId: optional(textUpTo(64)),
  picture: optional(textUpTo(200)),
});
