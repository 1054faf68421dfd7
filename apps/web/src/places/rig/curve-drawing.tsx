import { curveMonotoneX, line } from "d3-shape";
import { useRef, useState } from "react";
import { addedCurvePoint, curveFunction, movedCurvePoint, type Curve, type CurvePoint } from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient } from "../../session/show-context";

const SIZE = 300;
const EDGE = 24;
const STEPS = 60;

const px = (asked: number): number => EDGE + asked * SIZE;
const py = (sent: number): number => EDGE + (1 - sent) * SIZE;

/** A curve drawn large: points are dragged, a press beside them adds one, Delete takes one away; arrows move one by a hundredth. */
export function CurveDrawing({ curve, draws }: { curve: Curve; draws: boolean }): React.JSX.Element {
  const client = useClient();
  const frame = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ at: number; gesture: string } | null>(null);
  const points = curve.points ?? [];
  const put = (to: readonly CurvePoint[], gesture?: string): boolean => {
    const now = client.view.get("curve", curve.id);
    return (
      now !== null && client.transact(`Drew ${curve.name}`, [{ op: "set", id: curve.id, path: ["points"], from: now.points, to }], gesture)
    );
  };
  const pointAt = (event: React.PointerEvent): CurvePoint => {
    const { left, top, width } = frame.current!.getBoundingClientRect();
    const scale = (SIZE + 2 * EDGE) / width;
    return [((event.clientX - left) * scale - EDGE) / SIZE, 1 - ((event.clientY - top) * scale - EDGE) / SIZE];
  };
  const press = (event: React.PointerEvent): void => {
    if (!draws || event.button !== 0) return;
    const added = addedCurvePoint(points, pointAt(event));
    if (!added) return;
    const gesture = newId();
    frame.current!.setPointerCapture(event.pointerId);
    if (put(added.points, gesture)) setHeld({ at: added.at, gesture });
  };
  const move = (event: React.PointerEvent): void => {
    if (held) put(movedCurvePoint(client.view.get("curve", curve.id)?.points ?? points, held.at, pointAt(event)), held.gesture);
  };
  const keys = (event: React.KeyboardEvent, at: number): void => {
    const [asked, sent] = points[at]!;
    const step = event.shiftKey ? 0.001 : 0.01;
    const ways: Readonly<Record<string, CurvePoint>> = {
      ArrowLeft: [asked - step, sent],
      ArrowRight: [asked + step, sent],
      ArrowUp: [asked, sent + step],
      ArrowDown: [asked, sent - step],
    };
    const to = ways[event.key];
    if (to) put(movedCurvePoint(points, at, to));
    else if (event.key === "Delete" || event.key === "Backspace") put(points.filter((_, index) => index !== at));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const drawn = held && points[held.at];
  return (
    <div className="grid w-80 gap-1">
      <svg
        ref={frame}
        viewBox={`0 0 ${SIZE + 2 * EDGE} ${SIZE + 2 * EDGE}`}
        className="w-80 touch-none rounded bg-stage"
        role="group"
        aria-label={`${curve.name}: what is sent for what is asked`}
        onPointerDown={press}
        onPointerMove={move}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((part) => (
          <path
            key={part}
            d={`M${px(part)} ${py(0)}V${py(1)}M${px(0)} ${py(part)}H${px(1)}`}
            className="stroke-stage-line"
            strokeWidth={0.7}
          />
        ))}
        <path d={`M${px(0)} ${py(0)}L${px(1)} ${py(1)}`} className="stroke-stage-line" strokeDasharray="4 4" />
        <path d={pathOf(curve)} className="fill-none stroke-live" strokeWidth={2.2} />
        {draws &&
          points.map(([asked, sent], at) => (
            <circle
              key={at}
              cx={px(asked)}
              cy={py(sent)}
              r={held?.at === at ? 8 : 6}
              tabIndex={0}
              role="slider"
              aria-label={`Point ${at + 1}`}
              aria-valuenow={Math.round(100 * sent)}
              aria-valuetext={`${(100 * asked).toFixed(1)} % asked, ${(100 * sent).toFixed(1)} % sent`}
              className="cursor-grab fill-sketch outline-offset-2"
              onKeyDown={(event) => keys(event, at)}
              onPointerDown={(event) => {
                event.stopPropagation();
                if (event.button !== 0) return;
                frame.current!.setPointerCapture(event.pointerId);
                setHeld({ at, gesture: newId() });
              }}
              onDoubleClick={() => put(points.filter((_, index) => index !== at))}
            />
          ))}
        {drawn && (
          <text x={px(drawn[0]) + 10} y={py(drawn[1]) - 10} className="fill-stage-thread font-mono text-[12px]">
            {(100 * drawn[0]).toFixed(1)} → {(100 * drawn[1]).toFixed(1)} %
          </text>
        )}
      </svg>
      <p className="text-xs text-ink-3">
        Across: what is asked. Up: what leaves.{" "}
        {draws ? "Press to add a point, drag it, press it twice to take it away." : "It is in every show and stays as it is."}
      </p>
    </div>
  );
}

function pathOf(curve: Curve): string {
  if (curve.shape === "drawn") {
    const through: CurvePoint[] = [[0, 0], ...(curve.points ?? []), [1, 1]];
    return (
      line<CurvePoint>()
        .x(([asked]) => px(asked))
        .y(([, sent]) => py(sent))
        .curve(curveMonotoneX)(through) ?? ""
    );
  }
  const of = curveFunction(curve);
  return `M${Array.from({ length: STEPS + 1 }, (_, at) => `${px(at / STEPS)} ${py(of(at / STEPS))}`).join("L")}`;
}
