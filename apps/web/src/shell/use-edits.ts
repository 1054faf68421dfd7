import { useLocation } from "react-router";
import { attributeInfo, cueName, type Show } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";

/** What this window is about to change, in words for the others; null when nothing in particular. */
export function useEdits(show: Show): string | null {
  const { pathname } = useLocation();
  const { laneAttribute, chosenCueIds, editedCueId } = useInterfaceOf("laneAttribute", "chosenCueIds", "editedCueId");
  const cue = show.get("cue", pathname.startsWith("/score") ? chosenCueIds.at(-1) : pathname.startsWith("/build") ? editedCueId : null);
  if (cue) return `cue ${cue.number} ${cueName(cue, show)} of ${show.get("cueList", cue.listId)?.name ?? "a list"}`.slice(0, 120);
  return pathname.startsWith("/build") && laneAttribute ? `lane ${attributeInfo(laneAttribute).label}` : null;
}
