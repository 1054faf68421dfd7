import { fadedSeconds, FAMILIES, type PlaybackState, type RunningTimes } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { useRunningTimes } from "./use-running-times";

/** What the browser moves by itself from the moment of the go; it stands while the fades do. */
function useRunning(state: PlaybackState, seconds: number): (name: string) => React.CSSProperties {
  const client = useClient();
  const elapsed = Math.min(seconds, fadedSeconds(state, client.now()));
  return (name) => ({
    animation: `${name} ${seconds}s linear both`,
    animationDelay: `${-elapsed}s`,
    ...(state.pausedSeconds === undefined ? {} : { animationPlayState: "paused" }),
  });
}

/** How often an animation begins anew: with another go, and where pauses have moved it. */
const beginOf = ({ goSeconds, heldSeconds, pausedSeconds }: PlaybackState, seconds: number): string =>
  [goSeconds, heldSeconds, pausedSeconds, seconds].join(" ");

/** How far what the running cue changes has come. */
export function FadeProgress({ state }: { state: PlaybackState }): React.JSX.Element | null {
  const { seconds } = useRunningTimes(state);
  return seconds > 0 ? <Bar state={state} seconds={seconds} /> : null;
}

function Bar({ state, seconds }: { state: PlaybackState; seconds: number }): React.JSX.Element {
  const running = useRunning(state, seconds);
  return (
    <div className="mt-1 h-1 overflow-hidden rounded bg-edge" role="presentation">
      <div key={beginOf(state, seconds)} className="tells-time h-full origin-left bg-live" style={running("fade-progress")} />
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
  const running = useRunning(state, seconds);
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
        <div
          key={beginOf(state, seconds)}
          className="tells-time absolute inset-y-0 left-0 w-full border-l-2 border-live"
          style={running("fade-line")}
        />
      </div>
      <p className="shrink-0 self-end font-mono text-[11px] leading-4 text-ink-3">{seconds.toFixed(1)} s</p>
    </div>
  );
}

const spanText = (start: number, end: number): string => `from ${start.toFixed(1)} to ${end.toFixed(1)} s`;
