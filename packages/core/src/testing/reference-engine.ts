import { stateAt } from "../cue/state-at";
import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { colorTravel, readTravel } from "../engine/color-travel";
import { encodeSlots } from "../engine/slots";
import { readTable, waveTable } from "../motion/wave-table";
import type { PlaybackState } from "../playback/playback";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import type { Row } from "../stroke/row";
import { attributeInfo } from "../rig/attributes";
import { highlightValue } from "../rig/highlight-value";
import { placedBase, placedHeads } from "../selection/who";
import { reachOf, reachOfOwner } from "../territory/reach";
import { beatsAt } from "../tempo/tempo-clock";
import { fraction } from "../units/units";

const f32 = Math.fround;

interface Line extends Row {
  from: number;
  seconds: number;
  travel?: Float32Array | undefined;
}

interface Layer {
  id: string;
  kind: "playback" | "sketch";
  lines: Map<number, Line>;
  level: number;
  start: number;
  release: { at: number; seconds: number } | null;
}

/**
 * The merge of 2-model.md section 8 as one would first write it: an object for each parameter of each layer, nothing
 * compiled, nothing kept between frames but where fades started from. It checks the engine's octets in tests and stands
 * beside it in the bench. Rounds to 32-bit floats where the engine stores them.
 */
export class ReferenceEngine {
  #show: Show;
  #playing: Layer[] = [];
  #sketches: Layer[] = [];
  readonly #tables = new Map<string, Float32Array>();

  constructor(show: Show) {
    this.#show = show;
  }

