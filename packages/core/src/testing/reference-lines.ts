import { readTable } from "../motion/cycle-table";
import type { Playback, PlaybackState } from "../playback/playback";
import { drivenCycles } from "../playback/speed-master";
import type { Show } from "../show/show";
import type { RowMotion } from "../stroke/row";
import { fraction } from "../units/units";
import { plainCardLevel } from "./plain-times";
import { beneath, done, isSettled, levelAt, limited, MOST_BENEATH, moves, part, weight, type Layer, type Line } from "./reference-layer";

const f32 = Math.fround;

/** What a line says at t. */
export function lineValue(show: Show, { layer, line }: { layer: Layer; line: Line }, t: number, settled = isSettled(layer, t)): number {
  let value = f32(limited(line.value!));
  for (const motion of line.motions)
    value = meeting(
      motion.relative ? value : 0,
      swingOf(show, layer, line, { motion, t }),
      coverOf(show, layer, line, { motion, t }),
      wayOf(motion),
    );
  const to = f32(limited(value));
  const part = settled ? 1 : done(layer, line, t);
  if (part === 1) return to;
  const travelled = line.travel?.(part) ?? null;
  if (travelled !== null) return travelled;
  const from = lineStart(show, line, t);
  return from + (to - from) * part;
}

export function lineStart(show: Show, { under, from, parameter }: Line, t: number): number {
  if (!under) return from;
  const value = lineValue(show, { layer: under.layer, line: under.line }, t);
  return parameter < show.rig.htpCount ? Math.min(1, value * under.gain) : value;
}

/** Five covers, and as far as it is opaque; what doesn't counts wholly. What is clear of a picture counts nothing. */
export function coverOf(show: Show, layer: Layer, line: Line, { motion, t }: { motion: RowMotion; t: number }): number {
  const cycles = rounds(show, layer, motion, t) + motion.phaseCycles;
  const clear = motion.cover ? readTable(motion.cover, cycles - Math.floor(cycles)) : 1;
  if (motion.meeting !== 5) return clear;
  return clear * Math.min(1, f32(motion.opacity ?? 1) * grownOf(layer, line, { motion, t }) * layer.size);
}

export function wayOf(motion: RowMotion): number {
  return motion.meeting ?? 0;
}

/**
 * A value with what rides on it: added; scaling it; or the brighter of both, of which a share counts. 3 and 4 are the same of what a colour
 * leaves; 5 is half way to what rides at a share of a half.
 */
export function meeting(value: number, swing: number, share: number, way: number): number {
  if (way === 5) return value + (swing - value) * share;
  if (way > 2) return 1 - meeting(1 - value, 1 - swing, share, way - 2);
  if (way === 0) return value + swing * share;
  const whole = way === 1 ? value * swing : Math.max(value, swing);
  return value + (whole - value) * share;
}

export function swingOf(show: Show, layer: Layer, line: Line, { motion, t }: { motion: RowMotion; t: number }): number {
  const cycles = rounds(show, layer, motion, t) + motion.phaseCycles;
  const swing = f32(motion.low) + f32(motion.span) * readTable(motion.table, cycles - Math.floor(cycles));
  if (motion.meeting === 5) return swing;
  const middle = f32(motion.middle);
  const sized = motion.fadeInSeconds > 0 || motion.fadeOutSeconds > 0;
  if (sized) return middle + (swing - middle) * grownOf(layer, line, { motion, t }) * layer.size;
  return layer.size === 1 ? swing : middle + (swing - middle) * layer.size;
}

function grownOf(layer: Layer, line: Line, { motion, t }: { motion: RowMotion; t: number }): number {
  const grown = motion.fadeInSeconds > 0 ? part(t - layer.start - line.delay!, f32(motion.fadeInSeconds)) : 1;
  const gone = layer.stop !== null && motion.fadeOutSeconds > 0 ? part(t - layer.stop, f32(motion.fadeOutSeconds)) : 0;
  return grown * (1 - gone);
}

function rounds(show: Show, layer: Layer, motion: RowMotion, t: number): number {
  const masterId = motion.masterId ?? layer.masterId;
  const cyclesAt = (at: number): number =>
    drivenCycles(show.get("master", masterId), masterId === null ? null : show.masterState(masterId), motion, at);
  if (motion.count === null) return fraction(cyclesAt(t));
  const key = `${masterId} ${motion.rate} ${motion.ownBpm} ${motion.family} ${motion.count}`;
  const way = motion.rate < 0 ? -1 : 1;
  let begin = layer.begins.get(key) ?? cyclesAt(layer.start);
  if ((cyclesAt(t) - begin) * way < 0) begin = 0;
  layer.begins.set(key, begin);
  return fraction(way * Math.min(Math.max(0, (cyclesAt(t) - begin) * way), motion.count));
}

/** HTP goes on from what the playback gave, LTP from the stage; what is scaled from what the playback said. */
export function startOfRow(
  show: Show,
  parameter: number,
  of: { old: Line | undefined; present: Layer | undefined; playback: Playback; state: PlaybackState },
  { at, stage }: { at: number; stage: Map<number, number> },
): number {
  const { old, present, playback, state } = of;
  const { rig } = show;
  const { home, channel } = rig.parameters[parameter]!;
  const htp = parameter < rig.htpCount;
  const fresh = htp && f32(home) === 0 ? 0 : stage.get(parameter)!;
  if (!present || !old || old.value === null) return fresh;
  const level = plainCardLevel(playback, state, at);
  if (htp)
    return level > 0
      ? Math.min(1, lineValue(show, { layer: present, line: old }, at) * ((levelAt(present, at) * weight(present, at)) / level))
      : 0;
  const scaled = playback.fader === "everything" || (playback.colors === "add" && /^Color(Add|Sub)_/.test(channel.attribute));
  return scaled && !present.release ? lineValue(show, { layer: present, line: old }, at) : fresh;
}
/** What moved moves on beneath, where it is what shows. */
export function layOverMoving(show: Show, next: Layer, present: Layer, { at, stage }: { at: number; stage: Map<number, number> }): void {
  const gain = (levelAt(present, at) * weight(present, at)) / next.level;
  let any = false;
  for (const line of next.lines.values()) {
    const old = present.lines.get(line.parameter);
    if (line.value === null || !old || old.value === null || !moves(present, old, at)) continue;
    const htp = line.parameter < show.rig.htpCount;
    if (!htp && Math.abs(stage.get(line.parameter)! - lineValue(show, { layer: present, line: old }, at)) >= 1e-6) continue;
    line.under = { layer: present, line: old, gain };
    any = true;
  }
  if (!any) return;
  present.stop ??= at;
  let layer: Layer | undefined = next;
  for (let depth = 0; depth < MOST_BENEATH && layer; depth++) layer = beneath(layer, at);
  for (const line of layer?.lines.values() ?? [])
    if (line.under) {
      line.from = f32(lineStart(show, line, at));
      line.under = undefined;
    }
}
