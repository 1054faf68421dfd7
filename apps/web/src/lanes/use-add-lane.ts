import type { Attribute } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";

/** Opens a lane for the selection: it shows what is on stage, and changes nothing until something in it is touched. */
export function useAddLane(): (attribute: Attribute) => void {
  const { openLanes, set } = useInterfaceOf("openLanes", "set");
  return (attribute) => set({ laneAttribute: attribute, openLanes: openLanes.includes(attribute) ? openLanes : [attribute, ...openLanes] });
}
