import { extentOf } from "@vexa/core";
import { useMe, useQuietShow } from "../session/show-context";

/** How many notes for oneself aren't ticked off, and how many askings for one's heads aren't answered. The lead is asked where nobody else is. */
export function useWaiting(): number {
  const show = useQuietShow();
  const me = useMe();
  const notes = show
    .all("note")
    .filter(({ toPersonId, fromPersonId, done }) => !done && fromPersonId !== me.id && (toPersonId === null || toPersonId === me.id));
  const asked = show.all("loan").filter(({ state, fromTerritoryId }) => {
    const lenders = show.get("territory", fromTerritoryId)?.personIds ?? [];
    return state === "asked" && extentOf(me, "lend") !== "no" && (lenders.includes(me.id) || (lenders.length === 0 && me.role === "lead"));
  });
  return notes.length + asked.length;
}
