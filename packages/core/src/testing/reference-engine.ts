import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import type { PlaybackState } from "../playback/playback";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import { contextWith } from "../stroke/row";
import { attributeInfo } from "../rig/attributes";
import { plainOwnerReach, plainReach } from "./plain-reach";
import { plainSnaps } from "./plain-functions";
import { plainDark, writeSlots } from "./plain-exits";
import { plainState } from "./plain-state";
import { plainCardLevel, plainTimes } from "./plain-times";
import { plainTravel } from "./plain-travel";
import { done, FRESH, isSettled, levelAt, limited, moves, obey, release, weight, type Layer, type Line } from "./reference-layer";
import { coverOf, layOverMoving, lineValue, meeting, startOfRow, swingOf, wayOf } from "./reference-lines";
import { withAhead } from "./reference-ahead";
import { dimmed, highlighted, layOverAll, litLevels, parked, shown, type OnStage } from "./reference-stage";

const f32 = Math.fround;

/** Kinds of records whose change starts something from what is on stage. */
const STARTS: ReadonlySet<string> = new Set(["sketch", "playbackState"]);

/**
 * The merge of 2-model.md section 8 as one would first write it: an object for each parameter of each layer, nothing
 * compiled, nothing kept between frames but where fades started from. It checks the engine's octets in tests and stands
 * beside it in the bench. Rounds to 32-bit floats where the engine stores them.
 */
export class ReferenceEngine {
  #show: Show;
  #playing: Layer[] = [];
  #sketches: Layer[] = [];
  /** What stayed where it was, by parameter. */
  #stayed = new Map<number, number>();
  #last: readonly OnStage[] = [];

  constructor(show: Show) {
    this.#show = show;
  }

