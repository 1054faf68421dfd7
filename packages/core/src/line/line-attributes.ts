import { ok, type Result } from "../errors/result";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { attributesOf } from "../rig/head-attributes";
import type { Rig } from "../rig/rig";
import { named, type LineContext } from "./line";

interface OnHeads {
  readonly context: LineContext;
  readonly heads: readonly HeadKey[];
}

/** Whether one of these heads has an attribute. */
export function hasAttribute({ context, heads }: OnHeads, attribute: Attribute): boolean {
  const { headByKey } = context.show.rig;
  return attributesOf(heads.flatMap((key) => headByKey.get(key) ?? [])).includes(attribute);
}

/** An attribute that these heads have, by its label, a beginning of it that no other has, or its name in the GDTF list. */
export function attributeMeant(word: string, { context, heads }: OnHeads): Result<Attribute> {
  const { headByKey } = context.show.rig;
  return attributeNamed(word, attributesOf(heads.flatMap((key) => headByKey.get(key) ?? [])));
}

/** Whether any head of a rig has an attribute that a word names. */
export function isAttributeOf(rig: Rig, word: string): boolean {
  let own = attributesOfRigs.get(rig);
  if (!own) attributesOfRigs.set(rig, (own = attributesOf(rig.heads)));
  return attributeNamed(word, own).ok;
}

// Rigs never change in place.
const attributesOfRigs = new WeakMap<Rig, readonly Attribute[]>();

function attributeNamed(word: string, of: readonly Attribute[]): Result<Attribute> {
  const own = of.filter((name) => name !== "Color" && name !== "Position");
  const exact = own.find((name) => name.toLowerCase() === word.toLowerCase());
  if (exact) return ok(exact);
  return named(own, word, { name: (name) => attributeInfo(name).label, what: "attribute of these heads" });
}
