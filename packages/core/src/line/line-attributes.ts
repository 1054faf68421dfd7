import { ok, type Result } from "../errors/result";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { attributesOf } from "../rig/head-attributes";
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
  const own = attributesOf(heads.flatMap((key) => headByKey.get(key) ?? [])).filter((name) => name !== "Color" && name !== "Position");
  const exact = own.find((name) => name.toLowerCase() === word.toLowerCase());
  if (exact) return ok(exact);
  return named(own, word, { name: (name) => attributeInfo(name).label, what: "attribute of these heads" });
}
