import type { Cue } from "../cue/cue";
import type { Saying } from "../cue/saying";
import { changedId, type Change } from "../document/transaction";
import type { Playback } from "../playback/playback";
import type { Show } from "../show/show";
import type { Seconds } from "../units/units";
import { startedCues } from "./started-cues";

/** Something that is to be said to another machine, and who says it. */
export interface ToSay {
  readonly saying: Saying;
  readonly by: Cue | Playback;
}

/** What is to be said for these changes: by cards that begin from nothing or are let go, then by cues that are started. `show` is after them. */
export function sayingsOf(show: Show, changes: readonly Change[], at: Seconds): ToSay[] {
  const started = startedCues(show, changes, at);
  const ofCards = changes.flatMap((change): ToSay[] => {
    const turned = turnedBy(change);
    const state = turned && show.get("playbackState", changedId(change));
    const card = state && show.get("playback", state.playbackId);
    // What a show that is opened had running isn't started now.
    if (!card || (turned === "on" && !started.includes(state.cueId!))) return [];
    return ((turned === "on" ? card.says : card.saysAfter) ?? []).map((saying) => ({ saying, by: card }));
  });
  const ofCues = started.flatMap((cueId) => {
    const cue = show.get("cue", cueId)!;
    return (cue.says ?? []).map((saying): ToSay => ({ saying, by: cue }));
  });
  return [...ofCards, ...ofCues];
}

/** Whether a change begins a card from nothing, or lets it go. */
function turnedBy(change: Change): "on" | "off" | null {
  if (change.op === "remove") return null;
  if (change.op === "add") return change.record.kind === "playbackState" && "cueId" in change.record && change.record.cueId ? "on" : null;
  if (change.path.length !== 1 || change.path[0] !== "cueId") return null;
  const [from, to] = [change.from ?? null, change.to ?? null];
  return from === null && to !== null ? "on" : from !== null && to === null ? "off" : null;
}
