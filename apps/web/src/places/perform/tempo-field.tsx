import { MAX_BPM, MIN_BPM, type SpeedMaster, type TempoState } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { FanField } from "../../ui/fan-field";

/** The tempos that can be typed, as they are driven at while a scale multiplies them. */
function bpmRange(scale: number): string {
  if (scale === 0) return "nothing while it is scaled to 0: it stands. Raise its scale first";
  const whole = `${Math.round(10 * MIN_BPM * scale) / 10} to ${Math.round(MAX_BPM * scale)} BPM`;
  return scale === 1 ? whole : `${whole} while it is scaled to ${Math.round(100 * scale)} %`;
}

/** The tempo that a master drives at, to be typed. */
export function TempoField(of: { master: SpeedMaster; tempo: TempoState; label: string; className?: string }): React.JSX.Element {
  const { master, tempo, label, className } = of;
  const client = useClient();
  return (
    <FanField
      label={label}
      className={cn("px-1 text-right text-[15px]", className)}
      knots={[Math.round(10 * tempo.bpm * tempo.scale) / 10]}
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
  );
}
