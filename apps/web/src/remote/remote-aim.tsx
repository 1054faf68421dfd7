import { useEffect } from "react";
import { parametersOf } from "@vexa/core";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
import { useSelected } from "../selection/use-selection";
import { StageCanvas } from "../stage/stage-canvas";

/** The plan as a pad: the heads look where the finger is. Two fingers move and stretch the plan. */
export function RemoteAim(): React.JSX.Element {
  const { set } = useInterfaceOf("set");
  const { heads } = useSelected();
  const aims = heads.some((head) => parametersOf(head, "Pan").length > 0 && parametersOf(head, "Tilt").length > 0);
  useEffect(() => {
    const { stageTool: before, stageView } = useInterface.getState();
    set({ stageTool: "aim", stageView: "plan" });
    return () => set({ stageTool: before === "aim" ? "box" : before, stageView });
  }, [set]);
  if (!aims) return <p className="p-4 text-ink-2">None of them can be aimed: they neither pan nor tilt.</p>;
  return (
    <div className="grid h-full grid-rows-[minmax(0,1fr)_auto] gap-1">
      <div className="overflow-hidden rounded border border-edge">
        <StageCanvas />
      </div>
      <p className="text-center text-xs text-ink-3">Touch where they are to look; drag for a line between the first and the last.</p>
    </div>
  );
}
