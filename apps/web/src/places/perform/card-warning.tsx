import { useMemo } from "react";
import { hiddenBefore, roleOf, type Playback, type PlaybackState, type Show, type UserError } from "@vexa/core";
import { useLiveClient } from "../../session/show-context";
import { whyAbove } from "../../sources/source-words";

/** Why a card hasn't its full effect, before anybody wonders. */
export function CardWarning(props: {
  playback: Playback;
  state: PlaybackState | null;
  barred: UserError | null;
}): React.JSX.Element | null {
  const { playback, state, barred } = props;
  const { standing, view } = useLiveClient();
  if (barred) return <p className="text-xs text-barred">▬ {barred.details["who"]} alone can play this</p>;
  if (!state || state.cueId === null) return <BeforeItRuns playback={playback} show={view} />;
  const role = roleOf(playback);
  if (state.level === 0 && (role === "intensities" || role === "everything"))
    return <p className="text-xs text-parked">■ its fader is at zero{role === "intensities" ? ": no intensity" : ""}</p>;
  const hidden = standing?.hidden.find(({ playbackId }) => playbackId === playback.id);
  if (!hidden) return null;
  const [by] = hidden.hiddenBy;
  const who = by === undefined ? "" : ` by ${whyAbove(by, playback, view)}`;
  return hidden.shows === 0 ? (
    <p className="line-clamp-2 text-xs text-barred">▬ hidden{who}</p>
  ) : (
    <p className="line-clamp-2 text-xs text-parked">■ hidden in part{who}</p>
  );
}

/** Said before anybody raises it in vain. */
function BeforeItRuns({ playback, show }: { playback: Playback; show: Show }): React.JSX.Element | null {
  const by = useMemo(() => hiddenBefore(show, playback), [show, playback]);
  return by === null ? null : <p className="line-clamp-2 text-xs text-parked">■ would be hidden by {whyAbove(by, playback, show)}</p>;
}
