import { fadedSeconds, FAMILIES, type PlaybackState, type RunningTimes } from "@vexa/core";
import { Moving } from "../../frames/moving";
import { useClient } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { useRunningTimes } from "./use-running-times";

/** Moves as the fades of a run do, and stands while they do. */
function Running({
  name,
  state,
  seconds,
  className,
}: {
  name: string;
  state: PlaybackState;
  seconds: number;
  className: string;
}): React.JSX.Element {
  const client = useClient();
  return (
    <Moving
      // Another go, or a pause, begins it anew.
      key={[state.goSeconds, state.heldSeconds, state.furtherSeconds, state.pausedSeconds, seconds].join(" ")}
      animation={`${name} ${seconds}s linear both`}
      elapsedSeconds={Math.min(seconds, fadedSeconds(state, client.now()))}
      paused={state.pausedSeconds !== undefined}
      className={cn("tells-time block", className)}
    />
  );
}

/** How far what the running cue changes has come. */
export function FadeProgress({ state }: { state: PlaybackState }): React.JSX.Element | null {
  const { seconds } = useRunningTimes(state);
  return seconds > 0 ? <Bar state={state} seconds={seconds} /> : null;
}

function Bar({ state, seconds }: { state: PlaybackState; seconds: number }): React.JSX.Element {
  return (
    <div className="mt-1 h-1 overflow-hidden rounded bg-edge" role="presentation">
      <Running name="fade-progress" state={state} seconds={seconds} className="h-full origin-left bg-live" />
    </div>
  );
}

/** The same for a card that has room: from when to when each family changes, and a line that goes along. */
export function FadeChart({ state }: { state: PlaybackState }): React.JSX.Element | null {
  const times = useRunningTimes(state);
  if (times.seconds <= 0) return null;
  if (Object.keys(times.families).length === 0) return <Bar state={state} seconds={times.seconds} />;
  return <Chart state={state} times={times} />;
}

function Chart({ state, times: { families, seconds } }: { state: PlaybackState; times: RunningTimes }): React.JSX.Element {
  const shown = FAMILIES.flatMap((family) => (families[family] ? [{ family, ...families[family] }] : []));
  return (
    <div
      role="img"
      aria-label={`Times: ${shown.map(({ family, start, end }) => `${family} ${spanText(start, end)}`).join(", ")}`}
      className="mt-1 flex gap-2"
    >
      <div className="shrink-0 text-[11px] leading-4 text-ink-3">
        {shown.map(({ family }) => (
          <p key={family}>{family}</p>
        ))}
      </div>
      <div className="relative min-w-0 flex-1 overflow-hidden">
        {shown.map(({ family, start, end }) => (
          <div key={family} className="flex h-4 items-center">
            <div
              className="h-1.5 min-w-0.5 rounded bg-ink-3"
              style={{ marginLeft: `${(100 * start) / seconds}%`, width: `${(100 * (end - start)) / seconds}%` }}
            />
          </div>
        ))}
        <Running name="fade-line" state={state} seconds={seconds} className="absolute inset-y-0 left-0 w-full border-l-2 border-live" />
      </div>
      <p className="shrink-0 self-end font-mono text-[11px] leading-4 text-ink-3">{seconds.toFixed(1)} s</p>
    </div>
  );
}

const spanText = (start: number, end: number): string => `from ${start.toFixed(1)} to ${end.toFixed(1)} s`;
