import { attributeInfo, type Attribute } from "./attributes";
import type { Head } from "./rig";

/** Parameters through which a head shows an attribute: its own, or for a whole colour all that mix or filter it. Empty = it can't. */
export function parametersOf(head: Head, attribute: Attribute): number[] {
  if (attribute !== "Color") {
    const parameter = head.parameters.get(attribute);
    return parameter === undefined ? [] : [parameter];
  }
  const mixing = [...head.parameters].filter(([name]) => attributeInfo(name).family === "Colour");
  return mixing.some(([name]) => name !== "Color1") ? mixing.map(([, parameter]) => parameter) : [];
}

/** The attributes that any of the heads can show, in screen order. */
export function attributesOf(heads: readonly Head[], order: readonly Attribute[]): Attribute[] {
  const own = new Set(heads.flatMap(({ parameters }) => [...parameters.keys()]));
  if (heads.some((head) => parametersOf(head, "Color").length > 0)) own.add("Color");
  return order.filter((attribute) => own.has(attribute));
}
