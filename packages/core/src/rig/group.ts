import { fields, integerIn, listOf, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import type { HeadKey } from "./fixture";

/** An ordered list of heads with a name. */
export interface Group {
  readonly id: string;
  readonly kind: "group";
  readonly version: number;
  readonly name: string;
  /** Place in the cast, rising. */
  readonly rank: number;
  readonly heads: readonly HeadKey[];
  readonly territoryId: string | null;
  /** Where its button lies on the cast's plan, 0..1 across and down; without it, where its heads hang. */
  readonly spot?: { readonly across: number; readonly down: number };
}

export const groupSchema: Schema<Group> = fields<Group>({
  id: textUpTo(64),
  kind: oneOf(["group"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  heads: listOf(textUpTo(80), { max: 20000 }),
  territoryId: nullable(textUpTo(64)),
  spot: optional(fields<{ across: number; down: number }>({ across: numberIn(0, 1), down: numberIn(0, 1) })),
});
