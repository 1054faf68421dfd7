import { LayoutGrid, List } from "lucide-react";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { FindHeads } from "./find-heads";
import { GroupPlan } from "./group-plan";
import { GroupRow } from "./group-row";
import { HighlightBar } from "./highlight-bar";
import { SaveGroup } from "./save-group";
import { SelectionTools } from "./selection-tools";

/** Who is meant: groups, ways to find heads, and the tools that narrow, widen and order a selection. */
export function Cast(): React.JSX.Element {
  const show = useQuietShow();
  const { castView, set } = useInterfaceOf("castView", "set");
  const groups = show.all("group").toSorted((a, b) => a.rank - b.rank);
  return (
    <aside className="flex min-h-0 flex-col border-r border-edge bg-bench" aria-label="Cast">
      <header className="flex shrink-0 items-center gap-1 px-3 pt-2 pb-1">
        <h2 className="flex-1 text-xs font-semibold text-ink-2">Groups</h2>
        <Button
          tone="quiet"
          size="small"
          className="px-1"
          aria-label={castView === "list" ? "Show the groups as they hang" : "Show the groups as a list"}
          title={castView === "list" ? "As they hang" : "As a list"}
          onClick={() => set({ castView: castView === "list" ? "plan" : "list" })}
        >
          {castView === "list" ? <LayoutGrid size={14} aria-hidden /> : <List size={14} aria-hidden />}
        </Button>
        <SaveGroup />
      </header>
      {groups.length === 0 && (
        <p className="px-3 text-[13px] text-ink-3">There are no groups yet. Select heads on the stage, then save them with +.</p>
      )}
      {castView === "plan" ? (
        <GroupPlan groups={groups} />
      ) : (
        <ul className="min-h-24 flex-1 overflow-y-auto">
          {groups.map((group) => (
            <GroupRow key={group.id} group={group} />
          ))}
        </ul>
      )}
      <FindHeads />
      <SelectionTools />
      <HighlightBar />
    </aside>
  );
}
