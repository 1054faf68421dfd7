import { cardName, runningIdOf, type GroupMaster, type MacroCard, type PageCard, type Playback } from "@vexa/core";
import { runMacro } from "../../line/macro-runs";
import { useClient, usePlayedShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { useOnce } from "../../ui/once";
import { GroupFader, useGroupFader, usePark } from "./group-master-card";
import { GuestBoard } from "./guest-board";

/** What lies on a guest's page, big enough for whoever has never seen it. */
export function GuestCard({ card }: { card: PageCard }): React.JSX.Element {
  switch (card.kind) {
    case "playback":
      return <GuestLook playback={card} />;
    case "macroCard":
      return <GuestMacro card={card} />;
    case "groupMaster":
      return card.how === "parks" ? <GuestParked master={card} /> : <GuestMaster master={card} />;
    case "board":
      return <GuestBoard board={card} />;
  }
}

function GuestLook({ playback }: { playback: Playback }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const running = (show.playbackState(playback.id)?.cueId ?? null) !== null;
  return (
    <GuestButton name={cardName(show, playback)} on={running} onPress={() => client.play({ type: "toggle", playbackId: playback.id })}>
      {running ? "● on" : "off"}
    </GuestButton>
  );
}

/** A touch runs it, and a touch while it runs stops it; it does what the guest themselves may. */
function GuestMacro({ card }: { card: MacroCard }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const { macroId } = card;
  const run = show.get("runningMacro", runningIdOf(macroId));
  const runs = run !== null && run.stopped === undefined;
  const counts = useOnce();
  const press = (event: React.MouseEvent): void => {
    // The second half of a double touch would end what the first began.
    if (!counts(event)) return;
    if (runs) void client.play({ type: "macro-stop", macroId });
    else runMacro(client, macroId);
  };
  return (
    <GuestButton name={cardName(show, card)} on={runs} onPress={press}>
      {runs ? `● ${run.asks ? "asks" : "runs"}; touch to stop it` : run ? `▬ ${run.stopped}` : "runs at a touch"}
    </GuestButton>
  );
}

function GuestMaster({ master }: { master: GroupMaster }): React.JSX.Element {
  const { fader, works, words } = useGroupFader(master);
  return (
    <div
      className={cn(
        "relative min-h-32 overflow-hidden rounded border-2 border-dashed border-ink-3 bg-bench p-5 select-none has-[[role=slider]:focus-visible]:ring-2 has-[[role=slider]:focus-visible]:ring-live",
        works && "border-live",
      )}
    >
      <GroupFader master={master} fader={fader} works={works} />
      <div className="pointer-events-none relative">
        <p className="text-2xl font-semibold break-words">{master.name}</p>
        <p className="mt-2 text-sm text-ink-2">
          {Math.round(fader.level * 100)} %, {words}
        </p>
      </div>
    </div>
  );
}

/** A touch keeps its heads as they are on stage, the next one frees them. */
function GuestParked({ master }: { master: GroupMaster }): React.JSX.Element {
  const { on, words, act } = usePark(master);
  return (
    <GuestButton name={master.name} on={on} onPress={act}>
      {on ? `${words}; touch to free` : "parks as it is on stage"}
    </GuestButton>
  );
}

function GuestButton(of: {
  name: string;
  on: boolean;
  onPress: (event: React.MouseEvent) => void;
  children: React.ReactNode;
}): React.JSX.Element {
  const { name, on, onPress, children } = of;
  return (
    <button
      type="button"
      aria-pressed={on}
      data-plays
      className={cn(
        "min-h-32 rounded border-2 border-edge bg-bench p-5 text-2xl font-semibold break-words active:bg-live-deep",
        on && "border-live bg-live-deep/70",
      )}
      onClick={onPress}
    >
      {name}
      <span className="mt-2 block text-sm font-normal text-ink-2">{children}</span>
    </button>
  );
}