  command({ at, changes }: { at: number; changes: readonly Change[] }): void {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) throw new Error("the reference only takes changes that fit");
    const before = this.#show;
    const starts = changes.map(changedId).some((id) => STARTS.has((applied.value.get(id) ?? before.records.get(id))!.kind));
    const stage = starts ? this.#merged(at) : new Map<number, number>();
    this.#show = before.withRecords(applied.value);
    for (const id of new Set(changes.map(changedId))) {
      const record = this.#show.records.get(id);
      if (record?.kind === "sketch") this.#sketch(record.personId, at, stage);
      if (record?.kind === "playbackState") {
        this.#play(record, before.playbackState(record.playbackId), { at, stage });
        this.#playing = withAhead(this.#show, record, this.#playing, { at, stage });
      }
      if (record?.kind === "stageState" && (before.stageState?.sweptSeconds ?? 0) !== record.sweptSeconds) this.#sweep(at);
    }
  }

  /** Who decided each parameter at the last tick; those without anybody are left out. */
  get deciders(): Map<number, string> {
    return new Map(this.#last.flatMap(({ decider }, parameter) => (decider === null ? [] : [[parameter, decider] as const])));
  }

  /** All universes' slots at t. */
  tick(t: number): Uint8Array {
    const { rig } = this.#show;
    const frame = new Uint8Array(rig.universes.length * 512);
    const values = this.#merged(t);
    for (const layer of this.#layers())
      for (const line of layer.lines.values()) {
        if (line.value !== null) continue;
        const gain = done(layer, line, t) * weight(layer, t) * (line.parameter < rig.htpCount || layer.everything ? levelAt(layer, t) : 1);
        const riders = [
          ...line.motions.map((motion) => {
            const at = { motion, t };
            return { swing: swingOf(this.#show, layer, line, at), share: gain * coverOf(this.#show, layer, line, at), way: wayOf(motion) };
          }),
          ...(line.nudge === 0 ? [] : [{ swing: f32(line.nudge), share: gain, way: 0 }]),
        ];
        for (const { swing, share, way } of riders)
          values.set(line.parameter, f32(meeting(values.get(line.parameter)!, swing, share, way)));
      }
    for (const [parameter, value] of values) values.set(parameter, limited(value));
    for (const [parameter, value] of highlighted(this.#show)) values.set(parameter, value);
    const factorOf = dimmed(this.#show);
    for (const [parameter, value] of values) values.set(parameter, f32(value * factorOf(parameter)));
    for (const [parameter, value] of parked(this.#show)) values.set(parameter, f32(value));
    plainDark(this.#show).forEach((parameter) => values.set(parameter, 0));
    writeSlots(this.#show, values, frame);
    return frame;
  }

  #layers(): Layer[] {
    const playing = this.#playing.toSorted((a, b) => a.rank - b.rank);
    return [...playing.filter(({ rank }) => rank < 2), ...this.#sketches, ...playing.filter(({ rank }) => rank > 2)];
  }

  #merged(t: number): Map<number, number> {
    this.#last = this.#stage(t);
    return new Map(this.#last.map((on, parameter) => [parameter, shown(on)]));
  }

  #stage(t: number): OnStage[] {
    const { rig } = this.#show;
    this.#playing = this.#playing.filter((layer) => weight(layer, t) > 0);
    const adding = new Set(
      this.#layers().flatMap(({ adds, lines }) =>
        adds ? [...lines.values()].filter(({ value }) => value !== null).map(({ parameter }) => parameter) : [],
      ),
    );
    const stage = rig.parameters.map(({ home, channel: { attribute } }, parameter): OnStage => {
      const rest = this.#stayed.get(parameter) ?? f32(home);
      const raised = (parameter < rig.htpCount && rest > 0) || (adding.has(parameter) && attribute.startsWith("ColorAdd_"));
      const lowered = adding.has(parameter) && attribute.startsWith("ColorSub_");
      const counts = raised ? "below" : lowered ? "above" : null;
      return { rest, said: counts === null ? rest : lowered ? 1 : 0, covered: 0, home: counts, decider: null };
    });
    for (const { id, parameter, level } of litLevels(this.#show))
      layOverAll(stage[parameter]!, { id, value: 1, share: level, way: "highest" });
    for (const layer of this.#layers()) {
      const settled = isSettled(layer, t);
      const [held, level] = [weight(layer, t), levelAt(layer, t)];
      const id = layer.kind === "sketch" ? `sketch ${layer.id}` : layer.id;
      for (const line of layer.lines.values()) {
        if (line.value === null) continue;
        const { channel } = rig.parameters[line.parameter]!;
        const { attribute } = channel;
        const way =
          (layer.kind === "playback" && line.parameter < rig.htpCount) || (layer.adds && attribute.startsWith("ColorAdd_"))
            ? "highest"
            : layer.adds && attribute.startsWith("ColorSub_")
              ? "lowest"
              : "replaces";
        const share = held * (way !== "replaces" || layer.everything ? level : 1);
        const value = lineValue(this.#show, { layer, line }, t, settled);
        const on = stage[line.parameter]!;
        const there = held === 1 && (!layer.everything || level > 0);
        layOverAll(on, { id, value, share, way, ...(plainSnaps(channel, on.said, value) ? { snaps: { there } } : {}) });
      }
    }
    return stage;
  }

  #sketch(personId: string, at: number, stage: Map<number, number>): void {
    const present = this.#sketches.find(({ id }) => id === personId);
    this.#sketches = this.#sketches.filter((layer) => layer !== present);
    const drives = new Set<number>();
    this.#takeSketch({ personId, present, drives }, at, stage);
    if (present)
      this.#stay(
        [...present.lines.values()].filter(({ parameter }) => !drives.has(parameter)),
        stage,
      );
  }

  #takeSketch(of: { personId: string; present: Layer | undefined; drives: Set<number> }, at: number, stage: Map<number, number>): void {
    const { personId, present, drives } = of;
    const sketch = this.#show.sketchOf(personId);
    const person = this.#show.get("person", personId);
    if (!sketch || !person || sketch.blind) return;
    const { rows } = resolve(sketch.strokes, contextWith(this.#show, { reaches: plainReach(this.#show, person) }));
    const lines = rows.map((row): [number, Line] => {
      const before = present?.lines.get(row.parameter);
      const begun = before && before.motions.length > 0 ? before : undefined;
      const moves = row.motions.length > 0;
      const seconds = moves && row.motions[0]!.family === "Position" ? 1 : 0;
      const delay = moves && begun ? present!.start + begun.delay! - at : 0;
      return [row.parameter, { ...row, delay, seconds, from: begun?.from ?? f32(stage.get(row.parameter)!) }];
    });
    for (const [parameter, { value }] of lines) if (value !== null) drives.add(parameter);
    if (lines.length > 0)
      this.#sketches.push({
        ...FRESH,
        rank: 2,
        begins: new Map(),
        id: personId,
        kind: "sketch",
        lines: new Map(lines),
        level: 1,
        start: at,
      });
  }

  #play(state: PlaybackState, before: PlaybackState | null, { at, stage }: { at: number; stage: Map<number, number> }): void {
    const index = this.#playing.findIndex(({ id }) => id === state.playbackId);
    const present = this.#playing[index];
    const playback = this.#show.get("playback", state.playbackId)!;
    if (state.cueId === null) {
      if (present && !present.release) {
        this.#stay([...present.lines.values()], stage);
        release(present, at, state.letGoIn ?? playback.releaseSeconds);
      }
      return;
    }
    if (before?.cueId === state.cueId && before.goSeconds === state.goSeconds) {
      if (!present || present.release) return;
      obey(present, playback, state);
      for (const layer of this.#leftByHand(state.playbackId)) layer.leaves = state.hand?.part ?? 1;
      return;
    }
    const inSeconds = state.seconds ?? this.#show.get("cue", state.cueId)!.inSeconds;
    for (const layer of this.#leftByHand(state.playbackId)) release(layer, at, inSeconds);
    if (index >= 0) this.#playing.splice(index, 1);
    const cue = this.#show.get("cue", state.cueId)!;
    const list = this.#show.get("cueList", playback.listId)!;
    const reaches = plainOwnerReach(this.#show, list.territoryId);
    const rows = plainState(this.#show, { cues: this.#show.cuesOf(list.id), cueId: cue.id, reaches });
    const lines = new Map(
      rows.map((row): [number, Line] => {
        const old = present?.lines.get(row.parameter);
        const from = f32(startOfRow(this.#show, row.parameter, { old, present, playback, state }, { at, stage }));
        const own = plainTimes(cue, row, { rig: this.#show.rig, from });
        const { fade: seconds, delay } = state.seconds === undefined ? own : { fade: state.seconds, delay: 0 };
        const { channel } = this.#show.rig.parameters[row.parameter]!;
        if (row.value === null || !plainSnaps(channel, from, row.value)) return [row.parameter, { ...row, seconds, delay, from }];
        const wait = channel.change === "snaps at the end" ? delay + seconds : delay;
        return [row.parameter, { ...row, seconds: 0, delay: wait, from, snaps: true }];
      }),
    );
    if (cue.colorPath) {
      const legs = [...lines.values()].filter(
        ({ parameter, value, motions }) => value !== null && motions.length === 0 && parameter >= this.#show.rig.htpCount,
      );
      const ends = legs.map(({ parameter, from, value }) => ({ parameter, from, to: f32(limited(value!)) }));
      const travel = plainTravel(ends, this.#show.rig, cue.colorPath);
      for (const line of legs) line.travel = (part) => travel(line.parameter, part);
    }
    const masterId = playback.masterId ?? null;
    const next: Layer = {
      ...FRESH,
      begins: new Map(),
      id: state.playbackId,
      kind: "playback",
      lines,
      level: plainCardLevel(playback, state, at),
      start: at,
      masterId,
    };
    obey(next, playback, state);
    if (present && next.level > 0) layOverMoving(this.#show, next, present, { at, stage });
    if (present && !present.release) {
      const says = (line: Line | undefined): boolean => line !== undefined && line.value !== null;
      const left = [...present.lines.values()].filter((line) => says(line) && !says(lines.get(line.parameter)));
      const moving = (line: Line): boolean => moves(present, line, at);
      this.#stay(left, stage);
      const held = left.map((line): [number, Line] => {
        const value = f32(lineValue(this.#show, { layer: present, line: line }, at));
        const under = moving(line) ? { layer: present, line, gain: 1 } : undefined;
        return [line.parameter, { ...line, value, from: value, motions: [], delay: Infinity, seconds: 0, travel: undefined, under }];
      });
      const riding = [...present.lines].filter(([, line]) => line.value === null);
      if (held.length > 0 || riding.some(([, { motions, nudge }]) => motions.length > 0 || nudge !== 0))
        this.#playing.push({
          ...present,
          id: `${present.id} leaving`,
          lines: new Map([...held, ...riding]),
          level: levelAt(present, at),
          card: null,
          hand: null,
          release: state.hand ? null : { at, seconds: inSeconds, from: 1 },
          leaves: state.hand ? state.hand.part : null,
          stop: at,
          begins: new Map(),
          arrived: false,
        });
    }
    this.#playing.push(next);
  }

  #leftByHand(playbackId: string): Layer[] {
    return this.#playing.filter(({ id, leaves }) => leaves !== null && id === `${playbackId} leaving`);
  }

  /** Where families stay, what nobody drives any more stays where it was. */
  #stay(lines: readonly Line[], stage: Map<number, number>): void {
    const { rig } = this.#show;
    const stays = this.#show.get("settings", "settings")?.stays ?? {};
    for (const { parameter, value } of lines) {
      const family = attributeInfo(rig.parameters[parameter]!.channel.attribute).family;
      if (value !== null && parameter >= rig.htpCount && stays[family]) this.#stayed.set(parameter, stage.get(parameter)!);
    }
  }

  #sweep(at: number): void {
    const lines = [...this.#stayed].filter(([parameter, value]) => value !== f32(this.#show.rig.parameters[parameter]!.home));
    const still = { nudge: 0, fade: 0, delay: 0, motions: [], seconds: 0 };
    const held = lines.map(([parameter, value]): [number, Line] => [parameter, { ...still, parameter, value, from: value }]);
    const layer: Layer = { ...FRESH, id: "sweep", kind: "playback", lines: new Map(held), level: 1, start: at, rank: 0, begins: new Map() };
    release(layer, at, 1);
    if (held.length > 0) this.#playing.unshift(layer);
    this.#stayed.clear();
  }
}
