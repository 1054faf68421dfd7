import type { Seen } from "./seen";
import type { Source } from "./source";

/** Whether what is raised anywhere is nothing but raised there: then it makes no difference who comes first. Room as for `seenOf`. */
export function raisesApart(seen: readonly Seen[], otherwise: Uint8Array): boolean {
  otherwise.fill(0);
  for (const { plain, snapping, lowest } of seen)
    for (const runs of [plain, snapping, lowest])
      for (let at = 0; at < runs.count; at++) otherwise.fill(1, runs.parameters[at], runs.parameters[at]! + runs.lengths[at]!);
  return seen.every(({ highest: { count, parameters: first, lengths } }) => {
    for (let at = 0; at < count; at++) if (otherwise.subarray(first[at], first[at]! + lengths[at]!).includes(1)) return false;
    return true;
  });
}

const gainOf = ({ weight, level }: Source): number => weight * level;

/** Sources by how much of them shows: what comes behind the strongest mostly reaches over nothing. Allocates nothing after it was made. */
export class StrongestFirst {
  /** Places in the order of the sources. */
  readonly places: Uint16Array;
  readonly #gains: Float64Array;

  constructor(order: readonly Source[]) {
    this.places = Uint16Array.from(order, (_, at) => at);
    this.#gains = Float64Array.from(order, gainOf);
  }

  /** They mostly lie as they lay before. */
  sort(order: readonly Source[]): void {
    const [places, gains] = [this.places, this.#gains];
    for (let at = 0; at < order.length; at++) if (!order[at]!.rests) gains[at] = gainOf(order[at]!);
    for (let at = 1; at < places.length; at++) {
      const place = places[at]!;
      let to = at;
      while (to > 0 && gains[places[to - 1]!]! < gains[place]!) places[to] = places[--to]!;
      places[to] = place;
    }
  }
}
