import { create } from "zustand";
import type { StageFrame } from "./projection";

/** What of the stage is in the picture; null = all of it. Apart from all else that a window shows: a wheel changes it at every frame. */
export const useShownFrame = create<{ readonly frame: StageFrame | null }>(() => ({ frame: null }));

export function showFrame(frame: StageFrame | null): void {
  useShownFrame.setState({ frame });
}
