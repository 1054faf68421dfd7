import type { Rig } from "../rig/rig";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { Blocks, copySpans, lengthOfSpans } from "./blocks";
import { Curtains } from "./curtains";
import type { Crossing } from "./crossing";
import type { EndingLamps } from "./ending-lamps";
import { FrameWriter } from "./frame-writer";
import { OutputBends } from "./output-bends";
import { copiedFloats } from "./kernels";
import { highlightOverlay, layOver, type HighlightOverlay } from "./highlight-overlay";
import type { RigWays } from "./rig-ways";
import type { EnginePart } from "./record-kinds";
import type { Resumption } from "./resumption";
import { SlotTests } from "./slot-tests";
import type { Stack } from "./stack";
import { layMasters, stageOverlay, type StageOverlay } from "./stage-overlay";

/** What becomes of the merged stage until it leaves: riders, highlight, masters, what is parked and held; then slots. */
export class Finish {
  /** Values 0..1 of all parameters as they leave. */
  readonly values: Float32Array;
  /** What may leave otherwise than in the last frame. */
  readonly moved: Blocks;
  readonly curtains: Curtains;
  readonly tests = new SlotTests();
  /** All, where so much has moved that finishing the whole is quicker than picking. */
  readonly #whole: Blocks;
  readonly #ending: EndingLamps | null;
  #crossing: Crossing | null = null;
  readonly #ways: RigWays;
  #writer: FrameWriter;
  #bends: OutputBends;
  #overlay: StageOverlay;
  #highlight: HighlightOverlay;
  #resumption: Resumption | null;
  /** A curtain or a resumption was on its way when the values were worked out last. */
  #moving = false;

  /** `curtains` go on holding; `resumption`: an engine before this one left something to go on from; `ending`: lamps that were taken out. */
  constructor(show: Show, ways: RigWays, of: { curtains?: Curtains; resumption: Resumption | null; ending?: EndingLamps }) {
    this.#ways = ways;
    this.values = copiedFloats(ways.home);
    this.moved = new Blocks(this.values.length);
    this.moved.markAll();
    this.#whole = new Blocks(this.values.length);
    this.#whole.markAll();
    this.curtains = of.curtains ?? new Curtains();
    this.#ending = of.ending ?? null;
    this.#writer = new FrameWriter(show.rig);
    this.#bends = new OutputBends(show);
    this.#overlay = stageOverlay(show, ways);
    this.#highlight = highlightOverlay(show);
    this.#resumption = of.resumption;
    this.tests.take(show);
  }

  /** What left last. */
  get octets(): Uint8Array {
    return this.#writer.octets;
  }

  /** What leaves goes over from what left before. */
  cross(crossing: Crossing): void {
    this.#crossing = crossing;
  }

  get overlay(): StageOverlay {
    return this.#overlay;
  }

  get highlight(): HighlightOverlay {
    return this.#highlight;
  }

  get resumption(): Resumption | null {
    return this.#resumption;
  }

  /** Something here moves by time alone. */
  movesAt(t: Seconds): boolean {
    if (this.#resumption?.over) this.#resumption = null;
    // What was on its way in the last frame arrives in the next one, however late that comes.
    if (this.#moving || this.#resumption !== null || this.#ending?.moves || this.#crossing?.moves) return true;
    return this.curtains.movesAt(t) || this.tests.endsBy(t);
  }

  /** Brings what changed records make anew up to date. True when what lies under the sources has changed. */
  take(show: Show, renewed: ReadonlySet<EnginePart>): boolean {
    const before = this.#overlay;
    if (renewed.has("overlay")) {
      this.#overlay = stageOverlay(show, this.#ways);
      for (const { parked, dark } of [before, this.#overlay]) {
        for (const parameter of parked.parameters) this.moved.mark(parameter);
        for (const parameter of dark) this.moved.mark(parameter);
      }
      this.moved.markRange(0, this.#ways.htpCount);
    }
    if (renewed.has("exits")) {
      this.#bends = new OutputBends(show);
      this.moved.markAll();
    }
    if (renewed.has("tests")) this.tests.take(show);
    if (renewed.has("highlight")) this.#highlight = highlightOverlay(show);
    if (renewed.has("curtain")) this.curtains.take(show, this.values);
    if (renewed.has("highlight") || renewed.has("curtain")) this.moved.markAll();
    return before !== this.#overlay && before.lit.parameters.length + this.#overlay.lit.parameters.length > 0;
  }

  /** Fixtures are patched or placed otherwise; their parameters are where they were. */
  takePatch(before: Rig, after: Show): void {
    if (before.patches === after.rig.patches) return;
    this.tests.take(after);
    this.#writer = new FrameWriter(after.rig, this.#writer);
    this.moved.markAll();
  }

  /** What is to be finished and written. */
  get #asked(): Blocks {
    return 2 * lengthOfSpans(this.moved.spans()) < this.values.length ? this.moved : this.#whole;
  }

  /** Works out what leaves at t from what is merged; what hasn't moved since the last frame is worked out already. */
  finish(merged: Float32Array, stack: Stack, t: Seconds): void {
    const { values } = this;
    const moves = this.#resumption !== null || this.curtains.movesAt(t);
    // What has come to its end since the last frame has moved, too.
    if (moves || this.#moving) this.moved.markAll();
    this.#moving = moves;
    stack.markRiders(this.moved);
    const asked = this.#asked;
    const spans = asked.spans();
    copySpans(merged, values, spans);
    stack.addRiders(values, this.#ways.htpCount);
    layOver(values, this.#highlight, asked);
    layMasters(values, this.#overlay, { htpCount: this.#ways.htpCount, spans });
    this.#resumption?.lay(values, t);
    this.curtains.lay(values, t);
  }

  /** Fills the frame with what leaves. */
  write(frame: Uint8Array, t: Seconds): void {
    const asked = this.#asked;
    this.#bends.bend(this.values, asked);
    this.#writer.write(this.values, asked, frame);
    this.#bends.back(this.values);
    this.#ending?.lay(frame, t);
    this.#crossing?.lay(frame, t);
    this.tests.lay(frame, t);
    this.moved.clear();
  }
}
