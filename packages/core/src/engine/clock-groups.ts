import type { DriveClock } from "./flat-motions";
import { numbersOf } from "./numbers-of";

/** Clocks that differ in their rates alone: what drives them is read once for all. */
interface ClockGroup {
  readonly first: DriveClock;
  /** Indices of the clocks. */
  readonly members: Int32Array;
}

/** Clocks in groups; those that count rounds or are ahead stand alone. */
export class ClockGroups {
  readonly groups: readonly ClockGroup[];
  readonly rates: Float64Array;

  constructor(clocks: readonly DriveClock[]) {
    this.rates = numbersOf(Float64Array, clocks, ({ rate }) => rate);
    const found = new Map<string, number[]>();
    clocks.forEach(({ masterId, family, ownBpm, count, lead }, at) => {
      const key = count === null && lead === undefined ? `${masterId} ${family} ${ownBpm}` : `alone ${at}`;
      const members = found.get(key);
      if (members) members.push(at);
      else found.set(key, [at]);
    });
    this.groups = [...found.values()].map((members) => ({ first: clocks[members[0]!]!, members: Int32Array.from(members) }));
  }
}
