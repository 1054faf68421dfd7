import { fields, numberIn, type Schema } from "../document/schema";
import { fan, fanSchema, MAX_KNOTS, type Fan } from "../shape/fan";
import type { Seconds } from "../units/units";

/**
 * By how many cycles a motion is ahead of its clock because its rate or its clock was changed while it ran: so its phase goes on. It lies
 * along the part's shape, and counts until its master is re-synced or its cue list is started anew.
 */
export interface Lead {
  readonly cycles: Fan;
  readonly atSeconds: Seconds;
}

const MOST_CYCLES = 1e13;

export const leadSchema: Schema<Lead> = fields<Lead>({ cycles: fanSchema(-MOST_CYCLES, MOST_CYCLES), atSeconds: numberIn(0, 1e12) });

/** A fan so many times as large, in a sum. */
export interface Summand {
  readonly fan: Fan;
  readonly times: number;
}

/**
 * A sum of fans, less as many whole cycles as its first knot has. Exact where all have one way and as many knots, or all stretches are straight
 * and 64 knots are enough for all kinks; else the nearest with 64 knots.
 */
export function sumOfCycles(summands: readonly Summand[]): Fan {
  const several = summands.filter(({ fan: { knots } }) => knots.length > 1);
  const [first] = several;
  const alike = several.every(
    ({ fan: { knots, path } }) => knots.length === first!.fan.knots.length && JSON.stringify(path) === JSON.stringify(first!.fan.path),
  );
  const stretches = alike
    ? (first?.fan.knots.length ?? 1) - 1
    : several.map(({ fan: { knots } }) => knots.length - 1).reduce(commonMultiple, 1);
  const count = Math.min(MAX_KNOTS, stretches + 1);
  const at = (u: number): number => summands.reduce((sum, { fan: own, times }) => sum + times * fan(own.knots, u, own.path), 0);
  const knots = Array.from({ length: count }, (_, index) => at(count > 1 ? index / (count - 1) : 0));
  const whole = Math.floor(knots[0]!);
  const path = alike ? first?.fan.path : undefined;
  return { knots: knots.map((knot) => knot - whole), ...(path === undefined ? {} : { path }) };
}

function commonMultiple(a: number, b: number): number {
  let [high, low] = [a, b];
  while (low > 0) [high, low] = [low, high % low];
  return (a / high) * b;
}
