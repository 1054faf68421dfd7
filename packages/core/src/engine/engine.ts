import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import type { PlaybackState } from "../playback/playback";
import { drivenCycles } from "../playback/speed-master";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import type { Sketch } from "../stroke/sketch";
import type { Seconds } from "../units/units";
import { highlightOverlay, layOver, type HighlightOverlay } from "./highlight-overlay";
import { continuation, leavingSource, playbackSource, revisedSource, sketchSource, type SourceContext } from "./make-source";
import { buildOutputMap, SLOTS, writeFrame, type OutputMap } from "./output-map";
import type { CyclesOf, Source } from "./source";

/** Kinds of records that a highlight is made from. */
const LIES_UNDER_HIGHLIGHT: ReadonlySet<string> = new Set(["highlight", "group", "territory", "person"]);

/** Changes of the show and the moment from which they hold. Moments never run backwards. */
export interface EngineCommand {
  readonly at: Seconds;
  readonly changes: readonly Change[];
}

/**
 * Computes what leaves the machine. Deterministic: the same show, the same commands with their times and the same t give
 * the same octets. `tick` allocates nothing; commands may.
 */
export class Engine {
  #show: Show;
  #home = new Float32Array(0);
  /** Merged values before riders: what a new fade starts from. */
  #merged = new Float32Array(0);
  #values = new Float32Array(0);
  #output: OutputMap;
  /** Playbacks and what they leave behind, in the order in which they were started; the latest wins. */
  #playing: Source[] = [];
  /** Sketches, the one touched last on top. */
  #sketches: Source[] = [];
  #highlight: HighlightOverlay = { parameters: new Int32Array(0), values: new Float32Array(0) };
  #dirty = true;
  #t: Seconds = 0;

  constructor(show: Show, t: Seconds) {
    this.#show = show;
    this.#t = t;
    this.#output = buildOutputMap(show.rig);
    this.#rebuild();
  }

  get show(): Show {
    return this.#show;
  }

  /** Universes in the order in which `tick` writes them. */
  get universes(): readonly number[] {
    return this.#show.rig.universes;
  }

  /** Length that a frame for `tick` must have. */
  get frameLength(): number {
    return this.universes.length * SLOTS;
  }

  /** All parameters' values 0..1 as of the last tick, in the rig's order. Valid until the next command or tick. */
  get values(): Float32Array {
    return this.#values;
  }

  /** Playbacks that are on stage, from the lowest to the topmost, with those that are letting go. */
  get running(): readonly { readonly id: string; readonly lettingGo: boolean }[] {
    return this.#playing.map(({ id, lettingGo }) => ({ id, lettingGo }));
  }

  /**
   * Fills the frame with the levels at t and tells whether anything could have changed since the last tick; if not, the
   * frame is left as it is.
   */
  tick(t: Seconds, frame: Uint8Array): boolean {
    this.#t = t;
    if (!this.#dirty && !this.#moving()) return false;
    this.#merge(t);
    writeFrame(this.#output, this.#values, frame);
    this.#dirty = false;
    return true;
  }

  /** Applies changes from their moment on. An error changes nothing. */
  command({ at, changes }: EngineCommand): Result<null> {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) return applied;
    const before = this.#show;
    const after = before.withRecords(applied.value);
    this.#dirty = true;
    if (after.rig !== before.rig) {
      this.#show = after;
      this.#t = at;
      this.#rebuild();
      return ok(null);
    }
    const ids = new Set(changes.map(changedId));
    const affected = [...ids].map((id): ShowRecord | undefined => after.records.get(id) ?? before.records.get(id));
    if (affected.some((record) => record?.kind === "sketch" || record?.kind === "playbackState")) this.#merge(at);
    this.#show = after;
    for (const record of affected) {
      if (record?.kind === "sketch") this.#takeSketch(record.personId, at);
      if (record?.kind === "playbackState") this.#takePlayback(record.playbackId, before.playbackState(record.playbackId), at);
    }
    if (affected.some((record) => record && LIES_UNDER_HIGHLIGHT.has(record.kind))) this.#highlight = highlightOverlay(after);
    this.#reviseReaders(
      affected.filter((record) => record !== undefined),
      { before, at },
    );
    return ok(null);
  }

