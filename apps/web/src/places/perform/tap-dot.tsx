import { beatsAt, fraction, type SpeedMaster, type TempoState } from "@vexa/core";
import { useClient, usePlayedShow } from "../../session/show-context";
import { Moving } from "../../frames/moving";
import { cn } from "../../ui/class-names";
import { masterStanding } from "./master-standing";

/** The dot that beats with a speed master; a tap on it is a tap in time. */
export function TapDot({ master, tempo }: { master: SpeedMaster; tempo: TempoState }): React.JSX.Element {
  const client = useClient();
  const { stands, released } = masterStanding(usePlayedShow().masterState(master.id));
  const beatSeconds = 60 / Math.max(1, tempo.bpm * tempo.scale);
  return (
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
      {stands ? (
        <span className="block size-5 bg-parked" />
      ) : (
        <Moving
          key={`${tempo.anchorSeconds} ${tempo.bpm} ${tempo.scale} ${tempo.running}`}
          animation={`beat ${beatSeconds}s linear infinite`}
          elapsedSeconds={fraction(beatsAt(tempo, client.now())) * beatSeconds}
          className={cn("block size-5 rounded-full", released ? "border-2 border-ink-3" : "bg-live")}
        />
      )}
    </button>
  );
}
