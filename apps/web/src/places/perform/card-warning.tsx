import { useMemo } from "react";
import {
  counted,
  heldOnCard,
  hiddenBefore,
  roleOf,
  silentHeads,
  targetOffIdOf,
  unfollowedByList,
  type Playback,
  type PlaybackState,
  type Target,
  type UserError,
} from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useClient, useFromClient } from "../../session/show-context";
import { REST_MS, useRestedShow } from "../../session/use-rested-show";
import { cn } from "../../ui/class-names";
import { followersLeft } from "../../stage/target-now";
import { whyAbove } from "../../sources/source-words";

/** Why a card hasn't its full effect, before anybody wonders; and what of it is silent because its territory doesn't have the heads. */
export function CardWarning(props: { playback: Playback; state: PlaybackState | null; barred: UserError | null }): React.JSX.Element {
  return (
    <>
      <Effect {...props} />
      <Silent playback={props.playback} />
      <Held playback={props.playback} />
      {typeof props.state?.cueId === "string" && <Unfollowed listId={props.playback.listId} />}
    </>
  );
}

function Silent({ playback }: { playback: Playback }): React.JSX.Element | null {
  const show = useRestedShow();
  const heads = useMemo(() => silentHeads(show, playback), [show, playback]);
  if (heads === 0) return null;
  const owner = show.get("territory", show.get("cueList", playback.listId)?.territoryId)?.name ?? "its territory";
  return (
    <p className="line-clamp-2 text-xs text-parked" title={`Kept, but not driven: ${owner} doesn’t have these heads`}>
      ■ silent on {heads === 1 ? "1 head" : `${heads} heads`}
    </p>
  );
}

/** What of it won't be seen because somebody holds the heads. */
function Held({ playback }: { playback: Playback }): React.JSX.Element | null {
  const show = useRestedShow();
  const client = useClient();
  const { parked, curtained } = useMemo(() => heldOnCard(show, playback, client.now()), [show, playback, client]);
  const words = [
    parked > 0 ? `${counted(parked, "head")} parked` : "",
    curtained > 0 ? `${counted(curtained, "head")} behind a curtain` : "",
  ];
  const said = words.filter(Boolean).join(", ");
  return said === "" ? null : <p className="line-clamp-2 text-xs text-parked">■ {said}</p>;
}

/** Whom its heads are to follow and don't. */
function Unfollowed({ listId }: { listId: string }): React.JSX.Element | null {
  const show = useRestedShow();
  // Time alone loses them.
  const { off, lost } = unfollowedByList(show, listId, useNow(REST_MS));
  const names = (targets: readonly Target[]): string => targets.map(({ name }) => name).join(", ");
  const left = followersLeft(off.flatMap(({ id }) => show.targetOff(targetOffIdOf(id)) ?? []));
  const said = [off.length > 0 ? `${left} ${names(off)}` : "", lost.length > 0 ? `${names(lost)} lost` : ""].filter(Boolean).join(", ");
  return said === "" ? null : <p className="line-clamp-2 text-xs text-barred">▬ {said}</p>;
}

function Effect(props: { playback: Playback; state: PlaybackState | null; barred: UserError | null }): React.JSX.Element | null {
  const { playback, state, barred } = props;
  const standing = useFromClient((client) => client.standing);
  // The latest there is: what stands above what is told anew with each word of the server.
  const { view } = useClient();
  if (barred) return <p className="text-xs text-barred">▬ {barred.details["who"]} alone can play this</p>;
  if (!state || state.cueId === null) return <BeforeItRuns playback={playback} />;
  const role = roleOf(playback);
  if (state.level === 0 && (role === "intensities" || role === "everything"))
    return <p className="text-xs text-parked">■ its fader is at zero{role === "intensities" ? ": no intensity" : ""}</p>;
  const hidden = standing?.hidden.find(({ playbackId }) => playbackId === playback.id);
  if (!hidden) return null;
  const [by] = hidden.hiddenBy;
  const who = by === undefined ? "" : ` by ${whyAbove(by, playback, view)}`;
  const whole = hidden.shows === 0;
  return (
    <p className={cn("text-xs", playback.rows > 2 ? "line-clamp-5" : "line-clamp-2", whole ? "text-barred" : "text-parked")}>
      {whole ? "▬ hidden" : "■ hidden in part"}
      {who}
    </p>
  );
}

/** Said before anybody raises it in vain. */
function BeforeItRuns({ playback }: { playback: Playback }): React.JSX.Element | null {
  const show = useRestedShow();
  const by = useMemo(() => hiddenBefore(show, playback), [show, playback]);
  return by === null ? null : <p className="line-clamp-2 text-xs text-parked">■ would be hidden by {whyAbove(by, playback, show)}</p>;
}
