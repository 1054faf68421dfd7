import { useRef } from "react";
import type { Playback, PlaybackState } from "@vexa/core";
import { useClient } from "../session/show-context";
import { useHandLevel } from "../ui/use-hand-level";

export interface Paused {
  readonly value: boolean;
  readonly turn: (atSeconds: number) => void;
}

/** Whether a list stands in its fades, where the hand has it until that is answered, and what turns it; `turn` takes the hand's moment. */
export function usePaused({ playback: { id }, state }: { playback: Playback; state: PlaybackState | null }): Paused {
  const client = useClient();
  const at = useRef<number>(undefined);
  const { value, set } = useHandLevel(state?.pausedSeconds !== undefined, (on) =>
    client.play({ type: on ? "pause" : "continue", playbackId: id }, at.current),
  );
  const turn = (atSeconds: number): void => {
    at.current = atSeconds;
    set(!value);
  };
  return { value, turn };
}
