import { clockText } from "../cue/clock-time";
import type { Cue, CueList } from "../cue/cue";
import { cueName } from "../show/cue-name";
import type { Show } from "../show/show";
import { timecodeAt, timecodeText } from "../timecode/timecode";

/** A cue as a stage manager reads it. */
export interface CueSheetRow {
  readonly number: string;
  readonly name: string;
  readonly times: string;
  readonly comes: string;
  readonly note: string;
}

/** The columns of a cue sheet, and what stands over them. */
export const CUE_SHEET_COLUMNS = { number: "Cue", name: "Name", times: "In, out, delay", comes: "Comes", note: "Note" } as const;

/** The cues of a list in their order: numbers, names, times, what starts them, and notes. */
export function cueSheet(show: Show, list: CueList): CueSheetRow[] {
  return show.cuesOf(list.id).map((cue) => ({
    number: String(cue.number),
    name: cueName(cue, show),
    times: timesOf(cue),
    comes: comesOf(cue, list, show),
    note: cue.note ?? "",
  }));
}

const seconds = (of: number): string => `${Math.round(of * 100) / 100} s`;

/** What the cue says of its times; families of their own are named. */
function timesOf({ inSeconds, outSeconds, delaySeconds, families }: Cue): string {
  const own = Object.keys(families ?? {});
  return [
    seconds(inSeconds),
    outSeconds !== undefined && `out ${seconds(outSeconds)}`,
    delaySeconds !== undefined && delaySeconds > 0 && `after ${seconds(delaySeconds)}`,
    own.length > 0 && `${own.join(", ")} apart`,
  ]
    .filter(Boolean)
    .join(", ");
}

function comesOf({ trigger, thenCueId }: Cue, list: CueList, show: Show): string {
  const then = show.get("cue", thenCueId);
  const leads = then ? `, then ${then.number}` : "";
  switch (trigger?.type) {
    case "clock":
      return `${clockText(trigger)}${leads}`;
    case undefined:
      return `with a go${leads}`;
    case "follow":
      return `by itself, when the one before has arrived${leads}`;
    case "wait":
      return `${seconds(trigger.seconds)} after the one before${leads}`;
    case "timecode":
      return `at ${list.time ? timecodeText(timecodeAt(trigger.seconds + list.time.startSeconds, list.time.rate)) : seconds(trigger.seconds)}${leads}`;
  }
}
