import type { LayRule } from "../show/trace";
import type { Source } from "./source";

/**
 * How much of each parameter anybody has said anything about, 0..1: what nobody covers is home's. Kept only where the highest
 * counts and home isn't zero, since home is nobody's saying: a red that adds up must not meet the white of home.
 */
export interface Cover {
  readonly covered: Float32Array;
  readonly home: Float32Array;
}

export function ruleOf(source: Source, row: number): LayRule {
  if (row < source.htpRows) return "highest";
  const way = source.adds ? source.adds[source.compiled.parameters[row]!]! : 0;
  return way === 0 ? "replaces" : way === 1 ? "highest" : "lowest";
}

/** The part of a row that shows: what its playback's level and its letting go leave of it. */
export function shareOf(source: Source, rule: LayRule): number {
  return rule === "replaces" && !source.scalesAll ? source.weight : source.weight * source.level;
}

/** Values with the account of who covers what. */
export interface CoveredStage {
  readonly values: Float32Array;
  readonly cover: Cover;
}

/** One row over what lies beneath; true when it is what shows now. */
export function layRow(source: Source, row: number, stage: CoveredStage): boolean {
  const parameter = source.compiled.parameters[row]!;
  const rule = ruleOf(source, row);
  const share = shareOf(source, rule);
  const value = source.rowValue(row);
  if (rule !== "replaces") return raise(parameter, stage, { value, share, rule });
  const { values, cover } = stage;
  const { covered } = cover;
  const beneath = values[parameter]!;
  values[parameter] = share === 1 ? value : beneath + (value - beneath) * share;
  covered[parameter] = covered[parameter]! + (1 - covered[parameter]!) * share;
  return share > 0;
}

/** The highest of what was said so far and a value in its share; true when that is this value. */
export function raise(
  parameter: number,
  { values, cover: { covered, home } }: CoveredStage,
  { value, share, rule }: { value: number; share: number; rule: LayRule },
): boolean {
  const before = covered[parameter]!;
  const after = Math.max(before, share);
  const lowest = rule === "lowest";
  const rest = lowest ? 1 - home[parameter]! : home[parameter]!;
  const said = (lowest ? 1 - values[parameter]! : values[parameter]!) - rest * (1 - before);
  const offered = (lowest ? 1 - value : value) * share;
  const made = Math.max(said, offered) + rest * (1 - after);
  values[parameter] = lowest ? 1 - made : made;
  covered[parameter] = after;
  return share > 0 && (offered > said || before === 0);
}
