import type { Placement, Vector } from "../geometry/beam";
import { degreesSchema, vectorSchema } from "./place-schema";
import { panTiltSchema, type PanTilt } from "./pan-tilt";
import type { Precedence } from "./profile";
import { fields, integerIn, listOf, mapOf, nullable, oneOf, optional, textUpTo, yes, type Schema } from "../document/schema";

export const MAX_UNIVERSE = 63999;

/** Where a fixture listens. Universe 1..63999 (E1.31), address 1..512. */
export interface Patch {
  readonly universe: number;
  readonly address: number;
}

/** A lamp that is out of service: it stays dark. In fans it keeps its place as a gap, or the others close up. */
export interface OutOfService {
  readonly note?: string;
  readonly fans: "gap" | "close up";
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
  /** Of its first break. */
  readonly patch: Patch | null;
  /** Of its further breaks, from the second on. */
  readonly morePatches?: readonly (Patch | null)[];
  /** Step from one cell to the next in metres, turned with the lamp, in place of where its profile has them. */
  readonly cellStep?: Vector;
  /** The same as written before cells turned with their lamp: on stage, whatever the rotation. Read, and no longer written. */
  readonly headStep?: Vector;
  /** Id of the lamp in the plan that it came from. */
  readonly planId?: string;
  /** Precedence of attributes where this one differs from its profile. */
  readonly precedence?: Readonly<Partial<Record<string, Precedence>>>;
  /** Response curve of its intensities; none = linear. */
  readonly curveId?: string;
  readonly panTilt?: PanTilt;
  /** It may have slots that another lamp has, too: they do the same. */
  readonly twin?: true;
  readonly outOfService?: OutOfService;
  /** It hangs ready to take the place of one that fails. */
  readonly spare?: true;
  /** Of a spare: id of the lamp that plays on what was this one's body. */
  readonly standsInFor?: string;
  readonly layer?: string;
  readonly note?: string;
}

const patchSchema = fields<Patch>({ universe: integerIn(1, MAX_UNIVERSE), address: integerIn(1, 512) });

export const fixtureSchema: Schema<Fixture> = fields<Fixture>({
  id: textUpTo(64),
  kind: oneOf(["fixture"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  number: integerIn(1, 99999),
  name: textUpTo(80),
  profileId: textUpTo(64),
  modeId: textUpTo(64),
  patch: nullable(patchSchema),
  morePatches: optional(listOf(nullable(patchSchema), { max: 7 })),
  position: vectorSchema,
  rotation: degreesSchema,
  cellStep: optional(vectorSchema),
  headStep: optional(vectorSchema),
  planId: optional(textUpTo(64)),
  precedence: optional(mapOf(oneOf(["HTP", "LTP"]), 40)),
  curveId: optional(textUpTo(64)),
  panTilt: optional(panTiltSchema),
  twin: optional(yes),
  outOfService: optional(fields<OutOfService>({ note: optional(textUpTo(200)), fans: oneOf(["gap", "close up"]) })),
  spare: optional(yes),
  standsInFor: optional(textUpTo(64)),
  layer: optional(textUpTo(40)),
  note: optional(textUpTo(500)),
});

/**
 * A head by identity: the fixture's id, and for fixtures with several heads `.` and the head's number from 1; the lamp as a whole, where
 * its profile has it, goes by the id alone. The screen writes the fixture's number in place of its id: `12`, `12.3`.
 */
export type HeadKey = string;

export function headKey(fixtureId: string, headIndex: number, headCount: number): HeadKey {
  return headCount === 1 ? fixtureId : `${fixtureId}.${headIndex + 1}`;
}

/** A cell's number from 1; 0 = the head is the whole lamp. */
export function cellNumber({ heads, master }: { heads: readonly string[]; master?: true }, index: number): number {
  return master ? index : heads.length === 1 ? 0 : index + 1;
}

/** The key of a head of a fixture in a mode. */
export function headKeyIn(fixtureId: string, mode: { heads: readonly string[]; master?: true }, index: number): HeadKey {
  const cell = cellNumber(mode, index);
  return cell === 0 ? fixtureId : `${fixtureId}.${cell}`;
}

/** The patches of all breaks that the fixture says something of, the first one's first. */
export function patchesOf({ patch, morePatches = [] }: Pick<Fixture, "patch" | "morePatches">): (Patch | null)[] {
  return [patch, ...morePatches];
}

/** The patch of a break, counted from 1. */
export function patchOf({ patch, morePatches }: Pick<Fixture, "patch" | "morePatches">, number = 1): Patch | null {
  return number === 1 ? patch : (morePatches?.[number - 2] ?? null);
}
