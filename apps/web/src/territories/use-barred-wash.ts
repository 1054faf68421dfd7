import { useMemo } from "react";
import { FAMILIES, reachOf } from "@vexa/core";
import { useMe, useQuietShow } from "../session/show-context";
import type { StageWash } from "../stage/draw-wash";

/** Heads of which one may change nothing, for the stage in Build. Null for those who reach all or have no reach to speak of. */
export function useBarredWash(): StageWash | null {
  const show = useQuietShow();
  const me = useMe();
  const { rig, territories } = show;
  const [groups, loans] = [show.all("group"), show.all("loan")];
  return useMemo(() => {
    if (me.role !== "programmer") return null;
    const byId = new Map(groups.map((group) => [group.id, group.heads]));
    const lent = loans.filter(({ state }) => state === "lent");
    const reach = reachOf(me, { territories, lent, groupHeads: (id) => byId.get(id) ?? null });
    const heads = rig.heads.flatMap(({ key }, index) => (FAMILIES.some((family) => reach(key, family)) ? [] : [index]));
    return { kind: "barred", heads };
  }, [rig, territories, groups, loans, me]);
}
