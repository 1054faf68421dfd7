import { attributeInfo, compareAttributes, type Attribute } from "./attributes";
import type { Head } from "./rig";

/** Whether a channel is one of those that make a whole colour: emitters, flags and the wheel; not what corrects or turns. */
export function makesColor(attribute: Attribute): boolean {
  return attributeInfo(attribute).mixing !== undefined || attribute === "Color1";
}

/** Parameters through which a head shows an attribute: its own; for a whole colour all that mix or filter it; for a point pan and tilt. Empty = it can't. */
export function parametersOf(head: Head, attribute: Attribute): number[] {
  if (attribute === "Position") {
    const [pan, tilt] = [head.parameters.get("Pan"), head.parameters.get("Tilt")];
    return pan === undefined || tilt === undefined ? [] : [pan, tilt];
  }
  if (attribute !== "Color") {
    const parameter = head.parameters.get(attribute);
    return parameter === undefined ? [] : [parameter];
  }
  const mixing = [...head.parameters].filter(([name]) => makesColor(name));
  const mixes = mixing.some(([name]) => name !== "Color1") || head.profile.wheels !== undefined;
  return mixes ? mixing.map(([, parameter]) => parameter) : [];
}

/** The attributes that any of the heads can show, in screen order. */
export function attributesOf(heads: readonly Head[]): Attribute[] {
  const kinds = oneOfEachKind(heads);
  const own = new Set(kinds.flatMap(({ parameters }) => [...parameters.keys()]));
  if (kinds.some((head) => parametersOf(head, "Color").length > 0)) own.add("Color");
  if (kinds.some((head) => parametersOf(head, "Position").length > 0)) own.add("Position");
  return [...own].sort(compareAttributes);
}

/** Heads of one place in one mode have the same attributes. */
function oneOfEachKind(heads: readonly Head[]): Head[] {
  const kinds = new Map<Head["mode"], Map<number, Head>>();
  for (const head of heads) {
    let own = kinds.get(head.mode);
    if (!own) kinds.set(head.mode, (own = new Map<number, Head>()));
    if (!own.has(head.index)) own.set(head.index, head);
  }
  return [...kinds.values()].flatMap((own) => [...own.values()]);
}
