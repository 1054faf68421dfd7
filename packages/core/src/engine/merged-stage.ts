import { Blocks, copySpans } from "./blocks";
import { homeCounts, homeRoom, HomeShare, type HomeRoom } from "./home-share";
import { copiedFloats } from "./kernels";
import type { RigWays } from "./rig-ways";
import { LastLaid } from "./last-laid";
import { laidStage, type LaidStage } from "./laid-stage";
import { layRaising, laySeen } from "./lay-runs";
import { isOpaque, seenOf, type Seen } from "./seen";
import type { Source } from "./source";
import type { Stack } from "./stack";
import { raisesApart, StrongestFirst } from "./strongest-first";
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
  readonly #blocks: Blocks;
  readonly #laid: LaidStage;
  #order: readonly Source[] = [];
  #opaque: boolean[] = [];
  #seen: readonly Seen[] = [];
  #last: readonly LastLaid[] = [];
  /** Room for a mark on each parameter: who hides whom is looked at between two frames. */
  readonly #marks: Uint8Array;
  /** Null where it makes a difference who comes first. */
  #strongest: StrongestFirst | null = null;
  /** Where home has a part in what is shown. */
  #home: HomeShare | null = null;
  #homeRoom: HomeRoom | null = null;

  constructor(ways: RigWays, rest: Float32Array) {
    this.#ways = ways;
    this.rest = copiedFloats(rest);
    this.values = copiedFloats(rest);
    this.#blocks = new Blocks(rest.length);
    this.#marks = new Uint8Array(rest.length);
    this.#laid = laidStage(this.values, this.#blocks.spans());
    this.renew();
  }

  /** All is to be merged again: what lies under the sources has changed. */
  renew(): void {
    this.#blocks.markAll();
    this.#home?.forget();
  }

  /** Merges what has moved since the last merge, as the sources are now; tells so in `moved`. */
  advance(stack: Stack, overlay: StageOverlay, moved: Blocks): void {
    if (stack.order !== this.#order || this.#turnedOpaque()) this.#lookWhoHides(stack.order);
    const [order, seen, blocks] = [this.#order, this.#seen, this.#blocks];
    for (let at = 0; at < order.length; at++) if (!order[at]!.rests) this.#last[at]!.markMoved(order[at]!, seen[at]!, blocks);
    const spans = blocks.spans();
    if (spans.count === 0) return;
    copySpans(this.#home?.beneath(this.rest) ?? this.rest, this.values, spans);
    layLit(overlay, this.values, blocks);
    for (let at = 0; at < order.length; at++) {
      laySeen(order[at]!, seen[at]!, this.#laid, this.#ways.changes);
      if (this.#strongest === null) layRaising(order[at]!, seen[at]!, this.#laid);
    }
    if (this.#strongest !== null) this.#layStrongestFirst(this.#strongest);
    this.#home?.cover(order, seen, overlay.lit);
    this.#home?.add(this.#laid, this.rest);
    moved.markSame(blocks);
    blocks.clear();
  }

  #layStrongestFirst(strongest: StrongestFirst): void {
    strongest.sort(this.#order);
    const { places } = strongest;
    for (let at = 0; at < places.length; at++) layRaising(this.#order[places[at]!]!, this.#seen[places[at]!]!, this.#laid);
  }

  /** Works out anew what is seen of each source, when sources came or went or hide more or less than before. */
  #lookWhoHides(order: readonly Source[]): void {
    const before = this.#order;
    const [was, is] = [new Set(before), new Set(order)];
    const stayed = before.filter((source) => is.has(source));
    const sameOrder = order.filter((source) => was.has(source)).every((source, index) => source === stayed[index]);
    const counts = homeCounts(order, this.#ways);
    if (counts) this.#homeRoom ??= homeRoom(counts.length);
    const home = counts && new HomeShare(counts, { spans: this.#laid.spans, sources: order.length, room: this.#homeRoom! });
    if (!sameOrder || home || this.#home) this.renew();
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
    this.#home = home;
    this.#seen = seenOf(order, this.#ways.changes, this.#marks);
    this.#strongest = raisesApart(this.#seen, this.#marks) ? new StrongestFirst(order) : null;
  }

  #turnedOpaque(): boolean {
    for (let at = 0; at < this.#order.length; at++)
      if (!this.#order[at]!.rests && isOpaque(this.#order[at]!) !== this.#opaque[at]) return true;
    return false;
  }
}
