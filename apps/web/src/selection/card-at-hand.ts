import type { Show } from "@vexa/core";
import { useInterface } from "./interface-store";

/** The card that keys and lines are for: the one touched last, else the one whose cues Perform shows; null = neither. */
export function cardAtHand(show: Show): string | null {
  const { chosenPlaybackId, shownPlaybackId } = useInterface.getState();
  return show.get("playback", chosenPlaybackId)?.id ?? show.get("playback", shownPlaybackId)?.id ?? null;
}
