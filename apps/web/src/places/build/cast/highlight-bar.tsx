import { useEffect, useRef } from "react";
import { highlightChanges, highlightIdOf } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useFromClient, useMe } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { ParkSheet } from "./park-sheet";
import { NumberChip } from "../../../ui/number-chip";

/** Highlight: the heads at hand open white, the rest of the selection dimmed. It moves with the selection. */
export function HighlightBar(): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { selection, highlightDim, set } = useInterfaceOf("selection", "highlightDim", "set");
  const on = useFromClient(({ view }) => view.get("highlight", highlightIdOf(me.id)) !== null);
  // It goes along with what is selected here, once that changes: another window or phone of the same person may have begun it.
  const followed = useRef({ selection, highlightDim });
  useEffect(() => {
    const { current } = followed;
    if (current.selection === selection && current.highlightDim === highlightDim) return;
    followed.current = { selection, highlightDim };
    if (on) client.transact("Highlight", highlightChanges(client.view, me.id, { who: selection, dim: highlightDim }));
  }, [client, me.id, on, selection, highlightDim]);
  const toggle = (): void => {
    client.transact(
      on ? "Ended the highlight" : "Highlight",
      highlightChanges(client.view, me.id, on ? null : { who: selection, dim: highlightDim }),
    );
  };
  return (
    <div className="grid shrink-0 grid-cols-[1fr_auto] items-center gap-1.5 border-t border-edge p-3">
      <Button className="flex-1 aria-pressed:border-parked aria-pressed:text-parked" aria-pressed={on} title="L" onClick={toggle}>
        {on ? "■ End highlight" : "Highlight"}
      </Button>
      <NumberChip
        word="rest %"
        label="Level of the rest of the selection, percent"
        value={Math.max(1, Math.round(highlightDim * 100))}
        max={100}
        onValue={(percent) => set({ highlightDim: percent / 100 })}
      />
      <span className="col-span-2 flex">
        <ParkSheet />
      </span>
    </div>
  );
}
