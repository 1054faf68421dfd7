import { setChange, type Change } from "../document/transaction";
import type { Preset } from "../preset/preset";
import { motionReads } from "../stroke/part-reads";
import type { Part, Strokes } from "../stroke/stroke";
import { potsOfPreset, repotted } from "./pots-of-preset";
import type { Show } from "../show/show";

/** The changes with which everything that uses a preset uses another one from now on, and the first one goes. */
export function mergePresetInto(show: Show, preset: Preset, intoId: string): Change[] {
  const changes = [...show.all("cue"), ...show.all("sketch")].flatMap(({ id, strokes }): Change[] => {
    const next = Object.fromEntries(
      Object.entries(strokes).map(([strokeId, stroke]) => [strokeId, { ...stroke, parts: replacedIn(stroke.parts, preset.id, intoId) }]),
    ) as Strokes;
    const changed = Object.entries(strokes).some(([strokeId, { parts }]) => parts !== next[strokeId]!.parts);
    return changed ? [setChange(id, ["strokes"], { from: strokes, to: next })] : [];
  });
  const inPresets = show.all("preset").flatMap((other): Change[] => {
    const universal = replacedIn(other.universal, preset.id, intoId);
    const perProfile = Object.entries(other.perProfile).flatMap(([id, parts]): Change[] => {
      const next = replacedIn(parts, preset.id, intoId);
      return next === parts ? [] : [setChange(other.id, ["perProfile", id], { from: parts, to: next })];
    });
    return [
      ...(universal === other.universal ? [] : [setChange(other.id, ["universal"], { from: other.universal, to: universal })]),
      ...perProfile,
    ];
  });
  const inPots = repotted(potsOfPreset(show, preset.id), { presetId: intoId });
  return [...changes, ...inPresets, ...inPots, { op: "remove", record: preset }];
}

type Parts = Strokes[string]["parts"];

/** The same parts with another preset; the very same object when none of them refers to the first. */
function replacedIn(parts: Parts, fromId: string, toId: string): Parts {
  const entries: [string, Part][] = Object.entries(parts);
  const refers = ({ presets, motion }: Part): boolean => (presets?.ids.includes(fromId) ?? false) || motionReads(motion).includes(fromId);
  if (!entries.some(([, part]) => refers(part))) return parts;
  return Object.fromEntries(entries.map(([name, part]) => [name, refers(part) ? replacedPart(part, fromId, toId) : part]));
}

function replacedPart(part: Part, fromId: string, toId: string): Part {
  const { presets, motion } = part;
  const steps =
    motion?.kind === "steps" ? motion.steps.map((step) => (step.presetId === fromId ? { ...step, presetId: toId } : step)) : null;
  return {
    ...part,
    ...(presets ? { presets: { ...presets, ids: presets.ids.map((id) => (id === fromId ? toId : id)) } } : {}),
    ...(steps && motion?.kind === "steps" ? { motion: { ...motion, steps } } : {}),
  };
}
