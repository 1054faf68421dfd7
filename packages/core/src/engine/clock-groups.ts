import { putFractions } from "../units/units";
import type { DriveClock } from "./flat-motions";
import { ELSEWHERE, foundDoubles, kernelsNow, type Found } from "./kernels";

/** Clocks that differ in their rates alone: what drives them is read once for all. */
interface ClockGroup {
  readonly first: DriveClock;
  /** Indices of the clocks. */
  readonly members: Int32Array;
  /** They follow each other. */
  readonly together: boolean;
  /** What drives them drives their rates alone: nothing is counted, none is ahead. */
  readonly steady: boolean;
}

/** Clocks in groups; those that count rounds or are ahead stand alone. */
export class ClockGroups {
  readonly groups: readonly ClockGroup[];
  readonly rates: Found<Float64Array>;

  constructor(clocks: readonly DriveClock[]) {
    this.rates = foundDoubles(clocks.length);
    clocks.forEach(({ rate }, at) => (this.rates.numbers[at] = rate));
    const found = new Map<string, number[]>();
    clocks.forEach(({ masterId, family, ownBpm, count, lead }, at) => {
      const key = isSteady({ count, lead }) ? `${masterId} ${family} ${ownBpm}` : `alone ${at}`;
      const members = found.get(key);
      if (members) members.push(at);
      else found.set(key, [at]);
    });
    this.groups = [...found.values()].map((members) => ({
      first: clocks[members[0]!]!,
      members: Int32Array.from(members),
      together: members.at(-1)! - members[0]! === members.length - 1,
      steady: isSteady(clocks[members[0]!]!),
    }));
  }

  /** Where the clocks of a group stand after so many rounds, the first of `rounds`. */
  turn({ members, together }: ClockGroup, rounds: Float64Array, cycles: Found<Float64Array>): void {
    const kernels = kernelsNow();
    const { rates } = this;
    if (!kernels || !together || rates.at === ELSEWHERE || cycles.at === ELSEWHERE)
      return putFractions(rounds, rates.numbers, cycles.numbers, members);
    kernels.numbers[0] = rounds[0]!;
    kernels.turn(rates.at + 8 * members[0]!, cycles.at + 8 * members[0]!, members.length);
  }
}

function isSteady({ count, lead }: Pick<DriveClock, "count" | "lead">): boolean {
  return count === null && lead === undefined;
}
