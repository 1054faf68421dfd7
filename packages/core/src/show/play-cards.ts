import type { Cue } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { playbackStateIdOf, type PlaybackState } from "../playback/playback";
import { clamp, type Seconds } from "../units/units";
import type { Show } from "./show";

/** What people do with cards. */
export type CardCommand =
  /** To the next cue, or to one; `seconds` in place of its own times, 0 = a cut. `steps`: a chase's own, so many since somebody's go. */
  | { readonly type: "go"; readonly playbackId: string; readonly cueId?: string; readonly seconds?: number; readonly steps?: number }
  | { readonly type: "back" | "pause" | "continue"; readonly playbackId: string }
  | { readonly type: "level"; readonly playbackId: string; readonly level: number }
  | { readonly type: "let-go"; readonly playbackId: string };

export function cardChanges(show: Show, command: CardCommand, { t, personId }: { t: Seconds; personId: string }): Result<Change[]> {
  const playback = show.get("playback", command.playbackId);
  if (!playback) return fail("record.unknown", { what: "card" });
  const present = show.playbackState(playback.id);
  const idle = { level: 0, cueId: null, previousCueId: null, goSeconds: 0, letGoSeconds: null, personId };
  const now: Omit<PlaybackState, "id" | "kind" | "version"> = { ...idle, ...present, playbackId: playback.id };
  const cues = show.cuesOf(playback.listId);
  const unpaused = { pausedSeconds: undefined, heldSeconds: undefined };
  const started = (cueId: string, { seconds, steps }: { seconds?: number | undefined; steps?: number | undefined } = {}): Next => ({
    cueId,
    previousCueId: now.cueId,
    goSeconds: t,
    letGoSeconds: null,
    seconds,
    steps,
    ...unpaused,
    personId,
  });
  const released = {
    level: 0,
    cueId: null,
    previousCueId: null,
    letGoSeconds: t,
    seconds: undefined,
    steps: undefined,
    ...unpaused,
    personId,
  };
  switch (command.type) {
    case "go": {
      const next = command.cueId === undefined ? cueAfter(cues, now.cueId) : cues.find(({ id }) => id === command.cueId);
      if (!next && command.cueId !== undefined) return fail("record.unknown", { what: "cue" });
      if (!next) return cues.length === 0 ? fail("record.unknown", { what: "first cue" }) : ok([]);
      // Go on a card whose fader is down means "show me": it comes up with its fader full.
      const level = now.cueId === null && now.level === 0 ? 1 : now.level;
      return ok(stateChanges(playback.id, present, { ...started(next.id, command), level }));
    }
    case "back": {
      const at = cues.findIndex(({ id }) => id === now.cueId);
      return ok(at < 1 ? [] : stateChanges(playback.id, present, started(cues[at - 1]!.id)));
    }
    case "pause":
      return ok(
        now.cueId === null || now.pausedSeconds !== undefined ? [] : stateChanges(playback.id, present, { pausedSeconds: t, personId }),
      );
    case "continue": {
      if (now.pausedSeconds === undefined) return ok([]);
      const heldSeconds = (now.heldSeconds ?? 0) + Math.max(0, t - now.pausedSeconds);
      return ok(stateChanges(playback.id, present, { pausedSeconds: undefined, heldSeconds, personId }));
    }
    case "level": {
      const level = clamp(command.level, 0, 1);
      if (level === 0 && now.cueId !== null && playback.letsGoAtZero) return ok(stateChanges(playback.id, present, released));
      const starts = level > 0 && now.level === 0 && now.cueId === null && playback.startsOnRaise && cues.length > 0;
      return ok(stateChanges(playback.id, present, { personId, level, ...(starts ? started(cues[0]!.id) : {}) }));
    }
    case "let-go":
      return ok(now.cueId === null ? [] : stateChanges(playback.id, present, released));
  }
}

/** The cue that comes after another: where that one leads, or the next number; the first one after none. */
export function cueAfter(cues: readonly Cue[], cueId: string | null): Cue | undefined {
  const at = cues.findIndex(({ id }) => id === cueId);
  const link = cues[at]?.thenCueId;
  return link === undefined ? cues[at + 1] : cues.find(({ id }) => id === link);
}

type Next = { readonly [K in keyof PlaybackState]?: PlaybackState[K] | undefined };

function stateChanges(playbackId: string, present: PlaybackState | null, next: Next): Change[] {
  const id = playbackStateIdOf(playbackId);
  if (!present) {
    const first = { level: 0, cueId: null, previousCueId: null, goSeconds: 0, letGoSeconds: null, personId: "" };
    const given = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined));
    return [{ op: "add", record: { ...first, ...given, id, kind: "playbackState", version: 1, playbackId } as PlaybackState }];
  }
  return (Object.keys(next) as (keyof PlaybackState)[])
    .filter((field) => present[field] !== next[field])
    .map((field) => setChange(id, [field], { from: present[field], to: next[field] }));
}
