import type { Cue } from "../cue/cue";
import { attributeInfo } from "../rig/attributes";
import type { Who } from "../selection/who";
import type { Stroke } from "../stroke/stroke";
import type { Show } from "./show";

const MOST_LETTERS = 80;
const MOST_ATTRIBUTES = 3;

/** What a cue is called: as somebody named it, or by what its strokes say: "Rib spots Dimmer, Pan". */
export function cueName({ name, strokes }: Pick<Cue, "name" | "strokes">, show: Show): string {
  return (
    name ??
    (Object.values(strokes)
      .map((stroke) => strokeName(stroke, show))
      .join("; ")
      .slice(0, MOST_LETTERS) ||
      "Empty")
  );
}

/** Whom a stroke is about and what it sets, in a few words. */
export function strokeName({ who, parts }: Pick<Stroke, "who" | "parts">, show: Show): string {
  const attributes = Object.keys(parts).map((attribute) => attributeInfo(attribute).label);
  const shown = attributes.slice(0, MOST_ATTRIBUTES).join(", ");
  return `${whoName(who, show)} ${shown}${attributes.length > MOST_ATTRIBUTES ? "…" : ""}`;
}

/** Groups by their names, single heads by how many they are. */
export function whoName({ groupIds, heads, mask }: Who, show: Show): string {
  const names = groupIds?.map((id) => show.get("group", id)?.name ?? "a group that is gone");
  const count = heads?.length ?? 0;
  const base = names?.join(" + ") ?? `${count} ${count === 1 ? "head" : "heads"}`;
  return mask ? `part of ${base}` : base;
}
