import type { Board } from "../playback/board";
import type { GroupMaster } from "../playback/group-master";
import type { MacroCard } from "../playback/macro-card";
import type { Playback } from "../playback/playback";
import type { Show } from "./show";

/** Whatever lies on pages: cards of lists, masters of groups, colour boards, macros. */
export type PageCard = Playback | GroupMaster | Board | MacroCard;

/** All that lies on pages, or on one of them. */
export function cardsOf(show: Show, pageId?: string): readonly PageCard[] {
  const all: readonly PageCard[] = [...show.all("playback"), ...show.all("groupMaster"), ...show.all("board"), ...show.all("macroCard")];
  return pageId === undefined ? all : all.filter((card) => card.pageId === pageId);
}
