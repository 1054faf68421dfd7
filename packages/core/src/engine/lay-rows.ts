import type { LayRule } from "../show/trace";
import type { Changes } from "../rig/changes";
import { ABOVE, homePart } from "./home-share";
import { isThere } from "./lay-runs";
import type { RigWays } from "./rig-ways";
import type { Source } from "./source";

export function ruleOf(source: Source, row: number): LayRule {
  if (row < source.htpRows) return "highest";
  const way = source.adds ? source.adds[source.compiled.parameters[row]!]! : 0;
  return way === 0 ? "replaces" : way === 1 ? "highest" : "lowest";
}

/** The part of a row that shows: what its playback's level and its letting go leave of it. */
export function shareOf(source: Source, rule: LayRule): number {
  return rule === "replaces" && !source.scalesAll ? source.weight : source.weight * source.level;
}

/** What has been said so far, row by row: for looks at single parameters, in the arithmetic of frames. */
export interface SaidStage {
  /** Where home counts, over nothing; elsewhere over what rests there. */
  readonly said: Float32Array;
  /** How much of each parameter anybody has said anything about, 0..1. */
  readonly covered: Float32Array;
  readonly rest: Float32Array;
  readonly counts: Uint8Array | null;
  readonly changes: Changes;
}

/** Room for what is said of all parameters. */
export type SaidRoom = Pick<SaidStage, "said" | "covered">;

export function saidRoom(parameters: number): SaidRoom {
  return { said: new Float32Array(parameters), covered: new Float32Array(parameters) };
}

/** Nobody has said anything yet. `counts`: see `homeCounts`; `room` isn't used for anything else meanwhile. */
export function saidStage(
  rest: Float32Array,
  counts: Uint8Array | null,
  { changes }: Pick<RigWays, "changes">,
  { said, covered }: SaidRoom = saidRoom(rest.length),
): SaidStage {
  said.set(rest);
  covered.fill(0);
  counts?.forEach((way, parameter) => {
    if (way !== 0) said[parameter] = way === ABOVE ? 1 : 0;
  });
  return { said, covered, rest, counts, changes };
}

/** What shows of a parameter: what was said, and home's part. */
export function shownAt({ said, covered, rest, counts }: SaidStage, parameter: number): number {
  const way = counts ? counts[parameter]! : 0;
  return way === 0 ? said[parameter]! : Math.fround(said[parameter]! + homePart(way, rest[parameter]!, covered[parameter]!));
}

/** One row over what lies beneath; true when it is what shows now. */
export function layRow(source: Source, row: number, stage: SaidStage): boolean {
  const parameter = source.compiled.parameters[row]!;
  const rule = ruleOf(source, row);
  const share = shareOf(source, rule);
  const value = source.rowValue(row);
  if (rule !== "replaces") return raise(parameter, stage, { value, share, rule });
  const { said, covered } = stage;
  const beneath = said[parameter]!;
  if (share !== 1 && stage.changes.snaps(parameter, beneath, value)) {
    if (!isThere(source)) return false;
    said[parameter] = value;
    covered[parameter] = 1;
    return true;
  }
  said[parameter] = share === 1 ? value : beneath + (value - beneath) * share;
  covered[parameter] = covered[parameter]! + (1 - covered[parameter]!) * share;
  return share > 0;
}

/** The highest or lowest of what was said so far and a value in its share; true when that is this value. */
export function raise(
  parameter: number,
  { said, covered }: SaidStage,
  { value, share, rule }: { value: number; share: number; rule: LayRule },
): boolean {
  const [there, before] = [said[parameter]!, covered[parameter]!];
  const offered = rule === "lowest" ? value * share + (1 - share) : value * share;
  const wins = rule === "lowest" ? offered < there : offered > there;
  if (wins) said[parameter] = offered;
  covered[parameter] = Math.max(before, share);
  return share > 0 && (wins || before === 0);
}
