import { knotWords } from "../shape/fan";
import { readQuantity, type Quantity } from "../units/read-quantity";
import { attributeInfo, type Attribute, type AttributeInfo } from "./attributes";
import { attributesOf } from "./head-attributes";
import { channelOf } from "./mix-head";
import { valueNamed } from "./named-values";
import type { Head } from "./rig";

/** What somebody says of an attribute: knots in its inside unit. */
export interface SaidValue {
  readonly attribute: Attribute;
  readonly knots: readonly number[];
}

/** How numbers of a unit are typed, and how many times those inside they are; null where values are no numbers. */
const TYPED: Readonly<Record<AttributeInfo["unit"], { readonly quantity: Quantity; readonly scale: number } | null>> = {
  percent: { quantity: "percent", scale: 100 },
  degrees: { quantity: "degrees", scale: 1 },
  "degrees a second": { quantity: "degrees", scale: 1 },
  hertz: { quantity: "hertz", scale: 1 },
  kelvin: { quantity: "plain", scale: 1 },
  slot: { quantity: "plain", scale: 1 },
  color: null,
  point: null,
};

/**
 * What a text such as `strobe 8 Hz`, `gobo2 Ferns`, `shutter closed` or `tilt -30..30` says of these heads: one of their attributes by its
 * name, its label or the beginning of either, then numbers with their unit or names of values. Where several attributes begin so, it is the
 * first on which the value can be read. Null where it says nothing of theirs; attributes that serve the lamp are none of a head's own.
 */
export function saidValue(heads: readonly Head[], text: string): SaidValue | null {
  const words = text.trim().split(/\s+/);
  const own = attributesOf(heads);
  for (let named = words.length - 1; named > 0; named--) {
    const value = words.slice(named).join(" ");
    for (const attribute of meant(own, words.slice(0, named).join(""))) {
      const knots = knotWords(value).map((word) => knotOf(heads, attribute, word));
      if (knots.every((knot) => knot !== null)) return { attribute, knots };
    }
  }
  return null;
}

const plain = (text: string): string => text.toLowerCase().replace(/\s+/g, "");

/** Those called exactly so first, then those that begin so. */
function meant(own: readonly Attribute[], text: string): Attribute[] {
  const wanted = plain(text);
  const called = (attribute: Attribute): string[] => [plain(attribute), plain(attributeInfo(attribute).label)];
  const exact = own.filter((attribute) => called(attribute).includes(wanted));
  return [...exact, ...own.filter((attribute) => !exact.includes(attribute) && called(attribute).some((name) => name.startsWith(wanted)))];
}

function knotOf(heads: readonly Head[], attribute: Attribute, word: string): number | null {
  for (const head of heads) {
    const channel = channelOf(head, attribute);
    const value = channel ? valueNamed(channel, word, attribute) : null;
    if (value !== null) return value;
  }
  const typed = TYPED[attributeInfo(attribute).unit];
  const number = typed ? readQuantity(word, typed.quantity) : null;
  return number === null ? null : number / typed!.scale;
}
