import { sameJson } from "../document/record";
import type { Seconds } from "../units/units";
import { beatsAt, drivenBpm, type TempoState } from "./tempo-clock";

/** A stretch of time in which a clock counted along one straight line. */
export interface TempoStretch {
  readonly fromSeconds: Seconds;
  readonly tempo: TempoState;
}

/** So far back tempos are kept. */
export const TEMPO_HISTORY_SECONDS = 30;

/** What a clock did lately, the latest stretch last, with what it does since t; what ended longer ago than is kept is dropped. */
export function withTempo(history: readonly TempoStretch[], tempo: TempoState, t: Seconds): readonly TempoStretch[] {
  const last = history.at(-1);
  if (last && sameJson(clockOf(last.tempo), clockOf(tempo))) return history;
  const first = history.findLastIndex(({ fromSeconds }) => fromSeconds <= t - TEMPO_HISTORY_SECONDS);
  return [...history.slice(Math.max(0, first)), { fromSeconds: t, tempo }];
}

/** Everything on which the count depends. */
function clockOf({ bpm, scale, anchorSeconds, anchorBeats, running }: TempoState): unknown {
  return [bpm, scale, anchorSeconds, anchorBeats, running];
}

/** One stretch as it is drawn: how long it lasted, the tempo that it drove at (0 = it stood), and the moments of its beats. */
export interface DrawnStretch {
  readonly fromSeconds: Seconds;
  readonly toSeconds: Seconds;
  readonly drivesAt: number;
  readonly bpm: number;
  readonly scale: number;
  readonly beats: readonly Seconds[];
}

/** More beats than this in half a minute are drawn as a surface. */
const MOST_BEATS = 400;

/** The stretches between two moments, with their beats. */
export function drawnStretches(history: readonly TempoStretch[], { from, to }: { from: Seconds; to: Seconds }): DrawnStretch[] {
  return history.flatMap(({ fromSeconds, tempo }, index): DrawnStretch[] => {
    const [begins, ends] = [Math.max(from, index === 0 ? from : fromSeconds), Math.min(to, history[index + 1]?.fromSeconds ?? to)];
    if (ends <= begins) return [];
    const drivesAt = drivenBpm(tempo);
    return [
      { fromSeconds: begins, toSeconds: ends, drivesAt, bpm: tempo.bpm, scale: tempo.scale, beats: beatMoments(tempo, begins, ends) },
    ];
  });
}

function beatMoments(tempo: TempoState, from: Seconds, to: Seconds): Seconds[] {
  const [first, last] = [beatsAt(tempo, from), beatsAt(tempo, to)];
  const perSecond = (last - first) / (to - from);
  const whole = Math.floor(last) - Math.ceil(first) + 1;
  if (perSecond <= 0 || whole > MOST_BEATS) return [];
  return Array.from({ length: Math.max(0, whole) }, (_, index) => from + (Math.ceil(first) + index - first) / perSecond);
}

/** The tempos that were there before, the latest first, each once: ways back from the one that drives now. */
export function earlierTempos(stretches: readonly DrawnStretch[], drivesAt: number): DrawnStretch[] {
  const found: DrawnStretch[] = [];
  for (const stretch of stretches.toReversed()) {
    const known = [drivesAt, ...found.map((other) => other.drivesAt)];
    if (stretch.drivesAt > 0 && known.every((other) => Math.abs(other - stretch.drivesAt) > ALIKE_BPM)) found.push(stretch);
  }
  return found;
}

/** Nearer tempos are shown as the same. */
const ALIKE_BPM = 0.05;
