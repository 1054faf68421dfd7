import { StageChip } from "./stage-chip";
import { Box, Crosshair, Grid3x3, Lasso, Move, Rotate3d, Spline, SquareDashed, Tags } from "lucide-react";
import { extentOf } from "@vexa/core";
import { Menu, MenuItem } from "../ui/menu";
import { STAGE_LABELS } from "./stage-labels";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
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
  {
    tool: "move",
    Icon: Move,
    name: "Hang elsewhere",
    title: "Hang the selection elsewhere: drag it on the plan, its corners to stretch it, the ring to turn it",
  },
  { tool: "path", Icon: Spline, name: "Hang along a line", title: "Draw the line along which the selection is to hang" },
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

/** What a drag on the stage does: picks with a box or a line around heads, aims, or (who may change the rig) hangs lamps elsewhere. */
export function StageTools({ only }: { only?: "select" }): React.JSX.Element {
  const { stageTool, stageView, stageLabels, snapMetres, set } = useInterfaceOf(
    "stageTool",
    "stageView",
    "stageLabels",
    "snapMetres",
    "set",
  );
  const hangs = extentOf(useMe(), "rig") === "all" && !only;
  return (
    <div className="absolute top-2 left-2 flex gap-1" role="group" aria-label="What a drag does">
      {TOOLS.filter(
        ({ tool }) =>
          (!only || tool !== "aim") && ((tool !== "move" && tool !== "path") || hangs) && (tool !== "turn" || stageView !== "plan"),
      ).map(({ tool, Icon, name, title }) => (
        <StageChip key={tool} aria-pressed={stageTool === tool} title={title} aria-label={name} onClick={() => set({ stageTool: tool })}>
          <Icon size={13} aria-hidden />
        </StageChip>
      ))}
      <StageChip aria-pressed={stageView !== "plan"} title="Plan or 3D (V)" onClick={toggleStageView}>
        <Box size={13} aria-hidden /> 3D
      </StageChip>
      {stageTool === "move" && hangs && (
        <StageChip
          aria-pressed={snapMetres !== null}
          aria-label="Snap"
          title="The first lamp comes to whole half metres"
          onClick={() => set({ snapMetres: snapMetres === null ? 0.5 : null })}
        >
          <Grid3x3 size={13} aria-hidden />
        </StageChip>
      )}
      <Menu
        trigger={
          <StageChip aria-label="Labels" aria-pressed={stageLabels !== "where there is room"} title="What stands beside the heads">
            <Tags size={13} aria-hidden />
          </StageChip>
        }
      >
        {STAGE_LABELS.map((label) => (
          <MenuItem key={label} onSelect={() => set({ stageLabels: label })} hint={label === stageLabels ? "●" : ""}>
            {label[0]!.toUpperCase() + label.slice(1)}
          </MenuItem>
        ))}
      </Menu>
      <StageViews />
    </div>
  );
}
