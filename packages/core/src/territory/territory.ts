import { fields, integerIn, listOf, oneOf, textUpTo, yes, type Schema } from "../document/schema";
import { FAMILIES, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";

export const ROLES = ["lead", "programmer", "operator", "technician", "watcher", "guest"] as const;
export type Role = (typeof ROLES)[number];

/** Somebody who works on the show. Their password isn't here but with their account. */
export interface Person {
  readonly id: string;
  readonly kind: "person";
  readonly version: number;
  readonly name: string;
  readonly initials: string;
  readonly role: Role;
}

/** Heads times families. */
export interface TerritoryPart {
  readonly groupIds: readonly string[];
  readonly heads: readonly HeadKey[];
  readonly families: readonly Family[];
}

/** A part of the rig that certain people may change. */
export interface Territory {
  readonly id: string;
  readonly kind: "territory";
  readonly version: number;
  readonly name: string;
  /** Which of the soft hatches it has, from 0. */
  readonly tint: number;
  readonly parts: readonly TerritoryPart[];
  readonly personIds: readonly string[];
  /** The lead allows others to hold parts of it too. */
  readonly shared?: true;
}

export const territoryPartSchema: Schema<TerritoryPart> = fields<TerritoryPart>({
  groupIds: listOf(textUpTo(64), { max: 500 }),
  heads: listOf(textUpTo(80), { max: 20000 }),
  families: listOf(oneOf(FAMILIES), { min: 1, max: FAMILIES.length }),
});

const version = integerIn(0, Number.MAX_SAFE_INTEGER);
const id = textUpTo(64);

export const personSchema: Schema<Person> = fields<Person>({
  id,
  kind: oneOf(["person"]),
  version,
  name: textUpTo(80),
  initials: textUpTo(3),
  role: oneOf(ROLES),
});

export const territorySchema: Schema<Territory> = fields<Territory>({
  id,
  kind: oneOf(["territory"]),
  version,
  name: textUpTo(80),
  tint: integerIn(0, 11),
  parts: listOf(territoryPartSchema, { max: 200 }),
  personIds: listOf(id, { max: 200 }),
  shared: yes,
});
