import type { Spans } from "./blocks";
import { ELSEWHERE, foundDoubles, kernelsNow, rowFloats, type Found } from "./kernels";
import { layRuns } from "./lay-runs";
import { laidStage, type LaidStage, type Stretch } from "./laid-stage";
import type { RigWays } from "./rig-ways";
import type { Seen } from "./seen";
import type { Source } from "./source";
import type { StageOverlay } from "./stage-overlay";

/** What home is to a parameter at which it counts: the rest below the highest that is said, or the rest above the lowest. */
export const [BELOW, ABOVE] = [1, 2];

/** BELOW or ABOVE for each parameter at which home counts; null where it counts nowhere: no colours add up, and at home all is dark. */
export function homeCounts(order: readonly Source[], ways: RigWays): Uint8Array | null {
  const { home, htpCount } = ways;
  if (!ways.homeCounts && !order.some(({ adds }) => adds !== null)) return null;
  const counts = new Uint8Array(home.length);
  for (let parameter = 0; parameter < htpCount; parameter++) if (home[parameter]! > 0) counts[parameter] = BELOW;
  for (const { adds, compiled, htpRows } of order)
    for (let row = htpRows; adds !== null && row < compiled.parameters.length; row++) {
      const parameter = compiled.parameters[row]!;
      if (adds[parameter]! > 0) counts[parameter] = adds[parameter] === 1 ? BELOW : ABOVE;
    }
  return counts;
}

/** What home adds where so much is covered. */
export function homePart(way: number, rest: number, covered: number): number {
  return way === BELOW ? rest * (1 - covered) : -(1 - rest) * (1 - covered);
}

const NOT_KNOWN = -1;

/** Arrays of a number for each parameter, for one share after the other: who hides whom changes with each go. */
export interface HomeRoom {
  readonly covered: Float32Array;
  /** What lies beneath all that is said. */
  readonly under: Float32Array;
  /** The part that home has in each parameter. */
  readonly parts: Found<Float64Array>;
}

export function homeRoom(parameters: number): HomeRoom {
  return { covered: new Float32Array(parameters), under: rowFloats(parameters), parts: foundDoubles(parameters) };
}

/**
 * The part that home has where the highest or the lowest of several counts and home isn't the same as nothing said: what nobody covers is
 * home's, since home is nobody's saying (a red that adds up must not meet the white of home). There sources are laid over nothing, and
 * home's part comes on top afterwards.
 */
export class HomeShare {
  readonly #counts: Uint8Array;
  /** How much of each parameter anybody covers, 0..1. */
  readonly #covered: LaidStage;
  readonly #factors: Float64Array;
  readonly #room: HomeRoom;
  /** Home has no part in a parameter before this one, nor from the other one on. */
  #openFrom = 0;
  #openTo = NOT_KNOWN;
  #due = true;

  /** The first merge with it is one of all: what stood in the room before is gone then. */
  constructor(counts: Uint8Array, of: { spans: Spans; sources: number; room: HomeRoom }) {
    this.#counts = counts;
    this.#room = of.room;
    this.#covered = laidStage(of.room.covered, of.spans);
    this.#factors = new Float64Array(2 * of.sources);
  }

  /** What rests there, but nothing yet where home counts. */
  beneath(rest: Float32Array): Float32Array {
    const counts = this.#counts;
    const { under } = this.#room;
    if (this.#due)
      for (let parameter = 0; parameter < under.length; parameter++)
        under[parameter] = counts[parameter] === 0 ? rest[parameter]! : counts[parameter] === ABOVE ? 1 : 0;
    return under;
  }

  /** All is worked out anew with the next call of `cover`. */
  forget(): void {
    this.#due = true;
  }

  /** Works out anew who covers how much within the spans, when anybody's level has changed. */
  cover(order: readonly Source[], seen: readonly Seen[], { parameters, levels }: StageOverlay["lit"]): void {
    if (!this.#levelsChanged(order)) return;
    this.#openTo = NOT_KNOWN;
    const { values, spans } = this.#covered;
    for (let at = 0; at < spans.count; at++) values.fill(0, spans.bounds[2 * at], spans.bounds[2 * at + 1]);
    for (let at = 0; at < parameters.length; at++) if (levels[at]! > values[parameters[at]!]!) values[parameters[at]!] = levels[at]!;
    for (let at = 0; at < order.length; at++) {
      const [source, { plain, highest, lowest }] = [order[at]!, seen[at]!];
      layRuns(source, plain, this.#covered, coverPlainly);
      layRuns(source, highest, this.#covered, coverByLevel);
      layRuns(source, lowest, this.#covered, coverByLevel);
    }
  }

  /** Adds home's part to what was said, within the spans. */
  add({ values, at, spans: { count, bounds } }: LaidStage, rest: Float32Array): void {
    if (this.#openTo === NOT_KNOWN) this.#workOutParts(rest);
    const { parts } = this.#room;
    const kernels = kernelsNow();
    for (let span = 0; span < count; span++) {
      const begin = Math.max(this.#openFrom, bounds[2 * span]!);
      const end = Math.min(this.#openTo, bounds[2 * span + 1]!);
      if (begin >= end) continue;
      if (kernels && at !== ELSEWHERE && parts.at !== ELSEWHERE) kernels.add(parts.at + 8 * begin, at + 4 * begin, end - begin);
      else for (let parameter = begin; parameter < end; parameter++) values[parameter] = values[parameter]! + parts.numbers[parameter]!;
    }
  }

  /** Mostly somebody covers all of every parameter, and home has no part in any. */
  #workOutParts(rest: Float32Array): void {
    const [counts, covered, parts] = [this.#counts, this.#room.covered, this.#room.parts.numbers];
    this.#openFrom = parts.length;
    this.#openTo = 0;
    for (let parameter = 0; parameter < counts.length; parameter++) {
      const part = counts[parameter] === 0 ? 0 : homePart(counts[parameter]!, rest[parameter]!, covered[parameter]!);
      parts[parameter] = part;
      if (part === 0) continue;
      if (parameter < this.#openFrom) this.#openFrom = parameter;
      this.#openTo = parameter + 1;
    }
  }

  #levelsChanged(order: readonly Source[]): boolean {
    let changed = this.#due;
    this.#due = false;
    for (let at = 0; at < order.length; at++) {
      const { weight, level } = order[at]!;
      if (this.#factors[2 * at] === weight && this.#factors[2 * at + 1] === level) continue;
      this.#factors[2 * at] = weight;
      this.#factors[2 * at + 1] = level;
      changed = true;
    }
    return changed;
  }
}

/** What replaces covers its part of what was open. */
function coverPlainly(source: Source, at: Stretch, { values }: LaidStage): void {
  const share = source.scalesAll ? source.weight * source.level : source.weight;
  const end = at.parameter + at.length;
  for (let parameter = at.parameter; parameter < end; parameter++)
    values[parameter] = values[parameter]! + (1 - values[parameter]!) * share;
}

/** What raises or lowers covers by the highest level. */
function coverByLevel({ weight, level }: Source, at: Stretch, { values }: Pick<LaidStage, "values">): void {
  const share = weight * level;
  const end = at.parameter + at.length;
  for (let parameter = at.parameter; parameter < end; parameter++) if (share > values[parameter]!) values[parameter] = share;
}
