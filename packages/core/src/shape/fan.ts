import { fields, listOf, numberIn, oneOf, optional, type Schema } from "../document/schema";
import { fail, ok, type Result } from "../errors/result";
import { softly } from "../units/units";
import { readQuantity, type Quantity } from "../units/read-quantity";

/** How a stretch between two knots runs. */
export const STRETCHES = ["linear", "smooth", "ease-in", "ease-out"] as const;
export type Stretch = (typeof STRETCHES)[number];

/** One way for all stretches, or one for each. */
export type FanPath = Stretch | readonly Stretch[];

/** Values at equal distances along a selection. One knot = the same everywhere. */
export interface Fan {
  readonly knots: readonly number[];
  readonly path?: FanPath;
}

export const MAX_KNOTS = 64;

/** A fan whose knots lie in a range of the attribute's unit. */
export function fanSchema(low: number, high: number): Schema<Fan> {
  const path: Schema<FanPath | undefined> = (value, at) =>
    Array.isArray(value) ? listOf(oneOf(STRETCHES), { max: MAX_KNOTS })(value, at) : optional(oneOf(STRETCHES))(value, at);
  return fields<Fan>({ knots: listOf(numberIn(low, high), { min: 1, max: MAX_KNOTS }), path });
}

/**
 * The fan's value at place `u` (0..1): linear between knots, or along the path given. `smooth` and the eases are
 * 3s^2-2s^3, s^2 and 1-(1-s)^2 within each stretch. No knots give 0. Source: 2-model.md section 3.
 */
export function fan(knots: readonly number[], u: number, path: FanPath = "linear"): number {
  const last = knots.length - 1;
  if (last <= 0) return knots[0] ?? 0;
  const at = (u > 0 ? (u < 1 ? u : 1) : 0) * last;
  const stretch = Math.min(Math.floor(at), last - 1);
  const way = typeof path === "string" ? path : (path[stretch] ?? "linear");
  const from = knots[stretch]!;
  const to = knots[stretch + 1]!;
  const s = at - stretch;
  return s === 1 ? to : from + (to - from) * eased(s, way);
}

function eased(s: number, way: Stretch): number {
  switch (way) {
    case "linear":
      return s;
    case "smooth":
      return softly(s);
    case "ease-in":
      return s * s;
    case "ease-out":
      return 1 - (1 - s) * (1 - s);
  }
}

/** Between two knots; a hyphen only behind a digit, a percent sign or a degree, since numbers have signs. */
const BETWEEN = / ?(?:\.\.|…|→|>) ?| (?:to|through|thru|-|–) |(?<=[\d%°])[-–](?=\.?\d)/i;
const NUMBERS_ALONE = /^[+-]?\.?\d[\d.]*[%°]?(?:\s+[+-]?\.?\d[\d.]*[%°]?)+$/;

/** What is said for the knots of a fan, one after the other: `amber..blue`, `Ember to Moss`, `0-80`. */
export function knotWords(text: string): string[] {
  return text
    .trim()
    .replace(/\s+/g, " ")
    .split(BETWEEN)
    .map((word) => word.trim());
}

/** What a text names: one thing by all of it, which may have anything in it, or one for each knot; null where a word names none. */
export function namedKnots<T>(text: string, find: (name: string) => T | undefined): T[] | null {
  const whole = find(text.trim());
  if (whole !== undefined) return [whole];
  const found = knotWords(text).map(find);
  return found.every((thing) => thing !== undefined) ? found : null;
}

/**
 * Reads `0..80..0`, also as `0 to 80`, `0-80`, `0 > 80 > 0` or `0 80 0`. Numbers may have a sign, a point or a comma, be fractions, and have their unit behind them; the error names the word that
 * isn't a number and `kept`, what stays in force.
 */
export function parseFan(text: string, kept: string, quantity: Quantity = "plain"): Result<readonly number[]> {
  const plain = text.trim();
  const words = NUMBERS_ALONE.test(plain) ? plain.split(/\s+/) : knotWords(plain);
  const knots: number[] = [];
  for (const word of words) {
    const knot = readQuantity(word, quantity);
    if (knot === null) return fail("fan.unreadable", { word: word.trim(), kept });
    knots.push(knot);
  }
  if (knots.length > MAX_KNOTS)
    return fail("value.invalid", { field: "A fan", value: `${knots.length} numbers long`, why: `it takes at most ${MAX_KNOTS}` });
  return ok(knots);
}

/** Knots as people type them, to a hundredth. */
export function formatFan(knots: readonly number[]): string {
  return knots.map((knot) => String(Math.round(knot * 100) / 100 + 0)).join("..");
}
