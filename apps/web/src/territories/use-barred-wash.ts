import { useMemo } from "react";
import { FAMILIES, reachOf } from "@vexa/core";
import { useMe, useShow } from "../session/show-context";
import type { StageWash } from "../stage/draw-wash";

/** Heads of which one may change nothing, for the stage in Build. Null for those who reach all or have no reach to speak of. */
export function useBarredWash(): StageWash | null {
  const show = useShow();
  const me = useMe();
  return useMemo(() => {
    if (me.role !== "programmer") return null;
    const reach = reachOf(me, show);
    const heads = show.rig.heads.flatMap(({ key }, index) => (FAMILIES.some((family) => reach(key, family)) ? [] : [index]));
    return { kind: "barred", heads };
  }, [show, me]);
}
