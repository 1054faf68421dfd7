import { curtainsDown } from "@vexa/core";
import { useNow } from "../frames/use-now";
import { useInterface } from "../selection/interface-store";
import { useShow } from "../session/show-context";
import { Button } from "../ui/button";

const WORDS = { stage: "On stage", prepared: "Prepared", both: "Both" } as const;

/** What the stage shows now: behind a curtain that is down something else may stand ready. */
export function useStageShows(): { readonly down: boolean; readonly shows: keyof typeof WORDS } {
  const down = curtainsDown(useShow(), useNow(250)).length > 0;
  const { stageShows } = useInterface();
  return { down, shows: down ? stageShows : "stage" };
}

/** While a curtain is down: the stage as it is, as it stands ready behind, or both. */
export function StageShows(): React.JSX.Element | null {
  const { down, shows } = useStageShows();
  const { set } = useInterface();
  if (!down) return null;
  return (
    <div role="group" aria-label="The stage shows" className="absolute right-2 bottom-1.5 flex gap-1">
      {(["stage", "prepared", "both"] as const).map((entry) => (
        <Button
          key={entry}
          tone="chip"
          size="small"
          className="bg-stage text-stage-ink aria-pressed:bg-stage aria-pressed:text-stage-ink"
          aria-pressed={shows === entry}
          onClick={() => set({ stageShows: entry })}
        >
          {WORDS[entry]}
        </Button>
      ))}
    </div>
  );
}
