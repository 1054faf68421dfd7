import type { CueList } from "../cue/cue";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { TIMECODE, timeStateIdOf, type TimeState } from "../playback/time-state";
import { positionAt, type TimePlace } from "../timecode/time-place";
import type { TimecodeRate } from "../timecode/timecode";
import type { Seconds } from "../units/units";
import { cueOfTime, timeCard } from "./list-clock";
import { cardChanges } from "./play-cards";
import type { Show } from "../show/show";

/** What people do with the time line of a list, and what timecode that comes in does. */
export type TimeCommand =
  | { readonly type: "time-run" | "time-stop"; readonly listId: string }
  | { readonly type: "time-seek"; readonly listId: string; readonly seconds: number }
  | {
      readonly type: "timecode";
      readonly positionSeconds: number;
      readonly running: boolean;
      readonly rate: TimecodeRate;
      /** After a jump cues are found anew; otherwise only the count is put right. */
      readonly how: "jump" | "steady";
    };

interface By {
  readonly t: Seconds;
  readonly personId: string;
}

/** Going to where a jump leads takes this long at least: nothing snaps. */
const LEAST_SECONDS = 0.5;
/** So near to its time a cue counts as just begun. */
const AT_ONCE = 0.05;

export function timeChanges(show: Show, command: TimeCommand, by: By): Result<Change[]> {
  if (command.type === "timecode") return timecodeChanges(show, command, by);
  const list = show.get("cueList", command.listId);
  if (!list) return fail("record.unknown", { what: "cue list" });
  if (list.time?.source !== "sound") return fail("time.none", { list: list.name });
  const present = show.timeState(list.id);
  const now: TimePlace = present ?? { positionSeconds: 0, atSeconds: by.t, running: false };
  const stands = positionAt(now, by.t);
  const ends = show.get("sound", list.time.soundId)?.seconds ?? Infinity;
  switch (command.type) {
    case "time-stop": {
      if (!now.running) return ok([]);
      return ok(placed(list.id, present, { positionSeconds: Math.min(ends, stands), atSeconds: by.t, running: false }));
    }
    case "time-run": {
      if (now.running) return ok([]);
      // At the end it begins anew.
      const place: TimePlace = { positionSeconds: stands >= ends - AT_ONCE ? 0 : stands, atSeconds: by.t, running: true };
      return ok([...placed(list.id, present, place), ...located(show, list, place.positionSeconds, by)]);
    }
    case "time-seek": {
      const place: TimePlace = { positionSeconds: Math.min(ends, Math.max(0, command.seconds)), atSeconds: by.t, running: now.running };
      // While it stands, looking for a place changes nothing on stage.
      return ok([...placed(list.id, present, place), ...(now.running ? located(show, list, place.positionSeconds, by) : [])]);
    }
  }
}

function timecodeChanges(show: Show, command: Extract<TimeCommand, { type: "timecode" }>, by: By): Result<Change[]> {
  const { positionSeconds, running, rate, how } = command;
  const present = show.timeState(TIMECODE);
  const changes = placed(TIMECODE, present, { positionSeconds, atSeconds: by.t, running, rate });
  if (how === "steady" || !running) return ok(changes);
  const followers = show.all("cueList").filter(({ time }) => time?.source === "timecode");
  return ok([...changes, ...followers.flatMap((list) => located(show, list, positionSeconds - list.time!.startSeconds, by))]);
}

/** Brings a list to the cue that belongs to a place of its time line, in what is left of that cue's time; before the first it lets go. */
function located(show: Show, list: CueList, seconds: Seconds, by: By): Change[] {
  const card = timeCard(show, list.id);
  if (!card) return [];
  const state = show.playbackState(card.id);
  const found = cueOfTime(show, list.id, seconds);
  if (!found) {
    // Nothing is timed: there is nothing to find.
    if (!state?.cueId || !show.cuesOf(list.id).some(({ trigger }) => trigger?.type === "timecode")) return [];
    return given(cardChanges(show, { type: "let-go", playbackId: card.id }, by));
  }
  const began = by.t - (seconds - found.startSeconds);
  if (state?.cueId === found.cue.id && Math.abs(state.goSeconds - began) < AT_ONCE) return [];
  const late = seconds - found.startSeconds;
  const rest = late <= AT_ONCE ? {} : { seconds: Math.max(LEAST_SECONDS, found.lastsSeconds - late) };
  return given(cardChanges(show, { type: "go", playbackId: card.id, cueId: found.cue.id, ...rest }, by));
}

function given(changes: Result<Change[]>): Change[] {
  return changes.ok ? changes.value : [];
}

function placed(of: string, present: TimeState | null, place: TimePlace & { readonly rate?: TimecodeRate }): Change[] {
  const id = timeStateIdOf(of);
  const kept: TimePlace & { readonly rate?: TimecodeRate } = { ...place, positionSeconds: Math.max(0, place.positionSeconds) };
  if (!present) return [{ op: "add", record: { ...kept, id, kind: "timeState", version: 1, of } as TimeState }];
  return (Object.keys(kept) as (keyof typeof kept)[])
    .filter((field) => present[field] !== kept[field])
    .map((field) => setChange(id, [field], { from: present[field], to: kept[field] }));
}
