import { Crosshair, Lasso, Move, SquareDashed } from "lucide-react";
import { useInterface } from "../selection/interface-store";
import { useMe } from "../session/show-context";
import { Button } from "../ui/button";

const TOOLS = [
  { tool: "box", Icon: SquareDashed, name: "Box", title: "Drag a box around heads" },
  { tool: "lasso", Icon: Lasso, name: "Lasso", title: "Draw a line around heads (Alt-drag)" },
  {
    tool: "aim",
    Icon: Crosshair,
    name: "Aim",
    title: "Aim the selection: click a place on the floor; drag for a line, with Shift a circle",
  },
  { tool: "move", Icon: Move, name: "Hang elsewhere", title: "Hang the selection elsewhere: drag it on the plan (the lead's)" },
] as const;

/** What a drag on the stage does: picks with a box or a line around heads, aims, or (the lead) hangs heads elsewhere. */
export function StageTools(): React.JSX.Element {
  const { stageTool, set } = useInterface();
  const me = useMe();
  return (
    <div className="absolute top-2 left-2 flex gap-1" role="group" aria-label="What a drag does">
      {TOOLS.filter(({ tool }) => tool !== "move" || me.role === "lead").map(({ tool, Icon, name, title }) => (
        <Button
          key={tool}
          tone="chip"
          size="small"
          className="bg-stage px-1.5"
          aria-pressed={stageTool === tool}
          title={title}
          aria-label={name}
          onClick={() => set({ stageTool: tool })}
        >
          <Icon size={13} aria-hidden />
        </Button>
      ))}
    </div>
  );
}
