import { stateAt } from "../cue/state-at";
import { timesOfRow } from "../cue/timeline";
import { apply } from "../document/apply";
import { changedId, type Change } from "../document/transaction";
import { colorTravel, readTravel } from "../engine/color-travel";
import { encodeSlots } from "../engine/slots";
import { readTable } from "../motion/cycle-table";
import type { PlaybackState } from "../playback/playback";
import { drivenCycles } from "../playback/speed-master";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import { contextWith, type RowMotion } from "../stroke/row";
import { attributeInfo } from "../rig/attributes";
import { highlightValue } from "../rig/highlight-value";
import { placedBase, placedHeads } from "../selection/who";
import { reachOf, reachOfOwner } from "../territory/reach";
import { fraction } from "../units/units";

import { beneath, done, FRESH, isSettled, limited, MOST_BENEATH, moves, part, weight, type Layer, type Line } from "./reference-layer";

const f32 = Math.fround;

/**
 * The merge of 2-model.md section 8 as one would first write it: an object for each parameter of each layer, nothing
 * compiled, nothing kept between frames but where fades started from. It checks the engine's octets in tests and stands
 * beside it in the bench. Rounds to 32-bit floats where the engine stores them.
 */
export class ReferenceEngine {
  #show: Show;
  #playing: Layer[] = [];
  #sketches: Layer[] = [];

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
      if (record?.kind === "sketch") this.#sketch(record.personId, at, stage);
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
        const riders = [
          ...line.motions.map((motion) => this.#swing(layer, line, { motion, t })),
          ...(line.nudge === 0 ? [] : [f32(line.nudge)]),
        ];
        for (const swing of riders) values.set(line.parameter, f32(values.get(line.parameter)! + swing * gain));
      }
    for (const [parameter, value] of values) values.set(parameter, limited(value));
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
    let value = f32(limited(line.value!));
    for (const motion of line.motions) value = (motion.relative ? value : 0) + this.#swing(layer, line, { motion, t });
    const to = f32(limited(value));
    const part = settled ? 1 : done(layer, line, t);
    if (part === 1) return to;
    if (line.travel) return readTravel(line.travel, part);
    const from = this.#start(line, t);
    return from + (to - from) * part;
  }

  #start({ under, from, parameter }: Line, t: number): number {
    if (!under) return from;
    const value = this.#lineValue(under.layer, under.line, t);
    return parameter < this.#show.rig.htpCount ? Math.min(1, value * under.gain) : value;
  }

  #swing(layer: Layer, line: Line, { motion, t }: { motion: RowMotion; t: number }): number {
    const cycles = this.#rounds(layer, motion, t) + motion.phaseCycles;
    const swing = f32(motion.low) + f32(motion.span) * readTable(motion.table, cycles - Math.floor(cycles));
    const grown = part(t - layer.start - line.delay!, f32(motion.fadeInSeconds));
    const gone = layer.stop !== null && motion.fadeOutSeconds > 0 ? part(t - layer.stop, f32(motion.fadeOutSeconds)) : 0;
    const middle = f32(motion.middle);
    const sized = motion.fadeInSeconds > 0 || motion.fadeOutSeconds > 0;
    return sized ? middle + (swing - middle) * grown * (1 - gone) : swing;
  }

  #rounds(layer: Layer, motion: RowMotion, t: number): number {
    const masterId = motion.masterId ?? layer.masterId;
    const cyclesAt = (at: number): number =>
      drivenCycles(this.#show.get("master", masterId), masterId === null ? null : this.#show.masterState(masterId), motion, at);
    if (motion.count === null) return fraction(cyclesAt(t));
    const key = `${masterId} ${motion.rate} ${motion.ownBpm} ${motion.family} ${motion.count}`;
    const way = motion.rate < 0 ? -1 : 1;
    let begin = layer.begins.get(key) ?? cyclesAt(layer.start);
    if ((cyclesAt(t) - begin) * way < 0) begin = 0;
    layer.begins.set(key, begin);
    return fraction(way * Math.min(Math.max(0, (cyclesAt(t) - begin) * way), motion.count));
  }

  #sketch(personId: string, at: number, stage: Map<number, number>): void {
    const present = this.#sketches.find(({ id }) => id === personId);
    this.#sketches = this.#sketches.filter((layer) => layer !== present);
    const sketch = this.#show.sketchOf(personId);
    const person = this.#show.get("person", personId);
    if (!sketch || !person || sketch.blind) return;
    const { rows } = resolve(sketch.strokes, this.#context(reachOf(person, this.#show)));
    const lines = rows.map((row): [number, Line] => {
      const before = present?.lines.get(row.parameter);
      const begun = before && before.motions.length > 0 ? before : undefined;
      const moves = row.motions.length > 0;
      const seconds = moves && row.motions[0]!.family === "Position" ? 1 : 0;
      const delay = moves && begun ? present!.start + begun.delay! - at : 0;
      return [row.parameter, { ...row, delay, seconds, from: begun?.from ?? f32(stage.get(row.parameter)!) }];
    });
    if (lines.length > 0)
      this.#sketches.push({ ...FRESH, begins: new Map(), id: personId, kind: "sketch", lines: new Map(lines), level: 1, start: at });
  }

  #play(state: PlaybackState, before: PlaybackState | null, { at, stage }: { at: number; stage: Map<number, number> }): void {
    const index = this.#playing.findIndex(({ id }) => id === state.playbackId);
    const present = this.#playing[index];
    const playback = this.#show.get("playback", state.playbackId)!;
    if (state.cueId === null) {
      if (present && !present.release) {
        present.release = { at, seconds: playback.releaseSeconds };
        present.stop ??= at;
      }
      return;
    }
    if (before?.cueId === state.cueId && before.goSeconds === state.goSeconds) {
      if (!present || present.release) return;
      present.level = state.level;
      present.pause = { since: state.pausedSeconds ?? null, held: state.heldSeconds ?? 0 };
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
        const own = timesOfRow(cue, row, { rig: this.#show.rig, from });
        const { fade: seconds, delay } = state.seconds === undefined ? own : { fade: state.seconds, delay: 0 };
        return [row.parameter, { ...row, seconds, delay, from }];
      }),
    );
    if (cue.colorPath) {
      const legs = [...lines.values()].filter(
        ({ parameter, value, motions }) => value !== null && motions.length === 0 && parameter >= this.#show.rig.htpCount,
      );
      const ends = legs.map(({ parameter, from, value }) => ({ parameter, from, to: f32(limited(value!)) }));
      const tables = colorTravel(ends, this.#show.rig, cue.colorPath);
      for (const line of legs) line.travel = tables.get(line.parameter);
    }
    const masterId = playback.masterId ?? null;
    const next: Layer = {
      ...FRESH,
      begins: new Map(),
      id: state.playbackId,
      kind: "playback",
      lines,
      level: state.level,
      start: at,
      masterId,
    };
    if (present && state.level > 0) this.#layOver(next, present, { at, stage });
    if (present && !present.release) {
      const says = (line: Line | undefined): boolean => line !== undefined && line.value !== null;
      const left = [...present.lines.values()].filter((line) => says(line) && !says(lines.get(line.parameter)));
      const moving = (line: Line): boolean => moves(present, line, at);
      const held = left.map((line): [number, Line] => {
        const value = f32(this.#lineValue(present, line, at));
        const under = moving(line) ? { layer: present, line, gain: 1 } : undefined;
        return [line.parameter, { ...line, value, from: value, motions: [], delay: Infinity, seconds: 0, travel: undefined, under }];
      });
      const riding = [...present.lines].filter(([, line]) => line.value === null);
      if (held.length > 0 || riding.some(([, { motions, nudge }]) => motions.length > 0 || nudge !== 0))
        this.#playing.push({
          ...present,
          id: `${present.id} leaving`,
          lines: new Map([...held, ...riding]),
          release: { at, seconds: state.seconds ?? cue.inSeconds },
          stop: at,
          begins: new Map(),
        });
    }
    this.#playing.push(next);
  }

  /** What moved moves on beneath, where it is what shows. */
  #layOver(next: Layer, present: Layer, { at, stage }: { at: number; stage: Map<number, number> }): void {
    const gain = (present.level * weight(present, at)) / next.level;
    let any = false;
    for (const line of next.lines.values()) {
      const old = present.lines.get(line.parameter);
      if (line.value === null || !old || old.value === null || !moves(present, old, at)) continue;
      const htp = line.parameter < this.#show.rig.htpCount;
      if (!htp && Math.abs(stage.get(line.parameter)! - this.#lineValue(present, old, at)) >= 1e-6) continue;
      line.under = { layer: present, line: old, gain };
      any = true;
    }
    if (!any) return;
    present.stop ??= at;
    let layer: Layer | undefined = next;
    for (let depth = 0; depth < MOST_BENEATH && layer; depth++) layer = beneath(layer, at);
    for (const line of layer?.lines.values() ?? [])
      if (line.under) {
        line.from = f32(this.#start(line, at));
        line.under = undefined;
      }
  }

  #context(reaches: ReturnType<typeof reachOf>): Parameters<typeof resolve>[1] {
    return contextWith(this.#show, { reaches });
  }
}
