import type { Head } from "../rig/rig";
import type { Show } from "../show/show";
import { headsOf } from "../stroke/spread";

/** The heads that the cues of a list are about, each once, in the rig's order. */
export function headsOfList(show: Show, listId: string): Head[] {
  const heads = new Set<Head>();
  for (const { strokes } of show.cuesOf(listId))
    for (const { who } of Object.values(strokes)) for (const head of headsOf(who, show)) heads.add(head);
  return [...heads].sort((a, b) => a.order - b.order);
}