  command({ at, changes }: { at: number; changes: readonly Change[] }): void {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) throw new Error("the reference only takes changes that fit");
    const before = this.#show;
    const stage = this.#merged(at);
    this.#show = before.withRecords(applied.value);
    for (const id of new Set(changes.map(changedId))) {
      const record = this.#show.records.get(id);
      if (record?.kind === "sketch") this.#sketch(record.personId, at);
      if (record?.kind === "playbackState") this.#play(record, before.playbackState(record.playbackId), { at, stage });
    }
  }

  /** All universes' slots at t. */
  tick(t: number): Uint8Array {
    const { rig } = this.#show;
    const frame = new Uint8Array(rig.universes.length * 512);
    const values = this.#merged(t);
    for (const layer of [...this.#playing, ...this.#sketches])
      for (const line of layer.lines.values()) {
        if (line.value !== null) continue;
        const gain = done(layer, line, t) * weight(layer, t) * (line.parameter < rig.htpCount ? layer.level : 1);
        const riders = [...(line.motion ? [this.#swing(line, t)] : []), ...(line.nudge === 0 ? [] : [f32(line.nudge)])];
        for (const swing of riders) values.set(line.parameter, f32(limited(values.get(line.parameter)! + swing * gain)));
      }
    for (const { personId, who, dim } of this.#show.all("highlight")) {
      const reach = reachOf(this.#show.get("person", personId)!, this.#show);
      const atHand = placedHeads(who, this.#show).map(({ key }) => key);
      for (const { key } of placedBase(who, this.#show))
        for (const [attribute, parameter] of rig.headByKey.get(key)!.parameters) {
          const value = atHand.includes(key) ? highlightValue(rig.parameters[parameter]!.channel) : attribute === "Dimmer" ? dim : null;
          if (value !== null && reach(key, attributeInfo(attribute).family)) values.set(parameter, f32(value));
        }
    }
    rig.parameters.forEach(({ head, channel }, parameter) => {
      const { patch } = head.fixture;
      if (!patch) return;
      const own = head.parameters.get("Dimmer");
      const virtual = channel.attribute.startsWith("ColorAdd_") && own !== undefined && rig.parameters[own]!.channel.slots.length === 0;
      const value = values.get(parameter)! * (virtual ? values.get(own)! : 1);
      const octets = encodeSlots(value, channel.slots.length * 8);
      channel.slots.forEach((slot, at) => {
        frame[rig.universes.indexOf(patch.universe) * 512 + patch.address - 2 + slot] = octets[at]!;
      });
    });
    return frame;
  }

  #merged(t: number): Map<number, number> {
    const { rig } = this.#show;
    const values = new Map(rig.parameters.map(({ home }, parameter) => [parameter, f32(home)]));
    this.#playing = this.#playing.filter((layer) => weight(layer, t) > 0);
    for (const layer of [...this.#playing, ...this.#sketches]) {
      const settled = isSettled(layer, t);
      for (const line of layer.lines.values()) {
        if (line.value === null) continue;
        const beneath = values.get(line.parameter)!;
        const value = this.#lineValue(layer, line, t, settled);
        const share = weight(layer, t);
        if (layer.kind === "playback" && line.parameter < rig.htpCount)
          values.set(line.parameter, Math.max(beneath, f32(value * (layer.level * share))));
        else values.set(line.parameter, f32(share === 1 ? value : beneath + (value - beneath) * share));
      }
    }
    return values;
  }

  #lineValue(layer: Layer, line: Line, t: number, settled = isSettled(layer, t)): number {
    const own = f32(limited(line.value!));
    let to = own;
    if (line.motion) to = f32(limited((line.motion.relative ? own : 0) + this.#swing(line, t)));
    const part = done(layer, line, t);
    if (line.travel && part < 1) return readTravel(line.travel, part);
    return settled ? to : line.from + (to - line.from) * part;
  }

  #swing(line: Line, t: number): number {
    const { waveform, width, low, high, phaseCycles, masterId, rate } = line.motion!;
    const state = masterId === null ? null : this.#show.masterState(masterId);
    const count = fraction((state ? beatsAt(state.tempo, t) : t) * rate) + phaseCycles;
    const key = `${waveform} ${width}`;
    const table = this.#tables.get(key) ?? waveTable(waveform, width === undefined ? {} : { width });
    this.#tables.set(key, table);
    return f32(low) + f32(high - low) * readTable(table, 0, count - Math.floor(count));
  }

  #sketch(personId: string, at: number): void {
    this.#sketches = this.#sketches.filter(({ id }) => id !== personId);
    const sketch = this.#show.sketchOf(personId);
    const person = this.#show.get("person", personId);
    if (!sketch || !person) return;
    const { rows } = resolve(sketch.strokes, this.#context(reachOf(person, this.#show)));
    const lines = rows.map((row): [number, Line] => [row.parameter, { ...row, delay: 0, seconds: 0, from: f32(limited(row.value ?? 0)) }]);
    if (lines.length > 0) this.#sketches.push({ id: personId, kind: "sketch", lines: new Map(lines), level: 1, start: at, release: null });
  }

  #play(state: PlaybackState, before: PlaybackState | null, { at, stage }: { at: number; stage: Map<number, number> }): void {
    const index = this.#playing.findIndex(({ id }) => id === state.playbackId);
    const present = this.#playing[index];
    const playback = this.#show.get("playback", state.playbackId)!;
    if (state.cueId === null) {
      if (present) present.release ??= { at, seconds: playback.releaseSeconds };
      return;
    }
    if (before?.cueId === state.cueId && before.goSeconds === state.goSeconds) {
      if (present && !present.release) present.level = state.level;
      return;
    }
    if (index >= 0) this.#playing.splice(index, 1);
    const cue = this.#show.get("cue", state.cueId)!;
    const list = this.#show.get("cueList", playback.listId)!;
    const { rows } = stateAt(this.#show.cuesOf(list.id), cue.id, this.#context(reachOfOwner(list.territoryId, this.#show)));
    const lines = new Map(
      rows.map((row): [number, Line] => {
        const old = present?.lines.get(row.parameter);
        const gain = present ? (present.level * weight(present, at)) / state.level : 0;
        const carried = old && old.value !== null && state.level > 0 ? Math.min(1, this.#lineValue(present!, old, at) * gain) : 0;
        const from = f32(row.parameter < this.#show.rig.htpCount ? carried : stage.get(row.parameter)!);
        return [row.parameter, { ...row, seconds: row.fade ?? cue.inSeconds, from }];
      }),
    );
    if (cue.colorPath) {
      const legs = [...lines.values()].filter(
        ({ parameter, value, motion }) => value !== null && !motion && parameter >= this.#show.rig.htpCount,
      );
      const ends = legs.map(({ parameter, from, value }) => ({ parameter, from, to: f32(limited(value!)) }));
      const tables = colorTravel(ends, this.#show.rig, cue.colorPath);
      for (const line of legs) line.travel = tables.get(line.parameter);
    }
    if (present && !present.release) {
      const says = (line: Line | undefined): boolean => line !== undefined && line.value !== null;
      const left = [...present.lines.values()].filter((line) => says(line) && !says(lines.get(line.parameter)));
      const held = left.map((line): [number, Line] => {
        const value = f32(this.#lineValue(present, line, at));
        return [line.parameter, { ...line, value, from: value, motion: null, delay: 0, seconds: 0 }];
      });
      if (held.length > 0)
        this.#playing.push({
          ...present,
          id: `${present.id} leaving`,
          lines: new Map(held),
          start: at,
          release: { at, seconds: cue.inSeconds },
        });
    }
    this.#playing.push({ id: state.playbackId, kind: "playback", lines, level: state.level, start: at, release: null });
  }

  #context(reaches: ReturnType<typeof reachOf>): Parameters<typeof resolve>[1] {
    return { rig: this.#show.rig, groupHeads: (id) => this.#show.groupHeads(id), preset: (id) => this.#show.preset(id), reaches };
  }
}

function isSettled(layer: Layer, t: number): boolean {
  return [...layer.lines.values()].every((line) => done(layer, line, t) === 1);
}

function done(layer: Layer, line: Line, t: number): number {
  return part(t - layer.start - line.delay, line.seconds);
}

function weight(layer: Layer, t: number): number {
  return layer.release ? 1 - part(t - layer.release.at, layer.release.seconds) : 1;
}

function part(under: number, seconds: number): number {
  if (under < 0) return 0;
  return seconds > 0 && under < seconds ? under / seconds : 1;
}

function limited(value: number): number {
  return Math.min(1, Math.max(0, value));
}
