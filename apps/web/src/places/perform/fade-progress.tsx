import type { PlaybackState } from "@vexa/core";
import { useClient } from "../../session/show-context";

/** How far the running cue's in-time has come. The browser moves the bar by itself from the moment of the go. */
export function FadeProgress({ state, seconds }: { state: PlaybackState; seconds: number }): React.JSX.Element | null {
  const client = useClient();
  if (seconds <= 0) return null;
  const elapsed = Math.min(seconds, client.now() - state.goSeconds);
  return (
    <div className="mt-1 h-1 overflow-hidden rounded bg-edge" role="presentation">
      <div
        key={state.goSeconds}
        className="h-full origin-left bg-live"
        style={{ animation: `fade-progress ${seconds}s linear both`, animationDelay: `${-elapsed}s` }}
      />
    </div>
  );
}
