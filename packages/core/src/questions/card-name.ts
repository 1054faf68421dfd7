import type { GroupMaster } from "../playback/group-master";
import type { Playback } from "../playback/playback";
import type { Show } from "../show/show";

/** What stands on a card: its own label, else what it plays. */
export function cardName(show: Show, card: Playback | GroupMaster): string {
  if (card.kind === "groupMaster") return card.name;
  return card.label ?? show.get("cueList", card.listId)?.name ?? "A list that is gone";
}
