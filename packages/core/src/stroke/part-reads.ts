import type { Target } from "../follow/target";
import { targetOffIdOf, type TargetOff } from "../follow/target-off";
import type { Picture } from "../motion/picture";
import type { SavedWave } from "../motion/saved-wave";
import type { Motion } from "../motion/motion";
import type { Preset } from "../preset/preset";
import type { ResolveContext } from "./row";
import type { Part } from "./stroke";
import type { Attribute } from "../rig/attributes";
import type { Who } from "../selection/who";
import type { Order } from "../shape/order";
import type { Shape } from "../shape/place";

/** Ids of presets, drawn waveforms and pictures that a motion refers to. */
export function motionReads(motion: Motion | undefined): string[] {
  if (motion?.kind === "veil") return motion.pictureId === undefined ? [] : [motion.pictureId];
  if (motion?.kind === "steps") return motion.steps.flatMap(({ presetId }) => presetId ?? []);
  return motion?.kind === "wave" && motion.waveId !== undefined ? [motion.waveId] : [];
}

// Presets never change in place.
const readsOfPresets = new WeakMap<Preset, readonly string[]>();

function presetReads(preset: Preset): readonly string[] {
  let reads = readsOfPresets.get(preset);
  if (!reads) {
    const parts = [preset.universal, ...Object.values(preset.perProfile)].flatMap((scope) => Object.values(scope));
    readsOfPresets.set(preset, (reads = parts.flatMap(({ motion, follow }) => [...motionReads(motion), ...followReads(follow)])));
  }
  return reads;
}

/** What tells whether targets are followed. */
function followReads(follow: Part["follow"]): string[] {
  return follow?.targetIds.flatMap((id) => [id, targetOffIdOf(id)]) ?? [];
}

/** Ids of the presets, drawn waveforms and targets that a part's rows are made from, also by way of other presets. */
export function partReads(part: Part, show: ResolveContext): string[] {
  if (!part.presets && !part.motion && !part.follow) return [];
  const own = [...(part.presets?.ids ?? []), ...motionReads(part.motion), ...followReads(part.follow)];
  return own.flatMap((id) => {
    const preset = show.preset?.(id);
    return preset ? [id, preset.id, ...presetReads(preset).flatMap((inner) => [inner, ...innerReads(inner, show)])] : [id];
  });
}

/** A preset that a preset's step names may itself be a motion with a drawn waveform. */
function innerReads(id: string, show: ResolveContext): readonly string[] {
  const preset = show.preset?.(id);
  return preset ? presetReads(preset) : [];
}

/** Stands among what was read for where heads hang and how they are numbered and patched. */
export const PLACES = "places of heads";

/** Stands there for heads that are named one by one: they may come back to the rig, or be other lamps. */
export const ANY_HEADS = "heads by name";

/** Adds the ids of all that a part on these heads is made from. */
export function addReads(reads: Set<string>, of: { who: Who; attribute: Attribute; part: Part }, show: ResolveContext): void {
  if (of.who.groupIds) of.who.groupIds.forEach((id) => reads.add(id));
  else reads.add(ANY_HEADS);
  const ids = partReads(of.part, show);
  for (const id of ids) reads.add(id);
  if (goesByPlace(of.who) || ofPlaces(of.attribute, of.part) || ids.some((id) => presetOfPlaces(id, show))) reads.add(PLACES);
}

/** An order, or a measure along it, that asks where heads are. */
function goesByPlace({ order, by }: { readonly order?: Order; readonly by?: Shape["by"] }): boolean {
  return by === "distance" || (order !== undefined && order !== "picked" && order !== "scattered");
}

function ofPlaces(attribute: Attribute, { shape, motion }: Pick<Part, "shape" | "motion">): boolean {
  return (
    attribute === "Position" ||
    goesByPlace(shape) ||
    motion?.kind === "path" ||
    motion?.kind === "veil" ||
    (motion !== undefined && goesByPlace(motion.phaseShape))
  );
}

function presetOfPlaces(id: string, show: ResolveContext): boolean {
  const preset = show.preset?.(id);
  if (!preset) return false;
  const scopes = [preset.universal, ...Object.values(preset.perProfile)];
  return scopes.some((scope) => Object.entries(scope).some(([attribute, part]) => ofPlaces(attribute, part)));
}

/** The record of an id that `partReads` gives. */
export function readRecord(id: string, show: ResolveContext): Preset | SavedWave | Picture | Target | TargetOff | null {
  return show.preset?.(id) ?? show.savedWave?.(id) ?? show.picture?.(id) ?? show.target?.(id) ?? show.targetOff?.(id) ?? null;
}
