import { attributeInfo, type Attribute } from "@vexa/core";

/** Numbers on screen are this many times those inside. */
export function screenScale(attribute: Attribute): number {
  return attributeInfo(attribute).unit === "percent" ? 100 : 1;
}

export function screenUnit(attribute: Attribute): string {
  const { unit } = attributeInfo(attribute);
  return { percent: "%", degrees: "°", "degrees a second": "°/s", hertz: "Hz", kelvin: "K", slot: "", color: "", point: "m" }[unit];
}
