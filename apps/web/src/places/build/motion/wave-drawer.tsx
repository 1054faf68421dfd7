import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef, useState } from "react";
import {
  drawnLike,
  drawnValue,
  MOST_WAVE_POINTS,
  setChange,
  usersOf,
  waveFormulaFlaw,
  type SavedWave,
  type WaveMotion,
  type WavePoint,
} from "@vexa/core";
import { useClient, useQuietShow, useShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { DraftField } from "../../../ui/draft-field";
import { newId } from "../../../session/new-id";

const SIZE = { width: 206, height: 84 };
const x = scaleLinear([0, 1], [6, SIZE.width - 6]);
const y = scaleLinear([0, 1], [SIZE.height - 8, 8]);
const STEPS = 120;

/** Draws a waveform of one's own, by points, and keeps it in the library: all motions that use it follow. */
export function WaveDrawer({ motion, onMotion }: { motion: WaveMotion; onMotion: (motion: WaveMotion) => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const saved = show.savedWave(motion.waveId ?? "");
  const draw = (): void => {
    const record = drawnLike(motion, { library: show.all("savedWave"), newId });
    if (client.transact(`Drew the waveform ${record.name}`, [{ op: "add", record }]))
      onMotion({ ...motion, waveform: "drawn", waveId: record.id });
  };
  if (!saved)
    return (
      <Button once size="small" title="Takes this waveform as points that can be dragged, and keeps it by name" onClick={draw}>
        Draw one like this
      </Button>
    );
  return <DrawnWave key={saved.id} wave={saved} />;
}

/** Points of a waveform as it is: eight where it runs, and its end. */
function DrawnWave({ wave }: { wave: SavedWave }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const gesture = useRef("");
  const [held, setHeld] = useState<number | null>(null);
  const frame = useRef<SVGSVGElement>(null);
  const curve = Array.from({ length: STEPS + 1 }, (_, step) => step / STEPS).map((at): [number, number] => [
    at,
    drawnValue(wave, at < 1 ? at : wave.formula === undefined ? 0 : 1 - 1e-9),
  ]);
  const set = (points: readonly WavePoint[]): void => {
    const now = client.view.savedWave(wave.id)?.points;
    if (now)
      client.transact(`Drew at ${wave.name}`, [setChange(wave.id, ["points"], { from: now, to: points })], gesture.current || newId());
  };
  const placeAt = (event: React.PointerEvent | React.MouseEvent): WavePoint => {
    const { left, top } = frame.current!.getBoundingClientRect();
    const limited = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000;
    return { at: limited(x.invert(event.clientX - left)), value: limited(y.invert(event.clientY - top)) };
  };
  const moved = (index: number, to: WavePoint): WavePoint[] => {
    const before = wave.points[index - 1]?.at ?? -1;
    const after = wave.points[index + 1]?.at ?? 1;
    const at = index === 0 ? 0 : Math.min(after - 0.005, Math.max(before + 0.005, to.at));
    return wave.points.with(index, { at, value: to.value });
  };
  const onKey = (event: React.KeyboardEvent, index: number): void => {
    const point = wave.points[index]!;
    const by = { ArrowUp: [0, 0.02], ArrowDown: [0, -0.02], ArrowLeft: [-0.01, 0], ArrowRight: [0.01, 0] }[event.key];
    if (by ?? event.key === "Delete") event.stopPropagation();
    gesture.current = newId();
    if (event.key === "Delete" && wave.points.length > 2 && index > 0) set(wave.points.toSpliced(index, 1));
    if (!by) return;
    event.preventDefault();
    set(moved(index, { at: point.at + by[0]!, value: Math.min(1, Math.max(0, point.value + by[1]!)) }));
  };
  const add = (event: React.MouseEvent): void => {
    const point = placeAt(event);
    if (wave.points.length >= MOST_WAVE_POINTS || point.at >= 1 || wave.points.some(({ at }) => Math.abs(at - point.at) < 0.01)) return;
    gesture.current = newId();
    set([...wave.points, point].sort((a, b) => a.at - b.at));
  };
  const takeFormula = (typed: string): boolean | string => {
    const to = typed.trim() === "" ? undefined : typed.trim();
    const flaw = to === undefined ? null : waveFormulaFlaw(to);
    if (flaw !== null) return `The formula wasn't taken: ${flaw}. Nothing was changed.`;
    return client.transact(`Formula of ${wave.name}`, [setChange(wave.id, ["formula"], { from: wave.formula, to })]);
  };
  const users = usersOf(wave, show).length;
  return (
    <div className="grid gap-1.5 rounded border border-edge p-1.5" role="group" aria-label={`Waveform ${wave.name}`}>
      <svg
        ref={frame}
        {...SIZE}
        className="touch-none rounded-sm bg-stage"
        onDoubleClick={add}
        onPointerMove={(event) => held !== null && set(moved(held, placeAt(event)))}
        onPointerUp={() => setHeld(null)}
      >
        <path d={line()(curve.map(([at, value]) => [x(at), y(value)])) ?? ""} className="fill-none stroke-linked" strokeWidth={1.6} />
        {(wave.formula === undefined ? wave.points : []).map((point, index) => (
          <circle
            key={index}
            role="slider"
            tabIndex={0}
            aria-label={`Point ${index + 1} of ${wave.points.length}`}
            aria-valuenow={Math.round(point.value * 100)}
            aria-valuetext={`${Math.round(point.value * 100)} percent at ${Math.round(point.at * 360)} degrees`}
            cx={x(point.at)}
            cy={y(point.value)}
            r={5}
            className="cursor-grab fill-ink stroke-stage"
            onKeyDown={(event) => onKey(event, index)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              gesture.current = newId();
              setHeld(index);
            }}
            onPointerMove={(event) => held === index && set(moved(index, placeAt(event)))}
            onPointerUp={() => setHeld(null)}
          />
        ))}
      </svg>
      <div className="grid grid-cols-[1fr_auto_auto] gap-1">
        <DraftField
          label="Name of the waveform"
          className="h-6 text-xs"
          text={wave.name}
          onTake={(name) => client.transact(`Named a waveform ${name}`, [setChange(wave.id, ["name"], { from: wave.name, to: name })])}
        />
        <Button
          tone="chip"
          size="small"
          title="How points are joined"
          onClick={() =>
            client.transact(`Joined ${wave.name}`, [
              setChange(wave.id, ["joined"], { from: wave.joined, to: wave.joined === "smooth" ? "straight" : "smooth" }),
            ])
          }
        >
          {wave.joined}
        </Button>
        <span className="self-center text-xs text-linked" title="Motions in cues, sketches and presets that use it">
          ∞ {users}
        </span>
      </div>
      <DraftField
        label="Formula of the waveform"
        className="h-6 text-xs"
        placeholder="or a formula of x, such as x ^ 2"
        text={wave.formula ?? ""}
        onTake={takeFormula}
      />
      {wave.formula === undefined && <p className="text-xs text-ink-3">Double click puts a point in, Delete takes it out.</p>}
    </div>
  );
}
