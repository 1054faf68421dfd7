import { useMemo } from "react";
import { drivenBy, type DrivenBy } from "@vexa/core";
import { useFromClient, useQuietShow } from "../../session/show-context";

/** All motions that a master drives: looked for when what is recorded or sketched changes, not with every move of a hand. */
export function useDriven(masterId: string): DrivenBy[] {
  const show = useQuietShow();
  const sketches = useFromClient(({ view }) => view.all("sketch"));
  return useMemo(() => drivenBy(masterId, show, sketches), [masterId, show, sketches]);
}
