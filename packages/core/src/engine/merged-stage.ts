import { Blocks, type Spans } from "./blocks";
import type { Cover, CoveredStage } from "./lay-rows";
import type { RigWays } from "./rig-ways";
import { LastLaid } from "./last-laid";
import { laidStage, type LaidStage } from "./laid-stage";
import { laySeen } from "./lay-runs";
import { countsOf, isOpaque, seenOf, type Seen } from "./seen";
import type { Source } from "./source";
import type { Stack } from "./stack";
import { layLit, type StageOverlay } from "./stage-overlay";

/**
 * The stage as all sources together make it, before what rides on it and the masters. Kept up to date by parts: what nobody moved isn't
 * merged again, and what is hidden isn't laid. Values equal those of a merge from nothing.
 */
export class MergedStage {
  readonly values: Float32Array;
  /** What shows where nothing plays. Who changes it calls `renew`. */
  readonly rest: Float32Array;
  readonly #ways: RigWays;
  readonly #covered: CoveredStage;
  readonly #blocks: Blocks;
  readonly #laid: LaidStage;
  #order: readonly Source[] = [];
  #opaque: boolean[] = [];
  #seen: readonly Seen[] = [];
  #last: readonly LastLaid[] = [];
  #counts: Uint8Array | null = null;

  constructor(ways: RigWays, rest: Float32Array) {
    this.#ways = ways;
    this.rest = rest;
    this.values = rest.slice();
    const cover: Cover = { covered: new Float32Array(rest.length), home: rest };
    this.#covered = { values: this.values, cover };
    this.#blocks = new Blocks(rest.length);
    this.#laid = laidStage(this.values, { cover, spans: this.#blocks.spans() });
    this.renew();
  }

  /** All is to be merged again: what lies under the sources has changed. */
  renew(): void {
    this.#blocks.markAll();
  }

  /** Merges what has moved since the last merge, as the sources are now; tells so in `moved`. */
  advance(stack: Stack, overlay: StageOverlay, moved: Blocks): void {
    this.#lookWhoHides(stack.order);
    const [order, seen, blocks] = [this.#order, this.#seen, this.#blocks];
    for (let at = 0; at < order.length; at++) this.#last[at]!.markMoved(order[at]!, seen[at]!, blocks);
    const spans = blocks.spans();
    if (spans.count === 0) return;
    this.#clear(spans);
    layLit(overlay, this.#covered, blocks);
    for (let at = 0; at < order.length; at++) laySeen(order[at]!, seen[at]!, this.#laid);
    moved.markSame(blocks);
    blocks.clear();
  }

  /** Back to what shows where nothing plays. */
  #clear({ count, bounds }: Spans): void {
    const { values, rest } = this;
    const { covered } = this.#covered.cover;
    for (let at = 0; at < count; at++) {
      const [begin, end] = [bounds[2 * at]!, bounds[2 * at + 1]!];
      for (let parameter = begin; parameter < end; parameter++) values[parameter] = rest[parameter]!;
      covered.fill(0, begin, end);
    }
  }

  /** Works out anew what is seen of each source, when sources came or went or hide more or less than before. */
  #lookWhoHides(order: readonly Source[]): void {
    if (order === this.#order && !this.#turnedOpaque()) return;
    const before = this.#order;
    const [was, is] = [new Set(before), new Set(order)];
    const stayed = before.filter((source) => is.has(source));
    const sameOrder = order.filter((source) => was.has(source)).every((source, index) => source === stayed[index]);
    const counts = countsOf(order, this.#ways);
    if (!sameOrder || counts || this.#counts) this.renew();
    else {
      before.forEach((source, index) => {
        if (!is.has(source) || isOpaque(source) !== this.#opaque[index]) this.#blocks.markRuns(source.runs);
      });
      for (const source of order) if (!was.has(source)) this.#blocks.markRuns(source.runs);
    }
    const known = new Map(before.map((source, index) => [source, this.#last[index]!]));
    this.#last = order.map((source) => known.get(source) ?? new LastLaid(source));
    this.#order = order;
    this.#opaque = order.map(isOpaque);
    this.#counts = counts;
    this.#seen = seenOf(order, { parameters: this.values.length, counts });
  }

  #turnedOpaque(): boolean {
    for (let at = 0; at < this.#order.length; at++) if (isOpaque(this.#order[at]!) !== this.#opaque[at]) return true;
    return false;
  }
}
