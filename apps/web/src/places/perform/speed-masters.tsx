import { Ellipsis, Plus } from "lucide-react";
import { useState } from "react";
import { mayBuild, newSpeedMaster, tempoOf, territoryFor, type SpeedMaster } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, usePlayedShow, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { useHandLevel } from "../../ui/use-hand-level";
import { MasterSheet } from "./master-sheet";
import { masterStanding } from "./master-standing";
import { TapDot } from "./tap-dot";
import { TempoField } from "./tempo-field";
import { TempoSheet } from "./tempo-sheet";
import { newId } from "../../session/new-id";
import { useDriven } from "./use-driven";

/** The speed masters: tap on the dot. What is within stands beside what is done to all of them; `folded` leaves the room to what is above. */
export function SpeedMasters({ children, folded = false }: { children?: React.ReactNode; folded?: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const masters = show.all("master").toSorted((a, b) => a.rank - b.rank);
  const [tempos, setTempos] = useState(false);
  const add = (): void => {
    const record = newSpeedMaster(client.view, { newId, territoryId: territoryFor(me, show) });
    client.transact(`Made the speed master ${record.name}`, [{ op: "add", record }]);
  };
  return (
    <section className="shrink-0 max-sm:hidden" aria-label="Speed masters">
      {tempos && <TempoSheet masters={masters} onClose={() => setTempos(false)} />}
      <div className="mb-1 flex flex-wrap items-center justify-end gap-1.5">
        {children}
        <h2 className="sr-only">Speed masters</h2>
        {masters.length > 0 && (
          <Button
            size="touch"
            title="Phase zero now, for all that all of them drive; positions glide there"
            onClick={() => client.play({ type: "resync-all" })}
          >
            Re-sync all
          </Button>
        )}
        {masters.length > 0 && (
          <Button size="touch" aria-pressed={tempos} onClick={() => setTempos(!tempos)}>
            Tempos
          </Button>
        )}
        {mayBuild(me) && !folded && (
          <Button once size="touch" onClick={add}>
            <Plus size={12} aria-hidden /> New
          </Button>
        )}
      </div>
      {masters.length === 0 && <p className="text-[13px] text-ink-3">There are none yet. Motions then run at their own speed.</p>}
      {!folded && (
        <div className="grid max-h-56 grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-2 overflow-y-auto">
          {masters.map((master) => (
            <Master key={master.id} master={master} />
          ))}
        </div>
      )}
    </section>
  );
}

function Master({ master }: { master: SpeedMaster }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const { chosenMasterId, set } = useInterfaceOf("chosenMasterId", "set");
  const state = show.masterState(master.id);
  const tempo = tempoOf(master, state);
  const { held, released, stands, scaled, mark, words } = masterStanding(state);
  const stop = useHandLevel(held, (on) => client.play({ type: on ? "hold" : "run", masterId: master.id }));
  const count = useDriven(master.id).length;
  return (
    <article
      data-plays
      aria-label={`Speed master ${master.name}`}
      className={cn(
        "flex items-center gap-1.5 rounded border border-edge bg-bench p-1.5",
        chosenMasterId === master.id && "ring-1 ring-ink-3",
      )}
      onPointerDown={() => set({ chosenMasterId: master.id })}
    >
      <TapDot master={master} tempo={tempo} />
      <div className="grid min-w-0 flex-1 gap-1">
        <div className="flex items-center gap-1">
          <h3 className="min-w-0 flex-1 truncate leading-6 font-semibold" title={master.name}>
            {master.name}
          </h3>
          <span className="shrink-0 text-xs text-ink-3" data-state={words} title={`drives ${count} ${count === 1 ? "motion" : "motions"}`}>
            {stands || released ? `${mark} ${words}` : (scaled ?? `∞ ${count}`)}
          </span>
          <MasterSheet
            master={master}
            tempo={tempo}
            trigger={
              <Button tone="quiet" size="touch" className="px-0.5" aria-label={`More of ${master.name}`}>
                <Ellipsis size={14} aria-hidden />
              </Button>
            }
          />
        </div>
        <div className="grid grid-cols-[minmax(3rem,1fr)_auto_auto] gap-1">
          <TempoField master={master} tempo={tempo} label={`${master.name} BPM`} className="h-11 px-0.5 text-[13px]" />
          <Button
            size="touch"
            className="px-1 text-xs"
            title="Phase zero now, for all that it drives; positions glide there"
            onClick={() => client.play({ type: "resync", masterId: master.id })}
          >
            re-sync
          </Button>
          <Button size="touch" className="px-1 text-xs" aria-pressed={stop.value} onClick={() => stop.set(!stop.value)}>
            {stop.value ? "run" : "hold"}
          </Button>
        </div>
      </div>
    </article>
  );
}
