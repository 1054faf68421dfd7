import type { Cue } from "../cue/cue";
import type { Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import { dialCue } from "../playback/card-level";
import { roleOf, type Playback, type PlaybackState } from "../playback/playback";
import type { Seconds } from "../units/units";
import { cueAfter } from "./cue-after";
import { masterChanges } from "./play-masters";
import { released, started, stateChanges, type NextState } from "./playback-changes";
import type { Show } from "../show/show";

/** A card's fader at full travel makes the tempo so many times what it is. */
export const TEMPO_TRAVEL = 2;

interface At {
  readonly playback: Playback;
  readonly present: PlaybackState | null;
  readonly cues: readonly Cue[];
  readonly by: { readonly t: Seconds; readonly personId: string };
}

/** What a move of a card's fader to a level (0..1) comes to, by the job that the fader has. */
export function faderChanges(show: Show, level: number, at: At): Result<Change[]> {
  const { playback, present, by } = at;
  const moved = (more: NextState): Result<Change[]> => ok(stateChanges(playback.id, present, { personId: by.personId, level, ...more }));
  switch (roleOf(playback)) {
    case "intensities":
    case "everything":
    case "motion-size":
      return moved(broughtIn(level, at));
    case "dial":
      return moved(dialled(level, at));
    case "crossfade":
      return moved(crossfaded(level, at));
    case "tempo": {
      const { masterId } = playback;
      const scaled = masterId === undefined ? ok([]) : masterChanges(show, { type: "scale", masterId, factor: TEMPO_TRAVEL * level }, by.t);
      const state = moved({});
      return scaled.ok && state.ok ? ok([...state.value, ...scaled.value]) : scaled;
    }
    case "nothing":
      return moved({});
  }
}

function broughtIn(level: number, { playback, present, cues, by }: At): NextState {
  const runs = present !== null && present.cueId !== null;
  // Motions of no size stand still: that is no reason to let go.
  if (level === 0 && runs && playback.letsGoAtZero && roleOf(playback) !== "motion-size") return { ...released(by), level: 0 };
  const starts = level > 0 && !runs && (present?.level ?? 0) === 0 && playback.startsOnRaise && cues.length > 0;
  return starts ? started(cues[0]!.id, present, by) : {};
}

/** Where the fader ends is all that counts: cues in between that a fast pull passes over leave nothing behind, since states are whole. */
function dialled(level: number, { playback, present, cues, by }: At): NextState {
  const cueId = present?.cueId ?? null;
  if (level === 0 && playback.bottom === "lets-go") return cueId === null ? {} : released(by);
  if (cues.length === 0) return {};
  const target = cues[dialCue(level, cues.length)]!;
  if (target.id === cueId || (cueId === null && level === 0)) return {};
  return started(target.id, present, by);
}

/** From one end of the travel to the other is one fade into the next cue; the way back takes it back, the next way on is the next cue. */
function crossfaded(level: number, { present, cues, by }: At): NextState {
  const hand = present?.hand;
  if (hand && hand.part < 1) return { hand: { ...hand, part: hand.from === "bottom" ? level : 1 - level } };
  const before = present?.level ?? 0;
  if (level === before || (before > 0 && before < 1)) return {};
  const next = cueAfter(cues, present?.cueId ?? null);
  if (!next) return {};
  const from = before === 0 ? "bottom" : "top";
  return { ...started(next.id, present, by), hand: { from, part: from === "bottom" ? level : 1 - level } };
}
