import { Settings2 } from "lucide-react";
import { counted, mayDo, parkedOn, placedHeads, type Cells, type GroupMaster } from "@vexa/core";
import { useClient, useMe, usePlayedShow } from "../../session/show-context";
import { atTheTouch } from "../../ui/at-the-touch";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { useOnce } from "../../ui/once";
import { PopSheet } from "../../ui/pop-sheet";
import { useHandLevel } from "../../ui/use-hand-level";
import { WingControls } from "../../wings/wing-controls";
import { Arranged } from "./arranged";
import { cellStyle } from "./card";
import { useFader, type Fader } from "./use-fader";
import { usePlacing } from "./use-placing";

/** A fader for the intensities of a group: it scales what plays there, or lights the group by itself. */
export function GroupMasterCard(of: { master: GroupMaster; cells: Cells; arranging: boolean }): React.JSX.Element {
  const { master, cells, arranging } = of;
  const placing = usePlacing(master, { name: master.name, shown: cells });
  const { fader, works, words } = useGroupFader(master, arranging);
  const parks = master.how === "parks";
  return (
    <article
      data-card={master.id}
      data-plays
      aria-label={master.name}
      className={cn(
        "relative overflow-hidden rounded border border-dashed border-ink-3 bg-bench p-2.5 select-none has-[[role=slider]:focus-visible]:ring-2 has-[[role=slider]:focus-visible]:ring-live",
        works && "border-live",
      )}
      style={cellStyle(placing.cells)}
    >
      {parks ? <ParkButton master={master} disabled={arranging} /> : <GroupFader master={master} fader={fader} works={works} />}
      <div className="pointer-events-none relative flex h-full flex-col gap-0.5">
        <h3 className="line-clamp-2 leading-tight font-semibold">{master.name}</h3>
        {master.rows > 1 && <p className="text-xs text-ink-2">{words}</p>}
        {!arranging && !parks && <p className="mt-auto font-mono text-lg leading-none font-semibold">{Math.round(fader.level * 100)}</p>}
      </div>
      {arranging && (
        <Arranged record={master} name={master.name} placing={placing}>
          <PopSheet
            label={`Options of ${master.name}`}
            trigger={
              <Button size="small" className="px-1" aria-label={`Options of ${master.name}`}>
                <Settings2 size={14} aria-hidden />
              </Button>
            }
          >
            <h3 className="font-semibold">{master.name}</h3>
            {parks ? (
              <p className="text-[13px] text-ink-2">A touch parks it, the next frees it.</p>
            ) : (
              <WingControls jobs={["group-level"]} targetId={master.id} />
            )}
          </PopSheet>
        </Arranged>
      )}
    </article>
  );
}

const WORDS: Readonly<Record<GroupMaster["how"], string>> = {
  scales: "scales these heads",
  lights: "lights these heads",
  parks: "parks these heads",
};

/** A touch keeps the heads as they are on stage, the next one frees them; by right of the page, which reaches what its territory does. */
function ParkButton({ master, disabled }: { master: GroupMaster; disabled: boolean }): React.JSX.Element {
  const show = usePlayedShow();
  const me = useMe();
  const { on, words, command, act } = usePark(master);
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={on ? `Free ${master.name}` : `Park ${master.name}`}
      disabled={disabled || mayDo(show, me, command) !== null || placedHeads(master.who, show).length === 0}
      className="absolute inset-0 touch-none p-2.5 text-left outline-none focus-visible:ring-2 focus-visible:ring-live disabled:opacity-60 aria-pressed:bg-parked/15"
      {...atTheTouch(act)}
    >
      <span className={cn("absolute bottom-2.5 left-2.5 text-xs", on ? "text-parked" : "text-ink-3")}>{on ? words : "touch to park"}</span>
    </button>
  );
}

/** Whether a card keeps its heads, in words too, and what a touch does about it; the second half of a double touch does nothing. */
export function usePark(master: GroupMaster) {
  const client = useClient();
  const counts = useOnce();
  const parked = parkedOn(usePlayedShow(), master).length;
  const commandTo = (on: boolean) => ({ type: "group-park", groupMasterId: master.id, on }) as const;
  const kept = useHandLevel(parked > 0, (on) => client.play(commandTo(on)));
  const act = (event: { readonly timeStamp: number }): void => {
    if (counts(event)) kept.set(!kept.value);
  };
  const words = parked > 0 ? `■ ${counted(parked, "head")} parked` : "■ parking…";
  return { on: kept.value, words, command: commandTo(!kept.value), act };
}

/** The level of a group's master, and whether it does anything where it stands. */
export function useGroupFader(master: GroupMaster, disabled = false): { fader: Fader; works: boolean; words: string } {
  const show = usePlayedShow();
  const client = useClient();
  const fader = useFader({
    level: show.groupMasterLevel(master),
    disabled,
    send: (level) => client.play({ type: "group-level", groupMasterId: master.id, level }),
  });
  const scales = master.how === "scales";
  return { fader, works: scales ? fader.level < 1 : master.how === "lights" && fader.level > 0, words: WORDS[master.how] };
}

/** Fills its card. */
export function GroupFader({ master, fader, works }: { master: GroupMaster; fader: Fader; works: boolean }): React.JSX.Element {
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`Master ${master.name}`}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(fader.level * 100)}
      className="absolute inset-0 touch-none outline-none"
      {...fader.handlers}
    >
      <div
        aria-hidden
        className={cn("absolute inset-x-0 bottom-0 border-t-2", works ? "border-live bg-live-deep/70" : "border-ink-3 bg-raised/60")}
        style={{ height: `${fader.level * 100}%` }}
      />
    </div>
  );
}
