import { fields, integerIn, mapOf, numberIn, oneOf, textUpTo, where, type Schema } from "../document/schema";
import { MAX_UNIVERSE } from "../rig/fixture";
import type { Seconds } from "../units/units";

/** Slots of a universe that somebody holds at plain DMX values for a while, over all else: to try a lamp, or to tell it something. */
export interface SlotTest {
  readonly id: string;
  readonly kind: "slotTest";
  readonly version: number;
  readonly personId: string;
  readonly universe: number;
  /** DMX values 0..255 by address from 1. */
  readonly slots: Readonly<Record<string, number>>;
  /** When it ends by itself. */
  readonly untilSeconds: Seconds;
}

export function slotTestIdOf(personId: string): string {
  return `test-${personId}`;
}

/** Addresses 1 to 512 with a DMX value each. */
export const slotsSchema: Schema<Readonly<Record<string, number>>> = where(mapOf(integerIn(0, 255), 512), (of) =>
  Object.keys(of).every((address) => /^[1-9]\d{0,2}$/.test(address) && Number(address) <= 512)
    ? null
    : "it must be addresses from 1 to 512",
);

export const slotTestSchema: Schema<SlotTest> = fields<SlotTest>({
  id: textUpTo(80),
  kind: oneOf(["slotTest"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  universe: integerIn(1, MAX_UNIVERSE),
  slots: slotsSchema,
  untilSeconds: numberIn(0, 1e12),
});
