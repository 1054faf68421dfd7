import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import { playbackStateIdOf, type PlaybackState } from "../playback/playback";
import type { Seconds } from "../units/units";

/** Fields of a playback's state as they become; undefined takes one away. */
export type NextState = { readonly [K in keyof PlaybackState]?: PlaybackState[K] | undefined };

/** Nothing that was particular to the run before. */
const FRESH_RUN: NextState = {
  seconds: undefined,
  byPace: undefined,
  steps: undefined,
  pausedSeconds: undefined,
  heldSeconds: undefined,
  furtherSeconds: undefined,
  hand: undefined,
  letGoIn: undefined,
  ahead: undefined,
};

/** A start of a cue, or a move to it. */
export function started(cueId: string, present: PlaybackState | null, { t, personId }: { t: Seconds; personId: string }): NextState {
  const runs = present !== null && present.cueId !== null;
  const run = runs ? { runSeconds: present.runSeconds ?? present.goSeconds } : { runSeconds: undefined, lead: undefined };
  return { ...FRESH_RUN, ...run, cueId, previousCueId: present?.cueId ?? null, goSeconds: t, letGoSeconds: null, personId };
}

export function released({ t, personId }: { t: Seconds; personId: string }): NextState {
  return { ...FRESH_RUN, flash: undefined, cueId: null, previousCueId: null, letGoSeconds: t, personId };
}

export function stateChanges(playbackId: string, present: PlaybackState | null, next: NextState): Change[] {
  const id = playbackStateIdOf(playbackId);
  if (!present) {
    const first = { level: 0, cueId: null, previousCueId: null, goSeconds: 0, letGoSeconds: null, personId: "" };
    const given = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined));
    return [{ op: "add", record: { ...first, ...given, id, kind: "playbackState", version: 1, playbackId } as PlaybackState }];
  }
  return (Object.keys(next) as (keyof PlaybackState)[])
    .filter((field) => !sameJson(present[field], next[field]))
    .map((field) => setChange(id, [field], { from: present[field], to: next[field] }));
}
