import { useMemo } from "react";
import { drivenBy, type DrivenBy } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import { useRestedShow } from "../../session/use-rested-show";

/** All motions that a master drives: those that are recorded at once, those of sketches a moment later. */
export function useDriven(masterId: string): DrivenBy[] {
  const show = useQuietShow();
  const sketches = useRestedShow().all("sketch");
  return useMemo(() => drivenBy(masterId, show, sketches), [masterId, show, sketches]);
}
