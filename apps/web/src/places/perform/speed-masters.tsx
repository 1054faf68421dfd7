import { beatsAt, FIRST_BPM, fraction, MAX_BPM, MIN_BPM, steadyTempo, type Show, type SpeedMaster, type Strokes } from "@vexa/core";
import { useInterface } from "../../selection/interface-store";
import { useClient, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { FanField } from "../../ui/fan-field";

/** Motions in cues and sketches that a master drives. */
function drives(show: Show, masterId: string): number {
  const count = (strokes: Strokes): number =>
    Object.values(strokes).reduce(
      (sum, { parts }) => sum + Object.values(parts).filter(({ motion }) => motion?.masterId === masterId).length,
      0,
    );
  return [...show.all("cue"), ...show.all("sketch")].reduce((sum, { strokes }) => sum + count(strokes), 0);
}

/** The speed masters: tap on the dot. */
export function SpeedMasters(): React.JSX.Element {
  const show = useShow();
  const masters = show.all("master").toSorted((a, b) => a.rank - b.rank);
  return (
    <div className="grid shrink-0 grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-2" role="group" aria-label="Speed masters">
      {masters.map((master) => (
        <Master key={master.id} master={master} />
      ))}
    </div>
  );
}

function Master({ master }: { master: SpeedMaster }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const { chosenMasterId, set } = useInterface();
  const tempo = show.masterState(master.id)?.tempo ?? steadyTempo(FIRST_BPM);
  const held = tempo.running === "held";
  const bpm = tempo.bpm * tempo.scale;
  const beatSeconds = 60 / Math.max(1, bpm);
  const count = drives(show, master.id);
  return (
    <article
      aria-label={`Speed master ${master.name}`}
      className={cn("flex items-center gap-3 rounded border border-edge bg-bench p-2", chosenMasterId === master.id && "ring-1 ring-ink-3")}
      onPointerDown={() => set({ chosenMasterId: master.id })}
    >
      <button
        type="button"
        aria-label={`Tap ${master.name}`}
        title="Tap in time (T taps the chosen one)"
        className="grid size-12 shrink-0 touch-none place-content-center rounded-full border-2 border-edge active:border-live"
        onPointerDown={() => client.play({ type: "tap", masterId: master.id })}
        onKeyDown={(event) => {
          if ((event.key === " " || event.key === "Enter") && !event.repeat) client.play({ type: "tap", masterId: master.id });
        }}
      >
        <span
          key={`${tempo.anchorSeconds} ${tempo.bpm} ${tempo.running}`}
          className={cn("block size-5 bg-live", held ? "bg-parked" : "rounded-full")}
          style={
            held
              ? {}
              : {
                  animation: `beat ${beatSeconds}s linear infinite`,
                  animationDelay: `${-fraction(beatsAt(tempo, client.now())) * beatSeconds}s`,
                }
          }
        />
      </button>
      <div className="min-w-0 flex-1">
        <h3 className="truncate font-semibold">{master.name}</h3>
        <p className="text-xs text-ink-3">
          {held ? "■ held · " : ""}drives {count} {count === 1 ? "motion" : "motions"}
        </p>
      </div>
      <div className="grid gap-1">
        <FanField
          label={`${master.name} BPM`}
          className="h-7 w-20 text-right text-base"
          knots={[Math.round(tempo.bpm * 10) / 10]}
          scale={1}
          onKnots={([value, ...more]) => {
            if (value === undefined || more.length > 0 || value < MIN_BPM || value > MAX_BPM) return false;
            client.play({ type: "bpm", masterId: master.id, bpm: value });
            return true;
          }}
        />
        <div className="flex justify-end gap-1">
          <Button
            size="small"
            className="px-1.5"
            title="Phase zero now, for all that it drives"
            onClick={() => client.play({ type: "resync", masterId: master.id })}
          >
            re-sync
          </Button>
          <Button
            size="small"
            className="px-1.5"
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
