import { followFor, targetsNamed, type Part, type Show } from "@vexa/core";
import { emptied } from "./emptied";
import type { Lane } from "./lane-model";

/** A lane's part that follows the targets that a text names; null where it names none, or the attribute can't follow. */
export function followTyped(show: Show, { attribute, own, editable, touched }: Lane, text: string): Part | null {
  const targetIds = targetsNamed(show, text);
  const follow = targetIds && followFor(attribute, targetIds, editable ? own?.part.follow : undefined);
  if (!follow) return null;
  const { motion: _, ...still } = emptied(own?.part, touched + 1);
  return { ...still, follow };
}
