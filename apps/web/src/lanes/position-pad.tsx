import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";
import { useSize } from "../frames/use-size";
import { FINER, onGrid, perPixel } from "./fine-drag";
import type { Lane } from "./lane-model";
import { useLaneEdits } from "./use-lane-edits";
import { newId } from "../session/new-id";

const KEY_STEP = 1;

/**
 * Pan across, tilt upward: where each selected head points, joined by the thread. A drag moves pan and tilt of all heads by the
 * same angles; arrow keys by one degree. Shift makes both ten times finer.
 */
export function PositionPad({ pan, tilt }: { pan: Lane; tilt: Lane }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const drag = useRef<{ x: number; y: number; pan: number; tilt: number; told: { pan: number; tilt: number }; gesture: string } | null>(
    null,
  );
  const edits = { pan: useLaneEdits(pan), tilt: useLaneEdits(tilt) };
  const nudge = (by: { pan: number; tilt: number }, gesture: string): void => {
    for (const axis of ["pan", "tilt"] as const) if (by[axis] !== 0) edits[axis].nudge({ knots: [by[axis]] }, gesture);
  };
  const points = pan.values.map((entry, index) => [entry?.value ?? null, tilt.values[index]?.value ?? null] as const);
  const known = points.filter((point): point is [number, number] => point[0] !== null && point[1] !== null);
  const reach = (at: 0 | 1): [number, number] => [
    Math.min(-90, ...known.map((point) => point[at])),
    Math.max(90, ...known.map((point) => point[at])),
  ];
  const x = scaleLinear(reach(0), [10, width - 10]);
  const y = scaleLinear(reach(1), [height - 8, 8]);
  const move = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of) return;
    const fine = (reach: [number, number], pixels: number): number =>
      perPixel("°", { range: reach[1] - reach[0], pixels, shift: event.shiftKey });
    of.pan += (event.clientX - of.x) * fine(reach(0), width - 20);
    of.tilt += (of.y - event.clientY) * fine(reach(1), height - 16);
    [of.x, of.y] = [event.clientX, event.clientY];
    const next = { pan: onGrid(of.pan, KEY_STEP, event.shiftKey), tilt: onGrid(of.tilt, KEY_STEP, event.shiftKey) };
    const by = { pan: onGrid(next.pan - of.told.pan, 0.1, false), tilt: onGrid(next.tilt - of.told.tilt, 0.1, false) };
    if (by.pan !== 0 || by.tilt !== 0) nudge(by, of.gesture);
    of.told = next;
  };
  const onKey = (event: React.KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const step = KEY_STEP / (event.shiftKey ? FINER : 1);
    nudge({ pan: by[0]! * step, tilt: by[1]! * step }, newId());
  };
  return (
    <article
      aria-label="Position pad"
      className="grid h-[128px] shrink-0 grid-cols-[150px_minmax(0,1fr)] border-b border-l-2 border-edge border-l-transparent"
    >
      <div className="py-2 pl-2.5">
        <h3 className="font-medium">
          <span className="text-sketch">◌</span> Pan and tilt
        </h3>
        <p className="text-xs text-ink-3">Drag to move all; their fans stay as they are.</p>
      </div>
      <div
        ref={frame}
        role="application"
        aria-label="Pan and tilt of the selected heads; arrow keys move all by a degree"
        tabIndex={0}
        className="relative my-1.5 mr-2 cursor-move touch-none rounded-sm bg-stage"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, y: event.clientY, pan: 0, tilt: 0, told: { pan: 0, tilt: 0 }, gesture: newId() };
        }}
        onPointerMove={move}
        onPointerUp={() => (drag.current = null)}
      >
        {width > 0 && (
          <svg width={width} height={height} className="absolute inset-0" aria-hidden>
            <path d={`M${x(0)} 0V${height}M0 ${y(0)}H${width}`} className="stroke-stage-line" />
            <path
              d={
                line<[number, number]>(
                  (point) => x(point[0]),
                  (point) => y(point[1]),
                )(known) ?? ""
              }
              className="fill-none stroke-stage-thread"
              opacity={0.5}
            />
            <path
              d={known.map(([a, b]) => `M${x(a).toFixed(1)} ${y(b).toFixed(1)}h0`).join("")}
              className="stroke-stage-thread"
              strokeLinecap="round"
              strokeWidth={5}
            />
          </svg>
        )}
      </div>
    </article>
  );
}
