import type { PageCard } from "../show/cards-of";
import type { Show } from "../show/show";

/** What stands on a card: its own label, else what it plays. */
export function cardName(show: Show, card: PageCard): string {
  if (card.kind === "macroCard") return show.get("macro", card.macroId)?.name ?? "A macro that is gone";
  if (card.kind !== "playback") return card.name;
  return card.label ?? show.get("cueList", card.listId)?.name ?? "A list that is gone";
}
