import { useMemo } from "react";
import { silentThere } from "@vexa/core";
import { usePlayedShow } from "../../session/show-context";

/** Cards that run and say something here in vain, because their territory doesn't have it. */
export function Silent({ parameter }: { parameter: number }): React.JSX.Element | null {
  const show = usePlayedShow();
  const silent = useMemo(() => silentThere(show, parameter), [show, parameter]);
  if (silent.length === 0) return null;
  return (
    <ul className="grid gap-1 text-xs text-parked" aria-label="Silent here">
      {silent.map(({ id, listId }) => {
        const list = show.get("cueList", listId);
        return (
          <li key={id}>
            ■ {list?.name} is silent here: {show.get("territory", list?.territoryId)?.name ?? "its territory"} doesn’t have it
          </li>
        );
      })}
    </ul>
  );
}
