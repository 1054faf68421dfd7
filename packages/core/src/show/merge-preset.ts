import { setChange, type Change } from "../document/transaction";
import type { Preset } from "../preset/preset";
import type { Part, Strokes } from "../stroke/stroke";
import type { Show } from "./show";

/** The changes with which everything that uses a preset uses another one from now on, and the first one goes. */
export function mergePresetInto(show: Show, preset: Preset, intoId: string): Change[] {
  const changes = [...show.all("cue"), ...show.all("sketch")].flatMap(({ id, strokes }): Change[] => {
    const next = Object.fromEntries(
      Object.entries(strokes).map(([strokeId, stroke]) => [strokeId, { ...stroke, parts: replacedIn(stroke.parts, preset.id, intoId) }]),
    ) as Strokes;
    const changed = Object.entries(strokes).some(([strokeId, { parts }]) => parts !== next[strokeId]!.parts);
    return changed ? [setChange(id, ["strokes"], { from: strokes, to: next })] : [];
  });
  return [...changes, { op: "remove", record: preset }];
}

type Parts = Strokes[string]["parts"];

/** The same parts with another preset; the very same object when none of them refers to the first. */
function replacedIn(parts: Parts, fromId: string, toId: string): Parts {
  const entries = Object.entries(parts) as [string, Part][];
  if (!entries.some(([, { presets }]) => presets?.ids.includes(fromId))) return parts;
  return Object.fromEntries(
    entries.map(([name, part]) => {
      const { presets } = part;
      if (!presets?.ids.includes(fromId)) return [name, part];
      return [name, { ...part, presets: { ...presets, ids: presets.ids.map((id) => (id === fromId ? toId : id)) } }];
    }),
  );
}
