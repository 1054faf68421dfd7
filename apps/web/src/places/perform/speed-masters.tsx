import { Ellipsis, Plus } from "lucide-react";
import {
  beatsAt,
  drivenBy,
  FIRST_BPM,
  fraction,
  MAX_BPM,
  mayBuild,
  MIN_BPM,
  newSpeedMaster,
  steadyTempo,
  territoryFor,
  type SpeedMaster,
} from "@vexa/core";
import { useInterface } from "../../selection/interface-store";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { FanField } from "../../ui/fan-field";
import { MasterSheet } from "./master-sheet";
import { masterStanding } from "./master-standing";
import { MasterTable } from "./master-table";
import { newId } from "../../session/new-id";

/** The tempos that can be typed, as they are driven at while a scale multiplies them. */
function bpmRange(scale: number): string {
  if (scale === 0) return "nothing while it is scaled to 0: it stands. Raise its scale first";
  const whole = `${Math.round(10 * MIN_BPM * scale) / 10} to ${Math.round(MAX_BPM * scale)} BPM`;
  return scale === 1 ? whole : `${whole} while it is scaled to ${Math.round(100 * scale)} %`;
}

/** The speed masters: tap on the dot. */
export function SpeedMasters(): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const me = useMe();
  const masters = show.all("master").toSorted((a, b) => a.rank - b.rank);
  const add = (): void => {
    const record = newSpeedMaster(client.view, { newId, territoryId: territoryFor(me, show) });
    client.transact(`Made the speed master ${record.name}`, [{ op: "add", record }]);
  };
  return (
    <section className="shrink-0" aria-label="Speed masters">
      <div className="mb-1 flex items-center gap-1.5">
        <h2 className="flex-1 text-xs font-semibold text-ink-2">Speed masters</h2>
        {masters.length > 0 && (
          <Button
            size="small"
            title="Phase zero now, for all that all of them drive; positions glide there"
            onClick={() => client.play({ type: "resync-all" })}
          >
            Re-sync all
          </Button>
        )}
        <MasterTable />
        {mayBuild(me) && (
          <Button once size="small" onClick={add}>
            <Plus size={12} aria-hidden /> New
          </Button>
        )}
      </div>
      {masters.length === 0 && <p className="text-[13px] text-ink-3">There are none yet. Motions then run at their own speed.</p>}
      <div className="grid max-h-44 grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-2 overflow-y-auto">
        {masters.map((master) => (
          <Master key={master.id} master={master} />
        ))}
      </div>
    </section>
  );
}

function Master({ master }: { master: SpeedMaster }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const { chosenMasterId, set } = useInterface();
  const state = show.masterState(master.id);
  const tempo = state?.tempo ?? steadyTempo(FIRST_BPM);
  const { held, released, stands, scaled, mark, words } = masterStanding(state);
  const drivesAt = tempo.bpm * tempo.scale;
  const beatSeconds = 60 / Math.max(1, drivesAt);
  const count = drivenBy(master.id, show).length;
  return (
    <article
      aria-label={`Speed master ${master.name}`}
      className={cn(
        "flex items-center gap-2.5 rounded border border-edge bg-bench p-2",
        chosenMasterId === master.id && "ring-1 ring-ink-3",
      )}
      onPointerDown={() => set({ chosenMasterId: master.id })}
    >
      <button
        type="button"
        aria-label={`Tap ${master.name}`}
        title="Tap in time (T taps the chosen one)"
        className="grid size-12 shrink-0 touch-none place-content-center rounded-full border-2 border-edge active:border-live"
        onPointerDown={(event) => client.play({ type: "tap", masterId: master.id }, client.momentOf(event))}
        onKeyDown={(event) => {
          if ((event.key === " " || event.key === "Enter") && !event.repeat)
            client.play({ type: "tap", masterId: master.id }, client.momentOf(event));
        }}
      >
        <span
          key={`${tempo.anchorSeconds} ${tempo.bpm} ${tempo.scale} ${tempo.running}`}
          className={cn("block size-5", stands ? "bg-parked" : released ? "rounded-full border-2 border-ink-3" : "rounded-full bg-live")}
          style={
            stands
              ? {}
              : {
                  animation: `beat ${beatSeconds}s linear infinite`,
                  animationDelay: `${-fraction(beatsAt(tempo, client.now())) * beatSeconds}s`,
                }
          }
        />
      </button>
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
              <Button tone="quiet" size="small" className="px-0.5" aria-label={`More of ${master.name}`}>
                <Ellipsis size={14} aria-hidden />
              </Button>
            }
          />
        </div>
        <div className="grid grid-cols-[1fr_auto_auto] gap-1">
          <FanField
            label={`${master.name} BPM`}
            className="h-7 px-1 text-right text-[15px]"
            knots={[Math.round(10 * drivesAt) / 10]}
            scale={1}
            quantity="bpm"
            range={bpmRange(tempo.scale)}
            onKnots={([value, ...more]) => {
              // What is typed is what it is to drive at, whatever scales it.
              const bpm = value === undefined ? NaN : value / tempo.scale;
              if (more.length > 0 || !(bpm >= MIN_BPM && bpm <= MAX_BPM)) return false;
              client.play({ type: "bpm", masterId: master.id, bpm });
              return true;
            }}
          />
          <Button
            size="small"
            className="h-7 px-1.5"
            title="Phase zero now, for all that it drives; positions glide there"
            onClick={() => client.play({ type: "resync", masterId: master.id })}
          >
            re-sync
          </Button>
          <Button
            size="small"
            className="h-7 px-1.5"
            aria-pressed={held}
            onClick={() => client.play({ type: held ? "run" : "hold", masterId: master.id })}
          >
            {held ? "run" : "hold"}
          </Button>
        </div>
      </div>
    </article>
  );
}
