import type { CycleTable } from "../motion/cycle-table";
import { sameFollows } from "./flat-follows";
import { sameClock, type FlatMotions } from "./flat-motions";
import type { Source } from "./source";

/** Whether two sources say the same, and, where it is asked for, at the same times. */
export function saysTheSame(a: Source, b: Source, times: "whenever" | "same times"): boolean {
  const [one, other] = [a.compiled, b.compiled];
  if (!sameNumbers(one.parameters, other.parameters) || !sameNumbers(one.base, other.base)) return false;
  if (!sameFollows(one.follows, other.follows)) return false;
  if (one.clocks.length !== other.clocks.length || !one.clocks.every((clock, at) => sameClock(clock, other.clocks[at]!))) return false;
  if (!sameMotions(one.motions, other.motions) || !sameMotions(one.riders, other.riders)) return false;
  if (times === "whenever") return true;
  return sameNumbers(one.timing, other.timing) && sameNumbers(one.delays, other.delays) && sameNumbers(one.fades, other.fades);
}

function sameMotions(a: FlatMotions, b: FlatMotions): boolean {
  const { fades } = a;
  return (
    sameNumbers(a.targets, b.targets) &&
    sameNumbers(a.phases, b.phases) &&
    sameNumbers(a.lows, b.lows) &&
    sameNumbers(a.spans, b.spans) &&
    sameNumbers(a.middles, b.middles) &&
    sameNumbers(a.clocks, b.clocks) &&
    sameNumbers(a.relative, b.relative) &&
    sameNumbers(a.meetings, b.meetings) &&
    sameNumbers(a.opacities ?? NO_NUMBERS, b.opacities ?? NO_NUMBERS) &&
    a.tables.every((table, at) => sameTables(table, b.tables[at])) &&
    a.tables.every((_, at) => sameTables(a.covers?.[at], b.covers?.[at])) &&
    (fades === null) === (b.fades === null) &&
    (fades === null || (sameNumbers(fades.in, b.fades!.in) && sameNumbers(fades.out, b.fades!.out)))
  );
}

function sameTables(a: CycleTable | undefined, b: CycleTable | undefined): boolean {
  return a === b || (a !== undefined && b !== undefined && sameNumbers(a, b));
}

const NO_NUMBERS = new Float32Array(0);

type Numbers = Float32Array | Float64Array | Int32Array | Uint32Array | Uint16Array | Uint8Array;

function sameNumbers(a: Numbers, b: Numbers): boolean {
  if (a.length !== b.length) return false;
  for (let at = 0; at < a.length; at++) if (a[at] !== b[at]) return false;
  return true;
}
