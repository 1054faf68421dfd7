import { mapOf, numberIn, type Flaw, type Schema } from "../document/schema";
import { isAttribute, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";

/** Values of single heads by attribute, in the attribute's unit. */
export type HeadNumbers = Readonly<Record<HeadKey, Readonly<Record<Attribute, number>>>>;

const numbersOfOne: Schema<HeadNumbers[HeadKey]> = (value, path): Flaw | null => {
  const flaw = mapOf(numberIn(-100000, 100000), 64)(value, path);
  const stranger = Object.keys(value ?? {}).find((name) => !isAttribute(name));
  return flaw ?? (stranger === undefined ? null : { path, value: stranger, why: "no head has an attribute of this name" });
};

export const headNumbersSchema: Schema<HeadNumbers> = mapOf(numbersOfOne, 20000);
