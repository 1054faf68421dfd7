import type { SavedWave } from "../motion/saved-wave";
import type { Motion } from "../motion/motion";
import type { Preset } from "../preset/preset";
import type { ResolveContext } from "./row";
import type { Part } from "./stroke";

/** Ids of presets and drawn waveforms that a motion refers to. */
export function motionReads(motion: Motion | undefined): string[] {
  if (motion?.kind === "steps") return motion.steps.flatMap(({ presetId }) => presetId ?? []);
  return motion?.kind === "wave" && motion.waveId !== undefined ? [motion.waveId] : [];
}

// Presets never change in place.
const readsOfPresets = new WeakMap<Preset, readonly string[]>();

function presetReads(preset: Preset): readonly string[] {
  let reads = readsOfPresets.get(preset);
  if (!reads) {
    const parts = [preset.universal, ...Object.values(preset.perProfile)].flatMap((scope) => Object.values(scope));
    readsOfPresets.set(preset, (reads = parts.flatMap(({ motion }) => motionReads(motion))));
  }
  return reads;
}

/** Ids of the presets and drawn waveforms that a part's rows are made from, also by way of other presets. */
export function partReads(part: Part, show: ResolveContext): string[] {
  if (!part.presets && !part.motion) return [];
  const own = [...(part.presets?.ids ?? []), ...motionReads(part.motion)];
  return own.flatMap((id) => {
    const preset = show.preset?.(id);
    return preset ? [id, ...presetReads(preset).flatMap((inner) => [inner, ...innerReads(inner, show)])] : [id];
  });
}

/** A preset that a preset's step names may itself be a motion with a drawn waveform. */
function innerReads(id: string, show: ResolveContext): readonly string[] {
  const preset = show.preset?.(id);
  return preset ? presetReads(preset) : [];
}

/** The record of an id that `partReads` gives. */
export function readRecord(id: string, show: ResolveContext): Preset | SavedWave | null {
  return show.preset?.(id) ?? show.savedWave?.(id) ?? null;
}
