import { useMemo } from "react";
import type { Show } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import type { StageDetails } from "./draw-stage";
import { useLayers } from "./layers";
import { useStageLabels } from "./stage-labels";

/** What of a show's stage is drawn besides its heads, by what somebody has chosen: labels, layers, scenery. */
export function useStageDetails(show: Show): StageDetails {
  const { stageLabels } = useInterfaceOf("stageLabels");
  const { hidden, locked } = useLayers();
  const labels = useStageLabels(show, stageLabels);
  const scenery = show.all("scenery");
  const { rig } = show;
  return useMemo((): StageDetails => {
    const inLayer = (names: readonly string[]): ReadonlySet<number> | null => {
      if (names.length === 0) return null;
      return new Set(
        rig.heads.flatMap(({ fixture, order }) => (fixture.layer !== undefined && names.includes(fixture.layer) ? [order] : [])),
      );
    };
    return {
      labels,
      levels: stageLabels === "level",
      hidden: inLayer(hidden),
      closed: inLayer([...hidden, ...locked]),
      scenery: scenery.filter(({ layer }) => layer === undefined || !hidden.includes(layer)),
    };
  }, [rig, labels, stageLabels, hidden, locked, scenery]);
}
