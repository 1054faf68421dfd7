import type { CoatMask } from "../selection/coat-mask";
import type { Show } from "./show";

/** A part of a bed as lines have it behind "on": odd, Rib 3 spots, all but Rib 3 spots. */
export function coatMaskName(show: Show, mask: CoatMask): string {
  if (typeof mask !== "object") return mask;
  return `${mask.others ? "all but " : ""}${show.get("group", mask.groupId)?.name ?? "a group"}`;
}
