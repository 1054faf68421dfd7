import type { Step } from "../motion/motion";
import type { Preset } from "../preset/preset";
import { familyOf } from "../preset/record-preset";
import type { Show } from "../show/show";
import { stillOnStage, type TakingUp } from "./taken-up";

/** A step of a motion as the stage is now, and the preset that it needs where heads differ. Null where no selected head has the attribute. */
export function stepFromStage(
  show: Show,
  of: TakingUp & { newId: () => string },
): { readonly content: Pick<Step, "level" | "color" | "presetId">; readonly preset: Preset | null } | null {
  const still = stillOnStage(show, of);
  if (!still) return null;
  if (still.level) return { content: { level: still.level.knots[0]! }, preset: null };
  if (still.colors) return { content: { color: still.colors.knots[0]! }, preset: null };
  const preset: Preset = {
    id: `preset-${of.newId()}`,
    kind: "preset",
    version: 1,
    name: null,
    rank: 1 + Math.max(0, ...show.all("preset").map(({ rank }) => rank)),
    family: familyOf([of.attribute]),
    territoryId: null,
    universal: {},
    perProfile: {},
    perHead: still.taken!,
  };
  return { content: { presetId: preset.id }, preset };
}
