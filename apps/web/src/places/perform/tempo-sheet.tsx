import { X } from "lucide-react";
import {
  drawnStretches,
  earlierTempos,
  tempoOf,
  TEMPO_HISTORY_SECONDS,
  type DrawnStretch,
  type SpeedMaster,
  type TempoState,
} from "@vexa/core";
import { useNow } from "../../frames/use-now";
import { useClient, usePlayedShow } from "../../session/show-context";
import { useTempoHistories } from "../../tempo/tempo-histories";
import { Button } from "../../ui/button";
import { Slider } from "../../ui/slider";
import { useHandLevel } from "../../ui/use-hand-level";
import { masterStanding, shownBpm } from "./master-standing";
import { TapDot } from "./tap-dot";
import { TempoField } from "./tempo-field";
import { useDriven } from "./use-driven";

/** All tempos over the last half minute. It stands above the masters and covers none of them. */
export function TempoSheet({ masters, onClose }: { masters: readonly SpeedMaster[]; onClose: () => void }): React.JSX.Element {
  return (
    <section aria-label="Tempos" className="mb-2 grid max-h-[40vh] gap-1 overflow-y-auto rounded border border-edge bg-bench p-2">
      <header className="flex items-center gap-2">
        <h3 className="flex-1 text-xs text-ink-2">Each beat of the last half minute. Touch an earlier tempo to go back to it.</h3>
        <Button tone="quiet" size="small" aria-label="Close the tempos" onClick={onClose}>
          <X size={15} aria-hidden />
        </Button>
      </header>
      {masters.map((master) => (
        <Row key={master.id} master={master} />
      ))}
    </section>
  );
}

function Row({ master }: { master: SpeedMaster }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const state = show.masterState(master.id);
  const tempo = tempoOf(master, state);
  const { mark, words, scaled } = masterStanding(state);
  const driven = [...new Set(useDriven(master.id).map(({ where }) => where))];
  const scale = useHandLevel(tempo.scale, (factor) => client.play({ type: "scale", masterId: master.id, factor }));
  return (
    <article
      aria-label={`Tempo of ${master.name}`}
      data-state={words}
      data-plays
      className="grid grid-cols-[3rem_7rem_minmax(0,1fr)_4.5rem_auto] items-center gap-2 border-t border-edge py-1"
    >
      <TapDot master={master} tempo={tempo} />
      <div className="min-w-0 text-xs text-ink-2">
        <h4 className="truncate text-[13px] font-semibold text-ink" title={master.name}>
          {master.name}
        </h4>
        <p>
          {mark} {words}
          {scaled ? `, ${scaled}` : ""}
        </p>
        <p className="truncate" title={driven.join(", ")}>
          {driven.length === 0 ? "drives nothing" : `∞ ${driven.join(", ")}`}
        </p>
      </div>
      <HalfMinute master={master} tempo={tempo} />
      <TempoField master={master} tempo={tempo} label={`Tempo of ${master.name}, BPM`} className="h-11" />
      <div className="grid grid-cols-2 gap-1">
        <Button size="touch" title="Half the speed; the beat stays where it is" onClick={() => scale.set(scale.value / 2)}>
          halve
        </Button>
        <Button size="touch" title="Twice the speed" disabled={scale.value > 32} onClick={() => scale.set(scale.value * 2)}>
          double
        </Button>
        <div className="col-span-2 grid grid-cols-[1fr_auto] items-center gap-2 text-xs text-ink-2">
          <Slider label={`Scale of ${master.name} here`} max={2} step={0.01} value={scale.value} onValue={scale.set} />
          <span className="w-10 text-right font-mono">{Math.round(scale.value * 100)} %</span>
        </div>
      </div>
    </article>
  );
}

const HEIGHT = 44;
/** Stretches narrower than this have no room for their tempo. */
const LEAST_PART = 0.06;
const MOST_WAYS_BACK = 2;

/** The last half minute from left to right, a stroke for each beat, and behind it the earlier tempos as ways back. */
function HalfMinute({ master, tempo }: { master: SpeedMaster; tempo: TempoState }): React.JSX.Element {
  const client = useClient();
  const now = useNow(100);
  const history = useTempoHistories(({ byMaster }) => byMaster[master.id]) ?? [];
  const from = now - TEMPO_HISTORY_SECONDS;
  const stretches = drawnStretches(history, { from, to: now });
  const earlier = earlierTempos(stretches, tempo.bpm * tempo.scale);
  const goBack = ({ bpm, scale }: DrawnStretch): void => {
    client.play({ type: "bpm", masterId: master.id, bpm });
    if (scale !== tempo.scale) client.play({ type: "scale", masterId: master.id, factor: scale });
  };
  return (
    <div className="flex gap-1">
      <Beats stretches={stretches} from={from} />
      {earlier.slice(0, MOST_WAYS_BACK).map((stretch) => (
        <Button
          key={stretch.drivesAt}
          size="touch"
          className="min-w-16 px-1 font-mono"
          title={`Back to this tempo, as ${Math.max(1, Math.round(now - stretch.toSeconds))} seconds ago`}
          aria-label={`${master.name} back to ${shownBpm(stretch.drivesAt)} BPM`}
          onClick={() => goBack(stretch)}
        >
          ‹ {shownBpm(stretch.drivesAt)}
        </Button>
      ))}
    </div>
  );
}

function Beats({ stretches, from }: { stretches: readonly DrawnStretch[]; from: number }): React.JSX.Element {
  const part = (seconds: number): number => (seconds - from) / TEMPO_HISTORY_SECONDS;
  return (
    <div className="relative min-w-0 flex-1 overflow-hidden rounded bg-ground" style={{ height: HEIGHT }}>
      <svg aria-hidden className="absolute inset-0 size-full" preserveAspectRatio="none" viewBox={`0 0 1000 ${HEIGHT}`}>
        {stretches.flatMap(({ beats }) =>
          beats.map((beat) => (
            <line
              key={beat}
              x1={1000 * part(beat)}
              x2={1000 * part(beat)}
              y1={HEIGHT / 2}
              y2={HEIGHT}
              className="stroke-live"
              vectorEffect="non-scaling-stroke"
              strokeWidth={1.5}
            />
          )),
        )}
      </svg>
      {stretches.map(({ fromSeconds, toSeconds, drivesAt }) => {
        const wide = part(toSeconds) - part(fromSeconds);
        return (
          <span
            key={fromSeconds}
            className="absolute inset-y-0 border-l border-edge pl-1 font-mono text-[11px] text-ink-2"
            style={{ left: `${100 * part(fromSeconds)}%`, width: `${100 * wide}%` }}
          >
            {wide > LEAST_PART ? (drivesAt === 0 ? "stood" : shownBpm(drivesAt)) : ""}
          </span>
        );
      })}
    </div>
  );
}
