import { fields, listOf, numberIn, oneOf, optional, where, yes, type Schema } from "../document/schema";

export const AXES = ["Pan", "Tilt"] as const;
export type Axis = (typeof AXES)[number];

/** How a lamp's pan and tilt leave, and where they may go. Aims are worked out as if it were plain: only what leaves is turned round. */
export interface PanTilt {
  /** Leaves the other way round: what is worked out as 30 degrees leaves as -30 about the middle of its way. */
  readonly inverted?: readonly Axis[];
  /** Each leaves on the other's channel. */
  readonly swapped?: true;
  /** Degrees, lowest first; nothing ever leaves them. */
  readonly limits?: Readonly<Partial<Record<Axis, readonly [low: number, high: number]>>>;
}

const limitSchema = where(
  listOf(numberIn(-3600, 3600), { min: 2, max: 2 }) as unknown as Schema<readonly [number, number]>,
  ([low, high]) => (low < high ? null : "the first must be lower than the second"),
);

export const panTiltSchema: Schema<PanTilt> = fields<PanTilt>({
  inverted: optional(listOf(oneOf(AXES), { max: 2 })),
  swapped: optional(yes),
  limits: optional(fields<NonNullable<PanTilt["limits"]>>({ Pan: optional(limitSchema), Tilt: optional(limitSchema) })),
});
