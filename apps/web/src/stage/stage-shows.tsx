import { useEffect, useState } from "react";
import { curtainsDown } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient } from "../session/show-context";
import { OneOf } from "../ui/one-of";
import { STAGE_CHIP } from "./stage-chip";

const WORDS = { stage: "On stage", prepared: "Prepared", both: "Both" } as const;

const LOOK_EVERY_MS = 250;

/** Whether a curtain is down. Renders only when that changes: all of Build hangs on it. */
function useCurtainDown(): boolean {
  const client = useClient();
  const [down, setDown] = useState(false);
  useEffect(() => {
    const look = (): void => setDown(curtainsDown(client.view, client.now()).length > 0);
    look();
    // One comes with an edit, and rises by itself.
    const stop = client.subscribe(look);
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => {
      stop();
      clearInterval(timer);
    };
  }, [client]);
  return down;
}

/** What the stage shows now: behind a curtain that is down something else may stand ready. */
export function useStageShows(): { readonly down: boolean; readonly shows: keyof typeof WORDS } {
  const down = useCurtainDown();
  const stageShows = useInterface((state) => state.stageShows);
  return { down, shows: down ? stageShows : "stage" };
}

/** While a curtain is down: the stage as it is, as it stands ready behind, or both. */
export function StageShows(): React.JSX.Element | null {
  const { down, shows } = useStageShows();
  const set = useInterface((state) => state.set);
  if (!down) return null;
  return (
    <OneOf
      label="The stage shows"
      className="absolute right-2 bottom-1.5"
      chip={STAGE_CHIP}
      value={shows}
      among={(["stage", "prepared", "both"] as const).map((value) => ({ value, words: WORDS[value] }))}
      onValue={(to) => set({ stageShows: to })}
    />
  );
}
