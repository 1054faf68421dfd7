import { StageChip } from "./stage-chip";
import { Box, Crosshair, Lasso, Move, Rotate3d, SquareDashed } from "lucide-react";
import { useInterface } from "../selection/interface-store";
import { useMe } from "../session/show-context";
import { showFrame } from "./stage-frame-store";
import { StageViews } from "./stage-views";

const TOOLS = [
  { tool: "box", Icon: SquareDashed, name: "Box", title: "Drag a box around heads" },
  { tool: "lasso", Icon: Lasso, name: "Lasso", title: "Draw a line around heads" },
  {
    tool: "aim",
    Icon: Crosshair,
    name: "Aim",
    title: "Aim the selection: click a place on the floor; drag for a line, with Shift a circle",
  },
  { tool: "move", Icon: Move, name: "Hang elsewhere", title: "Hang the selection elsewhere: drag it on the plan (the lead's)" },
  { tool: "turn", Icon: Rotate3d, name: "Turn the view", title: "Drag to look from elsewhere: sideways turns, up and down tips" },
] as const;

/** From the audience's left, a little above: what 3D starts from. */
const FIRST_VIEW = { turn: 24, tip: 28 } as const;

/** The plan, or the same scene in 3D; the tool that turns it goes with it. */
export function toggleStageView(): void {
  const { stageView, stageTool, set } = useInterface.getState();
  showFrame(null);
  if (stageView === "plan") set({ stageView: FIRST_VIEW });
  else set({ stageView: "plan", stageTool: stageTool === "turn" ? "box" : stageTool });
}

/** What a drag on the stage does: picks with a box or a line around heads, aims, or (the lead) hangs heads elsewhere. */
export function StageTools({ only }: { only?: "select" }): React.JSX.Element {
  const { stageTool, stageView, set } = useInterface();
  const me = useMe();
  return (
    <div className="absolute top-2 left-2 flex gap-1" role="group" aria-label="What a drag does">
      {TOOLS.filter(
        ({ tool }) =>
          (!only || tool !== "aim") && (tool !== "move" || (me.role === "lead" && !only)) && (tool !== "turn" || stageView !== "plan"),
      ).map(({ tool, Icon, name, title }) => (
        <StageChip key={tool} aria-pressed={stageTool === tool} title={title} aria-label={name} onClick={() => set({ stageTool: tool })}>
          <Icon size={13} aria-hidden />
        </StageChip>
      ))}
      <StageChip aria-pressed={stageView !== "plan"} title="Plan or 3D (V)" onClick={toggleStageView}>
        <Box size={13} aria-hidden /> 3D
      </StageChip>
      <StageViews />
    </div>
  );
}
