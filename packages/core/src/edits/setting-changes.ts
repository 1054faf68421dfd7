import { setChange, type Change } from "../document/transaction";
import { FIRST_SETTINGS, SETTINGS_ID, type ShowSettings } from "../playback/stage-state";
import type { Show } from "../show/show";

/** The changes that give a setting of the show another value, whether or not anything was ever set. */
export function settingChanges<F extends "stays" | "allows" | "name">(
  show: Show,
  field: F,
  to: Exclude<ShowSettings[F], undefined>,
): Change[] {
  const settings = show.get("settings", SETTINGS_ID);
  if (!settings) return [{ op: "add", record: { ...FIRST_SETTINGS, [field]: to } }];
  return [setChange(SETTINGS_ID, [field], { from: settings[field], to })];
}
