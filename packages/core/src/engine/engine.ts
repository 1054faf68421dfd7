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
import { continuation, leavingSource, lostSources, playbackSource, revisedSource, sketchSource, type SourceContext } from "./make-source";
import { rigWays, type Cover, type RigWays } from "./lay-rows";
import { Curtains } from "./curtains";
import { buildOutputMap, SLOTS, writeFrame, type OutputMap } from "./output-map";
import { darkAhead, takeAhead, type DarkAhead } from "./ahead";
import { staleReaders } from "./stale-readers";
import type { CyclesOf, Source } from "./source";
import { Stack } from "./stack";
import { partsToRenew } from "./record-kinds";
import { Resumption } from "./resumption";
import { layLit, layMasters, stageOverlay, type StageOverlay } from "./stage-overlay";
import { keepStaying, sendHome, valuesThatStay } from "./stays";
import type { Trace } from "../show/trace";
import { traceOf, type TracedStage } from "./trace";
import { whoShows, type WhoShows } from "./winners";

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
  #ways: RigWays;
  /** What shows where nothing plays: home, and what stayed where it was. */
  #rest = new Float32Array(0);
  #covered = new Float32Array(0);
  #cover: Cover = { covered: this.#covered, home: this.#rest };
  /** Merged values before riders: what a new fade starts from. */
  #merged = new Float32Array(0);
  #values = new Float32Array(0);
  #output: OutputMap;
  readonly #stack = new Stack();
  readonly #curtains = new Curtains();
  #overlay: StageOverlay;
  #highlight: HighlightOverlay = { parameters: new Int32Array(0), values: new Float32Array(0) };
  #resumption: Resumption | null = null;
  #dirty = true;
  #t: Seconds = 0;

  /** `last`: values of all parameters that an engine before this one left on stage; it goes on from there. */
  constructor(show: Show, t: Seconds, last?: Float32Array) {
    this.#show = show;
    this.#t = t;
    if (last?.length === show.rig.parameters.length) this.#resumption = new Resumption(last, t);
    this.#output = buildOutputMap(show.rig);
    this.#ways = rigWays(show.rig);
    this.#overlay = stageOverlay(show, this.#ways);
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
    return this.#stack.playing.map(({ id, lettingGo }) => ({ id, lettingGo }));
  }

  /**
   * Fills the frame with the levels at t and tells whether anything could have changed since the last tick; if not, the
   * frame is left as it is.
   */
  tick(t: Seconds, frame: Uint8Array): boolean {
    this.#t = t;
    if (this.#resumption?.over) this.#resumption = null;
    if (!this.#dirty && !this.#stack.moving && !this.#curtains.movesAt(t) && !this.#resumption) return false;
    this.#merge(t);
    writeFrame(this.#output, this.#values, frame);
    this.#dirty = false;
    return true;
  }

  /** Why a parameter is what it was at the last tick. */
  trace(parameter: number): Trace {
    return traceOf(parameter, this.#traced());
  }

  /** Who shows and what is left behind, worked out in steps (see whoShows). */
  whoShows(): Generator<void, WhoShows> {
    return whoShows(this.#traced());
  }

  /** See darkAhead. */
  darkAhead(): DarkAhead[] {
    return darkAhead(this.#show, this.#merged, this.#stack);
  }

  #traced(): TracedStage {
    const [show, stack, overlay, highlight] = [this.#show, this.#stack, this.#overlay, this.#highlight];
    return { show, stack, overlay, highlight, ways: this.#ways, rest: this.#rest, curtains: this.#curtains, t: this.#t };
  }

  /** Applies changes from their moment on. An error changes nothing. */
  command({ at, changes }: EngineCommand): Result<null> {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) return applied;
    const before = this.#show;
    const after = before.withRecords(applied.value, changes.map(changedId));
    this.#dirty = true;
    if (after.rig !== before.rig) {
      this.#show = after;
      this.#t = at;
      this.#rebuild();
      return ok(null);
    }
    const ids = new Set(changes.map(changedId));
    const affected = [...ids].flatMap((id) => after.records.get(id) ?? before.records.get(id) ?? []);
    const renewed = partsToRenew(affected.map(({ kind }) => kind));
    if (renewed.has("from stage")) this.#merge(at);
    this.#show = after;
    for (const record of affected) {
      if (record.kind === "sketch") this.#takeSketch(record.personId, at, renewed.has("reach"));
      if (record.kind !== "playbackState") continue;
      this.#takePlayback(record.playbackId, before.playbackState(record.playbackId), at);
      takeAhead(this.#stack, record.playbackId, at, this.#context());
    }
    if (renewed.has("overlay")) this.#overlay = stageOverlay(after, this.#ways);
    if (before.stageState?.sweptSeconds !== after.stageState?.sweptSeconds) sendHome(this.#stack, this.#rest, { ways: this.#ways, at });
    if (renewed.has("highlight")) this.#highlight = highlightOverlay(after);
    if (renewed.has("curtain")) this.#curtains.take(after, this.#values);
    this.#reviseReaders(affected, { before, at });
    return ok(null);
  }

  readonly #cyclesOf: CyclesOf = (clock, t) => {
    const { masterId } = clock;
    return masterId === null
      ? drivenCycles(null, null, clock, t)
      : drivenCycles(this.#show.get("master", masterId), this.#show.masterState(masterId), clock, t);
  };

  #merge(t: Seconds): void {
    this.#t = t;
    const [merged, values] = [this.#merged, this.#values];
    const cover = this.#freshCover();
    merged.set(this.#rest);
    layLit(merged, this.#overlay, cover);
    this.#stack.lay(merged, cover, { t, cyclesOf: this.#cyclesOf });
    values.set(merged);
    this.#stack.addRiders(values, this.#ways.htpCount);
    layOver(values, this.#highlight);
    layMasters(values, this.#overlay, this.#ways);
    this.#resumption?.lay(values, t);
    this.#curtains.lay(values, t);
    this.#stack.dropGone();
  }

  /** An account of who covers what, where the merge needs one. */
  #freshCover(): Cover | null {
    if (!this.#ways.homeCounts && !this.#stack.adds) return null;
    this.#covered.fill(0);
    return this.#cover;
  }

  #context(): SourceContext {
    return { show: this.#show, merged: this.#merged, ways: this.#ways };
  }

  /** Everything anew from the records, as after a start. */
  #rebuild(): void {
    this.#output = buildOutputMap(this.#show.rig);
    this.#ways = rigWays(this.#show.rig);
    this.#rest = this.#ways.home.slice();
    if (this.#resumption) keepStaying(this.#rest, this.#resumption.from, this.#show);
    this.#covered = new Float32Array(this.#rest.length);
    this.#cover = { covered: this.#covered, home: this.#rest };
    this.#merged = this.#rest.slice();
    this.#values = this.#rest.slice();
    this.#stack.setPlaying([]);
    this.#stack.setSketches([]);
    this.#overlay = stageOverlay(this.#show, this.#ways);
    this.#highlight = highlightOverlay(this.#show);
    const states = this.#show.all("playbackState").filter(({ cueId }) => cueId !== null);
    const sources = states
      .toSorted((a, b) => a.goSeconds - b.goSeconds)
      .map((state) => playbackSource(state, this.#context(), continuation(state, this.#context())));
    this.#stack.setPlaying(sources.filter((source) => source !== null));
    for (const { playbackId, ahead } of states) if (ahead) takeAhead(this.#stack, playbackId, this.#t, this.#context());
    for (const { personId } of this.#show.all("sketch").toSorted((a: Sketch, b: Sketch) => a.version - b.version))
      this.#takeSketch(personId, this.#t);
    this.#merge(this.#t);
    this.#curtains.take(this.#show, this.#values);
    this.#dirty = true;
  }

  /** `softly` lets what it no longer says fade: it went out of reach. */
  #takeSketch(personId: string, at: Seconds, softly = false): void {
    const sketch = this.#show.sketchOf(personId);
    const id = `sketch ${personId}`;
    const others = this.#stack.sketches.filter((source) => source.id !== id);
    const present = this.#stack.sketches.find((source) => source.id === id) ?? null;
    const source = sketch && sketchSource(sketch, at, this.#context(), present);
    if (present) this.#stay(present, source);
    const kept = softly && present && source;
    // Nobody touched it: it keeps its place among the others.
    if (kept) this.#stack.setSketches(this.#stack.sketches.map((other) => (other === present ? source : other)));
    else this.#stack.setSketches(source ? [...others, source] : others);
    if (present && softly) this.#stack.setPlaying([...this.#stack.playing, ...lostSources(present, source, at, this.#context())]);
  }

  #takePlayback(playbackId: string, before: PlaybackState | null, at: Seconds): void {
    const state = this.#show.playbackState(playbackId);
    const playback = this.#show.get("playback", playbackId);
    const playing = this.#stack.playing;
    const present = playing.find(({ id }) => id === playbackId);
    if (!playback || !state || state.cueId === null) {
      if (!present || present.lettingGo) return;
      this.#stay(present, null);
      present.letGo(at, state?.letGoIn ?? playback?.releaseSeconds ?? 0);
      return;
    }
    const moved = before?.cueId !== state.cueId || before.goSeconds !== state.goSeconds;
    const leftBefore = playing.filter(({ id, leavesByHand }) => leavesByHand && id === `${playbackId} leaving`);
    if (!moved) {
      if (!present || present.lettingGo) return;
      present.follow(playback, state, this.#ways.adding);
      for (const left of leftBefore) left.leaveByHand(state.hand?.part ?? 1);
      return;
    }
    // What a hand was moving away goes on by itself.
    for (const left of leftBefore) left.letGo(at, state.seconds ?? this.#show.get("cue", state.cueId)?.inSeconds ?? 0);
    const source = playbackSource(state, this.#context(), { present: present ?? null, merged: this.#merged });
    const others = playing.filter((other) => other !== present);
    const leaving = source && present && !present.lettingGo ? leavingSource(present, source, at, this.#context()) : null;
    if (leaving) this.#stay(leaving, null);
    this.#stack.setPlaying([...others, ...(leaving ? [leaving] : []), ...(source ? [source] : [])]);
  }

  /** Where families stay, what a source no longer says becomes what shows beneath. */
  #stay(source: Source, next: Source | null): void {
    const stays = valuesThatStay(source, next, this.#show);
    for (const parameter of stays) this.#rest[parameter] = this.#merged[parameter]!;
  }

  /** Resolves again what was made from records that changed. Fades under way keep their place. */
  #reviseReaders(changed: readonly ShowRecord[], { before, at }: { before: Show; at: Seconds }): void {
    const ids = new Set(changed.map(({ id }) => id));
    const { stale, reachLost } = staleReaders(changed, before, this.#show);
    const isStale = (source: Source): boolean =>
      !source.lettingGo && (ids.has(source.id) || stale(source, this.#show.get("playback", source.id)?.listId));
    const lost: Source[] = [];
    // Only a fade under way asks what is on stage now, for what is new in it.
    if (this.#stack.playing.some((source) => !source.settled && isStale(source))) this.#merge(at);
    if (this.#stack.playing.some(isStale))
      this.#stack.setPlaying(
        this.#stack.playing.map((source) => {
          if (!isStale(source)) return source;
          const state = this.#show.playbackState(source.id);
          const start = { present: null, merged: this.#merged, retimed: { present: source, at } };
          const next = state && playbackSource(state, this.#context(), start);
          const revised = revisedSource(source, next, this.#show) ?? source;
          if (reachLost && revised !== source) lost.push(...lostSources(source, revised, at, this.#context()));
          return revised;
        }),
      );
    for (const { id, personId } of this.#show.all("sketch")) {
      const source = this.#stack.sketches.find((candidate) => candidate.id === `sketch ${personId}`);
      if (!source && reachLost && !ids.has(id)) this.#takeSketch(personId, at);
      if (!source || ids.has(id) || !stale(source, undefined)) continue;
      const revised = sketchSource(this.#show.get("sketch", id)!, this.#t, this.#context(), source);
      if (reachLost) lost.push(...lostSources(source, revised, at, this.#context()));
      this.#stack.setSketches(this.#stack.sketches.flatMap((other) => (other === source ? (revised ? [revised] : []) : [other])));
    }
    if (lost.length > 0) this.#stack.setPlaying([...this.#stack.playing, ...lost]);
  }
}