  #moving(): boolean {
    for (let at = 0; at < this.#playing.length; at++) if (this.#playing[at]!.moving) return true;
    for (let at = 0; at < this.#sketches.length; at++) if (this.#sketches[at]!.moving) return true;
    return false;
  }

  readonly #cyclesOf: CyclesOf = (clock, t) => {
    const { masterId } = clock;
    return masterId === null
      ? drivenCycles(null, null, clock, t)
      : drivenCycles(this.#show.get("master", masterId), this.#show.masterState(masterId), clock, t);
  };

  #merge(t: Seconds): void {
    this.#t = t;
    this.#merged.set(this.#home);
    let riders = this.#lay(this.#playing, t);
    riders = this.#lay(this.#sketches, t) || riders;
    this.#values.set(this.#merged);
    if (riders) {
      this.#addRiders(this.#playing);
      this.#addRiders(this.#sketches);
      this.#clampRiders(this.#playing);
      this.#clampRiders(this.#sketches);
    }
    layOver(this.#values, this.#highlight);
    this.#dropGone();
  }

  #lay(sources: readonly Source[], t: Seconds): boolean {
    let riders = false;
    for (let at = 0; at < sources.length; at++) {
      const source = sources[at]!;
      source.advance(t, this.#cyclesOf);
      source.mergeInto(this.#merged);
      if (source.compiled.riders.targets.length > 0) riders = true;
    }
    return riders;
  }

  #addRiders(sources: readonly Source[]): void {
    for (let at = 0; at < sources.length; at++) sources[at]!.addRiders(this.#values, this.#show.rig.htpCount);
  }

  #clampRiders(sources: readonly Source[]): void {
    for (let at = 0; at < sources.length; at++) sources[at]!.clampRiders(this.#values);
  }

  #dropGone(): void {
    let kept = 0;
    for (let at = 0; at < this.#playing.length; at++) {
      const source = this.#playing[at]!;
      if (source.weight > 0) this.#playing[kept++] = source;
    }
    this.#playing.length = kept;
  }

  #context(): SourceContext {
    return { show: this.#show, merged: this.#merged };
  }

  /** Everything anew from the records, as after a start. */
  #rebuild(): void {
    const { rig } = this.#show;
    this.#output = buildOutputMap(rig);
    this.#home = Float32Array.from(rig.parameters, ({ home }) => home);
    this.#merged = this.#home.slice();
    this.#values = this.#home.slice();
    this.#playing = [];
    this.#sketches = [];
    this.#highlight = highlightOverlay(this.#show);
    const states = this.#show.all("playbackState").filter(({ cueId }) => cueId !== null);
    for (const state of states.toSorted((a, b) => a.goSeconds - b.goSeconds)) {
      const source = playbackSource(state, this.#context(), continuation(state, this.#context()));
      if (source) this.#playing.push(source);
    }
    for (const { personId } of this.#show.all("sketch").toSorted((a: Sketch, b: Sketch) => a.version - b.version))
      this.#takeSketch(personId, this.#t);
    this.#dirty = true;
  }

  #takeSketch(personId: string, at: Seconds): void {
    const sketch = this.#show.sketchOf(personId);
    const id = `sketch ${personId}`;
    const others = this.#sketches.filter((source) => source.id !== id);
    const present = this.#sketches.find((source) => source.id === id) ?? null;
    const source = sketch && sketchSource(sketch, at, this.#context(), present);
    this.#sketches = source ? [...others, source] : others;
  }

  #takePlayback(playbackId: string, before: PlaybackState | null, at: Seconds): void {
    const state = this.#show.playbackState(playbackId);
    const index = this.#playing.findIndex(({ id }) => id === playbackId);
    const present = this.#playing[index];
    if (!state || state.cueId === null) {
      if (present && !present.lettingGo) present.letGo(at, this.#show.get("playback", playbackId)?.releaseSeconds ?? 0);
      return;
    }
    const moved = before?.cueId !== state.cueId || before.goSeconds !== state.goSeconds;
    if (!moved) {
      if (!present || present.lettingGo) return;
      present.level = state.level;
      present.pause = { since: state.pausedSeconds ?? null, heldSeconds: state.heldSeconds ?? 0 };
      return;
    }
    const source = playbackSource(state, this.#context(), { present: present ?? null, merged: this.#merged });
    if (index >= 0) this.#playing.splice(index, 1);
    if (!source) return;
    const leaving = present && !present.lettingGo ? leavingSource(present, source, at, this.#context()) : null;
    this.#playing.push(...(leaving ? [leaving, source] : [source]));
  }

  /** Resolves again what was made from records that changed. Fades under way keep their place. */
  #reviseReaders(changed: readonly ShowRecord[], { before, at }: { before: Show; at: Seconds }): void {
    const ids = new Set(changed.map(({ id }) => id));
    const lists = new Set(changed.flatMap((record) => (record.kind === "cue" ? [record.listId] : [])));
    const inTerritory = before.territories.flatMap(({ parts }) => parts.flatMap(({ groupIds }) => groupIds));
    const reachMoved = changed.some(
      ({ kind, id }) => kind === "territory" || kind === "person" || kind === "cueList" || (kind === "group" && inTerritory.includes(id)),
    );
    const stale = (source: Source, listId: string | undefined): boolean =>
      reachMoved || (listId !== undefined && lists.has(listId)) || [...source.reads].some((id) => ids.has(id));
    const isStale = (source: Source): boolean => !source.lettingGo && stale(source, this.#show.get("playback", source.id)?.listId);
    // Only a fade under way asks what is on stage now, for what is new in it.
    if (this.#playing.some((source) => !source.settled && isStale(source))) this.#merge(at);
    this.#playing = this.#playing.map((source) => {
      if (!isStale(source)) return source;
      const state = this.#show.playbackState(source.id);
      const start = { present: null, merged: this.#merged, retimed: { present: source, at } };
      const next = state && playbackSource(state, this.#context(), start);
      return revisedSource(source, next, this.#show) ?? source;
    });
    for (const { id, personId } of this.#show.all("sketch")) {
      const source = this.#sketches.find((candidate) => candidate.id === `sketch ${personId}`);
      if (!source || ids.has(id) || !stale(source, undefined)) continue;
      const revised = sketchSource(this.#show.get("sketch", id)!, this.#t, this.#context(), source);
      this.#sketches = this.#sketches.flatMap((other) => (other === source ? (revised ? [revised] : []) : [other]));
    }
  }
}
