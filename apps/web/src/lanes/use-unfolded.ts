import type { Part } from "@vexa/core";
import { useInterface, type LaneSection, useInterfaceOf } from "../selection/interface-store";
import type { Lane } from "./lane-model";

/** Whether a section of a lane is open: where it isn't empty it shows itself, until somebody folds it. */
export function useUnfolded({ attribute, own }: Lane, section: LaneSection): readonly [boolean, (open: boolean) => void] {
  const { unfolded, set } = useInterfaceOf("unfolded", "set");
  const key = `${attribute} ${section}`;
  const open = unfolded[key] ?? (own !== null && says(own.part, section));
  return [open, (next) => set({ unfolded: { ...useInterface.getState().unfolded, [key]: next } })];
}

function says(part: Part, section: LaneSection): boolean {
  if (section === "moves") return part.motion !== undefined;
  return [part.fade, part.delay].some((fan) => fan?.knots.some((knot) => knot !== 0));
}
