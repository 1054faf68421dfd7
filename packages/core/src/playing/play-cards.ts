import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { bringsIn } from "../playback/card-level";
import { paceFor } from "./pace-for";
import { flashTimes, roleOf, type Playback, type PlaybackState } from "../playback/playback";
import type { HeadKey } from "../rig/fixture";
import { clamp, type Seconds } from "../units/units";
import { faderChanges, TEMPO_TRAVEL } from "./card-fader";
import { cueAfter } from "./cue-after";
import { masterChanges } from "./play-masters";
import { released, started, stateChanges, type NextState } from "./playback-changes";
import type { Show } from "../show/show";

/** What people do with cards. */
export type CardCommand =
  /** To the next cue, or to one; `seconds` in place of its own times, 0 = a cut. `steps`: a chase's own, so many since somebody's go. */
  | { readonly type: "go"; readonly playbackId: string; readonly cueId?: string; readonly seconds?: number; readonly steps?: number }
  | { readonly type: "back" | "pause" | "continue" | "toggle" | "go-to"; readonly playbackId: string }
  | { readonly type: "level"; readonly playbackId: string; readonly level: number }
  /** A press of Flash, and its end. */
  | { readonly type: "flash"; readonly playbackId: string; readonly press: "down" | "up" }
  | { readonly type: "let-go"; readonly playbackId: string }
  /** Dark heads go to where a cue to come wants them, from now on. */
  | { readonly type: "move-ahead"; readonly playbackId: string; readonly cueId: string; readonly heads: readonly HeadKey[] };

export function cardChanges(show: Show, command: CardCommand, by: { t: Seconds; personId: string }): Result<Change[]> {
  const playback = show.get("playback", command.playbackId);
  if (!playback) return fail("record.unknown", { what: "card" });
  const { t, personId } = by;
  const present = show.playbackState(playback.id);
  const cueId = present?.cueId ?? null;
  const cues = show.cuesOf(playback.listId);
  const changed = (next: NextState): Result<Change[]> => ok(stateChanges(playback.id, present, next));
  switch (command.type) {
    case "go": {
      const next = command.cueId === undefined ? cueAfter(cues, cueId) : cues.find(({ id }) => id === command.cueId);
      if (!next && command.cueId !== undefined) return fail("record.unknown", { what: "cue" });
      if (!next) return cues.length === 0 ? fail("record.unknown", { what: "first cue" }) : ok([]);
      const pace = command.seconds === undefined && command.steps === undefined ? paceFor(show, playback.listId) : undefined;
      const times = pace === undefined ? { seconds: command.seconds } : { seconds: pace, byPace: true as const };
      return changed({ ...started(next.id, present, by), ...times, steps: command.steps, ...raised(playback, present) });
    }
    case "go-to":
      return playback.goToCueId === undefined ? ok([]) : cardChanges(show, { ...command, type: "go", cueId: playback.goToCueId }, by);
    case "toggle":
      return cardChanges(show, { type: cueId === null ? "go" : "let-go", playbackId: playback.id }, by);
    case "back": {
      const at = cues.findIndex(({ id }) => id === cueId);
      return at < 1 ? ok([]) : changed(started(cues[at - 1]!.id, present, by));
    }
    case "pause":
      return cueId === null || present?.pausedSeconds !== undefined ? ok([]) : changed({ pausedSeconds: t, personId });
    case "continue": {
      if (present?.pausedSeconds === undefined) return ok([]);
      const heldSeconds = (present.heldSeconds ?? 0) + Math.max(0, t - present.pausedSeconds);
      return changed({ pausedSeconds: undefined, heldSeconds, personId });
    }
    case "level":
      return faderChanges(show, clamp(command.level, 0, 1), { playback, present, cues, by });
    case "flash": {
      if (command.press === "up") return changed(flashEnded(playback, present, by));
      if (present?.flash && present.flash.offSeconds === undefined) return ok([]);
      if (cueId !== null) return changed({ flash: { onSeconds: t }, personId });
      const first = cues[0];
      if (!first) return fail("record.unknown", { what: "first cue" });
      return changed({
        ...started(first.id, present, by),
        seconds: flashTimes(playback).inSeconds,
        flash: { onSeconds: t, alone: true },
      });
    }
    case "move-ahead":
      return changed(movedAhead(show, command, { present, t }));
    case "let-go":
      if (roleOf(playback) === "tempo" && playback.masterId !== undefined) return scaleGivenBack(show, playback, by);
      return cueId === null ? ok([]) : changed({ ...released(by), ...(bringsIn(roleOf(playback)) ? { level: 0 } : {}) });
  }
}

/** Heads that are on their way already go on; a cue that doesn't come next any more has nothing ahead of it. */
function movedAhead(
  show: Show,
  { cueId, heads }: Extract<CardCommand, { type: "move-ahead" }>,
  { present, t }: { present: PlaybackState | null; t: Seconds },
): NextState {
  const playback = present && show.get("playback", present.playbackId);
  const moves = show.get("cueList", playback?.listId)?.movesDark;
  const next = playback && present.cueId !== null ? cueAfter(show.cuesOf(playback.listId), present.cueId) : undefined;
  if (!moves || !present || next?.id !== cueId) return {};
  const known = present.ahead?.cueId === cueId ? present.ahead.starts : {};
  const more = heads.filter((head) => known[head] === undefined && show.rig.headByKey.has(head));
  if (more.length === 0) return {};
  return { ahead: { cueId, seconds: moves.seconds, starts: { ...known, ...Object.fromEntries(more.map((head) => [head, t])) } } };
}

/** A fader on a tempo that is let go leaves its master as it was: at its own tempo, the fader half way up. */
function scaleGivenBack(show: Show, playback: Playback, by: { t: Seconds; personId: string }): Result<Change[]> {
  const present = show.playbackState(playback.id);
  const scaled = masterChanges(show, { type: "scale", masterId: playback.masterId!, factor: 1 }, by.t);
  if (!scaled.ok) return scaled;
  const run = present && present.cueId !== null ? released(by) : { personId: by.personId };
  return ok([...stateChanges(playback.id, present, { ...run, level: 1 / TEMPO_TRAVEL }), ...scaled.value]);
}

/** Go on a card whose fader is down means "show me": it comes up with its fader full. */
function raised(playback: Playback, present: PlaybackState | null): NextState {
  const down = (present?.cueId ?? null) === null && (present?.level ?? 0) === 0;
  // A go during a press of Flash makes the playback stay when the press ends.
  const flash = present?.flash?.alone ? { flash: { onSeconds: present.flash.onSeconds }, level: present.level || 1 } : {};
  return { ...(down && bringsIn(roleOf(playback)) ? { level: 1 } : {}), ...flash };
}

function flashEnded(playback: Playback, present: PlaybackState | null, by: { t: Seconds; personId: string }): NextState {
  const flash = present?.flash;
  if (!flash || flash.offSeconds !== undefined) return {};
  return flash.alone ? { ...released(by), letGoIn: flashTimes(playback).outSeconds } : { flash: { ...flash, offSeconds: by.t } };
}
