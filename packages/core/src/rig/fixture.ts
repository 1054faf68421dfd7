import type { Placement, Vector } from "../geometry/beam";
import type { Precedence } from "./profile";
import { fields, integerIn, mapOf, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";

export const MAX_UNIVERSE = 63999;

/** Where a fixture listens. Universe 1..63999 (E1.31), address 1..512. */
export interface Patch {
  readonly universe: number;
  readonly address: number;
}

/** One lamp of the rig. */
export interface Fixture extends Placement {
  readonly id: string;
  readonly kind: "fixture";
  readonly version: number;
  /** The number that people say; distinct in a show. */
  readonly number: number;
  readonly name: string;
  readonly profileId: string;
  readonly modeId: string;
  readonly patch: Patch | null;
  /** Step from one head to the next for fixtures with several heads, before rotation; metres. */
  readonly headStep: Vector;
  /** Precedence of attributes where this one differs from its profile. */
  readonly precedence?: Readonly<Partial<Record<string, Precedence>>>;
}

const metres = numberIn(-10000, 10000);
const degrees = numberIn(-360, 360);
const vectorSchema = fields<Vector>({ x: metres, y: metres, z: metres });

export const fixtureSchema: Schema<Fixture> = fields<Fixture>({
  id: textUpTo(64),
  kind: oneOf(["fixture"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  number: integerIn(1, 99999),
  name: textUpTo(80),
  profileId: textUpTo(64),
  modeId: textUpTo(64),
  patch: nullable(fields<Patch>({ universe: integerIn(1, MAX_UNIVERSE), address: integerIn(1, 512) })),
  position: vectorSchema,
  rotation: fields<Placement["rotation"]>({ x: degrees, y: degrees, z: degrees }),
  headStep: vectorSchema,
  precedence: optional(mapOf(oneOf(["HTP", "LTP"]), 40)),
});

/**
 * A head by identity: the fixture's id, and for fixtures with several heads `.` and the head's number from 1.
 * The screen writes the fixture's number in place of its id: `12`, `12.3`.
 */
export type HeadKey = string;

export function headKey(fixtureId: string, headIndex: number, headCount: number): HeadKey {
  return headCount === 1 ? fixtureId : `${fixtureId}.${headIndex + 1}`;
}
