import { useMemo } from "react";
import { addressText, curveOf, type Head, type Show } from "@vexa/core";

/** What stands beside heads: numbers where there is room for them, or what somebody has chosen, wherever it fits. */
export const STAGE_LABELS = ["where there is room", "number", "name", "address", "level", "curve", "nothing"] as const;
export type StageLabel = (typeof STAGE_LABELS)[number];

/** A text for each head of the rig; null = numbers where there is room. Levels are written with the light. */
export function useStageLabels(show: Show, chosen: StageLabel): readonly string[] | null {
  const { rig } = show;
  return useMemo(
    () => (chosen === "where there is room" ? null : rig.heads.map((head) => textOf(head, show, chosen))),
    // Curves change without the rig.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [rig, chosen, show.all("curve")],
  );
}

function textOf(head: Head, show: Show, chosen: Exclude<StageLabel, "where there is room">): string {
  switch (chosen) {
    case "number":
      return head.label;
    case "name":
      return head.index === 0 ? head.fixture.name : "";
    case "address":
      return head.index === 0 ? addressText(head.fixture.patch) : "";
    case "curve":
      return head.index === 0 ? (curveOf(head.fixture.curveId, show)?.name ?? "") : "";
    case "level":
    case "nothing":
      return "";
  }
}
