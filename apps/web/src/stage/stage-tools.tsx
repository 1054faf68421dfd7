import { Crosshair, Lasso, Move, SquareDashed } from "lucide-react";
import { useInterface } from "../selection/interface-store";
import { useMe } from "../session/show-context";
import { Button } from "../ui/button";

/** How a drag on the stage picks: with a box, or with a line drawn around heads (Alt does that at any time). */
export function StageTools(): React.JSX.Element {
  const { stageTool, set } = useInterface();
  const me = useMe();
  return (
    <div className="absolute top-2 left-2 flex gap-1" role="group" aria-label="How a drag selects">
      <Button
        tone="chip"
        size="small"
        className="bg-stage px-1.5"
        aria-pressed={stageTool === "box"}
        title="Drag a box around heads"
        aria-label="Box"
        onClick={() => set({ stageTool: "box" })}
      >
        <SquareDashed size={13} aria-hidden />
      </Button>
      <Button
        tone="chip"
        size="small"
        className="bg-stage px-1.5"
        aria-pressed={stageTool === "lasso"}
        title="Draw a line around heads (Alt-drag)"
        aria-label="Lasso"
        onClick={() => set({ stageTool: "lasso" })}
      >
        <Lasso size={13} aria-hidden />
      </Button>
      <Button
        tone="chip"
        size="small"
        className="bg-stage px-1.5"
        aria-pressed={stageTool === "aim"}
        title="Aim the selection: click a place on the floor; drag for a line, with Shift a circle"
        aria-label="Aim"
        onClick={() => set({ stageTool: "aim" })}
      >
        <Crosshair size={13} aria-hidden />
      </Button>
      {me.role === "lead" && (
        <Button
          tone="chip"
          size="small"
          className="bg-stage px-1.5"
          aria-pressed={stageTool === "move"}
          title="Hang the selection elsewhere: drag it on the plan (the lead's)"
          aria-label="Hang elsewhere"
          onClick={() => set({ stageTool: "move" })}
        >
          <Move size={13} aria-hidden />
        </Button>
      )}
    </div>
  );
}
