import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { parametersMoved } from "../rig/changed-rig";
import { ok, type Result } from "../errors/result";
import { isRetimed, type PlaybackState } from "../playback/playback";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import type { Sketch } from "../stroke/sketch";
import type { Seconds } from "../units/units";
import { continuation, leavingSource, lostSources, playbackSource, type SourceContext } from "./make-source";
import type { Crossing } from "./crossing";
import { EndingLamps } from "./ending-lamps";
import { Finish } from "./finish";
import { reviseReaders } from "./revise-readers";
import { rigWays, type RigWays } from "./rig-ways";
import { MergedStage } from "./merged-stage";
import { isRepainted, paintedSources, takeCoat } from "./take-coats";
import { SLOTS } from "./output-map";
import { darkAhead, takeAhead, type DarkAhead } from "./ahead";
import { clockReader } from "./flat-motions";
import { isStill, lateContext, sketchSource } from "./sketch-source";
import { affectedRecords } from "./affected-records";
import type { Source } from "./source";
import { Stack } from "./stack";
import { partsToRenew } from "./record-kinds";
import { Resumption } from "./resumption";
import { keepStaying, movedRest, sendHome, valuesThatStay } from "./stays";
import type { Trace } from "../show/trace";
import { traceOf, type TracedStage } from "./trace";
import { whoShows, whoShowsRoom, type WhoShows, type WhoShowsRoom } from "./winners";

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
  /** Merged values before riders, over what shows where nothing plays: home, and what stayed where it was. */
  #stage: MergedStage;
  /** The moment of the last merge; null once anything has changed since. */
  #mergedAt: Seconds | null = null;
  #finish: Finish;
  readonly #stack = new Stack();
  #dirty = true;
  #t: Seconds = 0;

  /** `last`: values of all parameters that an engine before this one left on stage; it goes on from there. */
  constructor(show: Show, t: Seconds, last?: Float32Array) {
    this.#show = show;
    this.#t = t;
    this.#ways = rigWays(show.rig);
    const resumption = last?.length === show.rig.parameters.length ? new Resumption(last, t) : null;
    const rest = this.#ways.home.slice();
    if (resumption) keepStaying(rest, resumption.from, show);
    this.#stage = new MergedStage(this.#ways, rest);
    this.#finish = new Finish(show, this.#ways, { resumption });
    this.#begin();
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
    return this.#finish.values;
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
    if (!this.#finish.movesAt(t) && !this.#dirty && !this.#stack.moving) return false;
    this.#merge(t);
    this.#finish.write(frame, t);
    this.#dirty = false;
    return true;
  }

  /** Why a parameter is what it was at the last tick. */
  trace(parameter: number): Trace {
    return traceOf(parameter, this.#traced());
  }

  /** Who shows and what is left behind, worked out in steps (see whoShows); one such work at a time. */
  whoShows(): Generator<void, WhoShows> {
    const { length } = this.values;
    if (this.#whoShowsRoom?.wins.length !== length) this.#whoShowsRoom = whoShowsRoom(length);
    return whoShows(this.#traced(), this.#whoShowsRoom);
  }

  /** See darkAhead. */
  darkAhead(): DarkAhead[] {
    return darkAhead(this.#show, this.#stage.values, this.#stack);
  }

  #traced(): TracedStage {
    const { overlay, highlight, curtains, tests } = this.#finish;
    return {
      show: this.#show,
      stack: this.#stack,
      overlay,
      highlight,
      ways: this.#ways,
      rest: this.#stage.rest,
      curtains,
      tests,
      t: this.#t,
    };
  }

  /** What leaves goes over from what an engine of another show left. */
  cross(crossing: Crossing): void {
    this.#finish.cross(crossing);
  }

  /** Applies changes from their moment on. An error changes nothing. */
  command({ at, changes }: EngineCommand): Result<null> {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) return applied;
    const before = this.#show;
    const after = before.withRecords(applied.value, changes.map(changedId));
    this.#dirty = true;
    const affected = affectedRecords(changes, before, after);
    const renewed = partsToRenew(affected.map(({ kind }) => kind));
    const merged = affected.some((record) => this.#startsFromStage(record, after));
    if (merged) this.#mergeFor(at);
    this.#mergedAt = null;
    this.#show = after;
    if (after.rig !== before.rig) this.#takeRig(before, at);
    for (const record of affected) {
      if (record.kind === "sketch") this.#takeSketch(record.personId, at, { softly: renewed.has("reach"), merged });
      if (record.kind === "coat") takeCoat(record.id, { before, stack: this.#stack, context: this.#context(), at, stay: this.#stay });
      if (record.kind !== "playbackState") continue;
      this.#takePlayback(record.playbackId, before.playbackState(record.playbackId), at);
      takeAhead(this.#stack, record.playbackId, at, this.#context());
    }
    // Where nobody has touched the whole stage yet there is no record of it: its first one is no sweep.
    if ((before.stageState?.sweptSeconds ?? 0) !== (after.stageState?.sweptSeconds ?? 0)) {
      sendHome(this.#stack, this.#stage.rest, { ways: this.#ways, at });
      this.#stage.renew();
    }
    if (this.#finish.take(after, renewed)) this.#stage.renew();
    reviseReaders(affected, {
      before,
      at,
      show: this.#show,
      stack: this.#stack,
      t: this.#t,
      context: () => this.#context(),
      mergeFor: this.#mergeFor,
      takeSketch: (personId) => this.#takeSketch(personId, at),
    });
    return ok(null);
  }

  #whoShowsRoom: WhoShowsRoom | null = null;
  readonly #clocks = clockReader(() => this.#show);

  #merge(t: Seconds): void {
    this.#t = t;
    this.#stack.advance(t, this.#clocks);
    this.#stage.advance(this.#stack, this.#finish.overlay, this.#finish.moved);
    this.#finish.finish(this.#stage.values, this.#stack, t);
    this.#stack.dropGone();
    this.#mergedAt = t;
  }

  /** Brings the stage to a moment, for what starts from it; frame and command at the same moment need it once. */
  readonly #mergeFor = (at: Seconds): void => (this.#mergedAt === at ? undefined : this.#merge(at));

  /** Whether a record that is about to change begins from what is on stage: a fader that moves doesn't. */
  #startsFromStage(record: ShowRecord, after: Show): boolean {
    if (!partsToRenew([record.kind]).has("from stage")) return false;
    if (record.kind === "sketch") return !isStill(this.#stack.sketchOf(record.personId));
    if (record.kind === "coat") return isRepainted(this.#show.get("coat", record.id), after.get("coat", record.id));
    if (record.kind !== "playbackState") return true;
    const [was, is] = [this.#show.playbackState(record.playbackId), after.playbackState(record.playbackId)];
    return was?.cueId !== is?.cueId || was?.goSeconds !== is?.goSeconds || was?.ahead !== is?.ahead;
  }

  #context(): SourceContext {
    return { show: this.#show, merged: this.#stage.values, ways: this.#ways, playing: this.#stack.playing };
  }

  #mergedFor(at: Seconds): SourceContext {
    this.#mergeFor(at);
    return this.#context();
  }

  /** Another rig: what runs goes on where its parameters lie now, with its fades, phases and all that is held. */
  #takeRig(before: Show, at: Seconds): void {
    const to = parametersMoved(before.rig, this.#show.rig);
    if (!to) return this.#finish.takePatch(before.rig, this.#show);
    this.#ways = rigWays(this.#show.rig);
    const rest = movedRest(this.#stage.rest, before.rig, { to, ways: this.#ways });
    const { curtains, octets: frame } = this.#finish;
    const ending = new EndingLamps({ before: before.rig, after: this.#show.rig, frame, at });
    curtains.move(to);
    this.#stack.replace((source) => source.moved(to, this.#ways));
    this.#stage = new MergedStage(this.#ways, rest);
    this.#finish = new Finish(this.#show, this.#ways, { curtains, resumption: null, ending });
    this.#merge(at);
    curtains.take(this.#show, this.#finish.values);
  }

  /** All that the records say is running, as after a start. */
  #begin(): void {
    const states = this.#show.all("playbackState").filter(({ cueId }) => cueId !== null);
    const playing = states.flatMap((state) => {
      const source = playbackSource(state, this.#context(), continuation(state, this.#context()));
      return source ? [{ source, since: state.goSeconds }] : [];
    });
    const all = [...playing, ...paintedSources(this.#context())].sort((a, b) => a.since - b.since);
    this.#stack.setPlaying(all.map(({ source }) => source));
    for (const { playbackId, ahead } of states) if (ahead) takeAhead(this.#stack, playbackId, this.#t, this.#context());
    for (const { personId } of this.#show.all("sketch").toSorted((a: Sketch, b: Sketch) => a.version - b.version))
      this.#takeSketch(personId, this.#t);
    this.#merge(this.#t);
    this.#finish.curtains.take(this.#show, this.#finish.values);
  }

  /** `softly` lets what it no longer says fade: it went out of reach. */
  #takeSketch(personId: string, at: Seconds, { softly = false, merged = true } = {}): void {
    const sketch = this.#show.sketchOf(personId);
    const present = this.#stack.sketchOf(personId);
    const others = this.#stack.sketches.filter((source) => source !== present);
    const context = merged ? this.#context() : lateContext(this.#context(), () => this.#mergedFor(at));
    const source = sketch && sketchSource(sketch, at, context, present);
    if (present) this.#stay(present, source, context);
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
    const present = this.#stack.playingUnder(playbackId)[0];
    if (!playback || !state || state.cueId === null) {
      if (!present || present.lettingGo) return;
      this.#stay(present, null);
      present.letGo(at, state?.letGoIn ?? playback?.releaseSeconds ?? 0);
      return;
    }
    const moved = before?.cueId !== state.cueId || before.goSeconds !== state.goSeconds;
    const leftBefore = this.#stack.playingUnder(`${playbackId} leaving`).filter(({ leavesByHand }) => leavesByHand);
    if (!moved) {
      if (!present || present.lettingGo) return;
      // What goes on with other times is made anew from where it is, unless all of them go faster or slower alike.
      if (!isRetimed(before, state) || present.goesOnUnder(state)) present.follow(playback, state, this.#ways.adding);
      for (const left of leftBefore) left.leaveByHand(state.hand?.part ?? 1);
      return;
    }
    // What a hand was moving away goes on by itself.
    for (const left of leftBefore) left.letGo(at, state.seconds ?? this.#show.get("cue", state.cueId)?.inSeconds ?? 0);
    const source = playbackSource(state, this.#context(), { present: present ?? null, merged: this.#stage.values });
    const others = playing.filter((other) => other !== present);
    const leaving = source && present && !present.lettingGo ? leavingSource(present, source, at, this.#context()) : null;
    if (leaving) this.#stay(leaving, null);
    this.#stack.setPlaying([...others, ...(leaving ? [leaving] : []), ...(source ? [source] : [])]);
  }

  /** Where families stay, what a source no longer says becomes what shows beneath. */
  readonly #stay = (source: Source, next: Source | null, context = this.#context()): void => {
    const stays = valuesThatStay(source, next, this.#show);
    if (stays.length === 0) return;
    const { merged } = context;
    for (const parameter of stays) this.#stage.rest[parameter] = merged[parameter]!;
    this.#stage.renew();
  };
}
