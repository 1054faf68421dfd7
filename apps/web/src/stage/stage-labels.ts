import { useMemo } from "react";
import { addressText, CURVE_LIBRARY, type Head, type Show } from "@vexa/core";

/** What stands beside heads: numbers where there is room for them, or what somebody has chosen, wherever it fits. */
export const STAGE_LABELS = ["where there is room", "number", "name", "address", "level", "curve", "nothing"] as const;
export type StageLabel = (typeof STAGE_LABELS)[number];

/** A text for each head of the rig; null = numbers where there is room. Levels are written with the light. */
export function useStageLabels(show: Show, chosen: StageLabel): readonly string[] | null {
  const { rig } = show;
  const curves = show.all("curve");
  return useMemo(() => {
    if (chosen === "where there is room") return null;
    const names = new Map([...CURVE_LIBRARY.values(), ...curves].map(({ id, name }) => [id, name]));
    return rig.heads.map((head) => textOf(head, names, chosen));
  }, [rig, curves, chosen]);
}

function textOf(head: Head, curves: ReadonlyMap<string, string>, chosen: Exclude<StageLabel, "where there is room">): string {
  switch (chosen) {
    case "number":
      return head.label;
    case "name":
      return head.index === 0 ? head.fixture.name : "";
    case "address":
      return head.index === 0 ? addressText(head.fixture.patch) : "";
    case "curve":
      return head.index === 0 ? (curves.get(head.fixture.curveId ?? "") ?? "") : "";
    case "level":
    case "nothing":
      return "";
  }
}
