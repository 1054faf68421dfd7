import { presetName } from "../preset/preset-name";
import { coatName } from "./coat-drives";
import type { Show } from "./show";

/** What people call what content names: a preset, or the coat of a bed. */
export function referenceName(show: Show, id: string): string {
  const preset = show.get("preset", id);
  return preset ? presetName(preset) : (coatName(show, id) ?? "gone");
}
