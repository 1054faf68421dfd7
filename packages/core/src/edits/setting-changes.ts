import { setChange, type Change } from "../document/transaction";
import { FIRST_SETTINGS, SETTINGS_ID, type ShowSettings } from "../playback/stage-state";
import type { Show } from "../show/show";

/** Times that new cards and cues begin with, in seconds, before anybody has set others. */
const FIRST_TIMES = { releaseSeconds: 1, inSeconds: 3 } as const;

/** A time that new cards (of letting go) or new cues (in) begin with, in seconds. */
export function firstTime(show: Show, field: keyof typeof FIRST_TIMES): number {
  return show.get("settings", SETTINGS_ID)?.[field] ?? FIRST_TIMES[field];
}

/** The changes that give a setting of the show another value, whether or not anything was ever set. */
export function settingChanges<F extends Exclude<keyof ShowSettings, "id" | "kind" | "version">>(
  show: Show,
  field: F,
  to: Exclude<ShowSettings[F], undefined>,
): Change[] {
  const settings = show.get("settings", SETTINGS_ID);
  if (!settings) return [{ op: "add", record: { ...FIRST_SETTINGS, [field]: to } }];
  return [setChange(SETTINGS_ID, [field], { from: settings[field], to })];
}
