import { useEffect, useRef } from "react";
import {
  attributeInfo,
  hexOfColor,
  isRealColor,
  planckian,
  SPECTRAL_LOCUS,
  uvOf,
  xyOfUv,
  xyzOf,
  type Head,
  type Profile,
  type XyY,
} from "@vexa/core";
import { sharpContext, token } from "../frames/use-size";
import { useInterfaceOf } from "../selection/interface-store";

export const DIAGRAM_SIZE = { width: 286, height: 200 };
const SIZE = DIAGRAM_SIZE;
/** What the diagram shows of CIE 1976 u'v'. */
const AREA = { u: [0, 0.63], v: [0, 0.61] } as const;

const toX = (u: number): number => ((u - AREA.u[0]) / (AREA.u[1] - AREA.u[0])) * SIZE.width;
const toY = (v: number): number => SIZE.height - ((v - AREA.v[0]) / (AREA.v[1] - AREA.v[0])) * SIZE.height;

interface Uv {
  readonly u: number;
  readonly v: number;
}

/** Corners of what a lamp can make: its emitters, or for flags the screen's own triangle as ideal filters give it. */
function cornersOf(emitters: Profile["emitters"]): Uv[] {
  const own = Object.entries(emitters).filter(([name]) => attributeInfo(name).mixing === "adds");
  const colors =
    own.length > 0
      ? own.map(([, color]) => color)
      : [
          { x: 0.64, y: 0.33 },
          { x: 0.3, y: 0.6 },
          { x: 0.15, y: 0.06 },
        ];
  return hull(colors.map((color) => uvOf(color)));
}

/** The convex line around points, by Andrew's monotone chain. */
function hull(points: readonly Uv[]): Uv[] {
  const sorted = points.toSorted((a, b) => a.u - b.u || a.v - b.v);
  const turn = (a: Uv, b: Uv, c: Uv): number => (b.u - a.u) * (c.v - a.v) - (b.v - a.v) * (c.u - a.u);
  const half = (list: readonly Uv[]): Uv[] => {
    const line: Uv[] = [];
    for (const point of list) {
      while (line.length > 1 && turn(line.at(-2)!, line.at(-1)!, point) <= 0) line.pop();
      line.push(point);
    }
    return line.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.toReversed())];
}

/** Where a colour lies in the diagram, in its own pixels. */
export function spotIn({ u, v }: Uv): { x: number; y: number } {
  return { x: toX(u), y: toY(v) };
}

/** The line around all that emitters can make together. */
export function drawGamut(context: CanvasRenderingContext2D, emitters: Profile["emitters"]): void {
  strokeLine(context, { line: cornersOf(emitters), closed: "closed", ink: token("ink") });
}

/** CIE 1976 u'v' with the gamuts of the lamps, the black body and the colour. A drag moves the colour; arrow keys by a small step. */
export function ColorDiagram({
  color,
  heads,
  onBegin,
  onUv,
}: {
  color: XyY;
  heads: readonly Head[];
  onBegin: () => void;
  onUv: (uv: Uv) => void;
}): React.JSX.Element {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef(false);
  const at = uvOf(color);
  const { theme } = useInterfaceOf("theme");
  useEffect(() => {
    const context = sharpContext(canvas.current!, SIZE.width, SIZE.height);
    paintColors(context);
    for (const head of heads) drawGamut(context, head.profile.emitters);
    const body = Array.from({ length: 40 }, (_, step) => uvOf(planckian(1800 * 1.062 ** step)));
    strokeLine(context, { line: body, closed: "open", ink: token("black") });
  }, [heads, theme]);
  const move = (event: React.PointerEvent): void => {
    if (!drag.current) return;
    const { left, top } = canvas.current!.getBoundingClientRect();
    const u = AREA.u[0] + ((event.clientX - left) / SIZE.width) * (AREA.u[1] - AREA.u[0]);
    const v = AREA.v[0] + ((SIZE.height - (event.clientY - top)) / SIZE.height) * (AREA.v[1] - AREA.v[0]);
    if (isColor({ u, v })) onUv({ u, v });
  };
  const onKey = (event: React.KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const next = { u: at.u + by[0]! * 0.003, v: at.v + by[1]! * 0.003 };
    if (isColor(next)) onUv(next);
  };
  return (
    <div
      role="application"
      tabIndex={0}
      aria-label={`Diagram u'v', colour at ${at.u.toFixed(3)}, ${at.v.toFixed(3)}; arrow keys move it`}
      className="relative cursor-crosshair touch-none overflow-hidden rounded bg-stage"
      style={SIZE}
      onKeyDown={onKey}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = true;
        onBegin();
        move(event);
      }}
      onPointerMove={move}
      onPointerUp={() => (drag.current = false)}
    >
      <canvas ref={canvas} className="absolute inset-0" style={SIZE} aria-hidden />
      <span
        aria-hidden
        className="absolute size-3 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-black bg-ink"
        style={{ left: toX(at.u), top: toY(at.v), background: hexOfColor(xyzOf(color), "at-full") }}
      />
    </div>
  );
}

function isColor(uv: Uv): boolean {
  return isRealColor(xyOfUv(uv));
}

/** The colours there are, cut along the spectral locus so that its edge is sharp however coarse the squares. */
export function paintColors(context: CanvasRenderingContext2D): void {
  context.clearRect(0, 0, SIZE.width, SIZE.height);
  context.save();
  context.beginPath();
  for (const [x, y] of SPECTRAL_LOCUS) {
    const { u, v } = uvOf({ x, y });
    context.lineTo(toX(u), toY(v));
  }
  context.clip();
  const step = 2;
  for (let px = 0; px < SIZE.width; px += step)
    for (let py = 0; py < SIZE.height; py += step) {
      const xy = xyOfUv({
        u: AREA.u[0] + (px / SIZE.width) * (AREA.u[1] - AREA.u[0]),
        v: AREA.v[0] + ((SIZE.height - py) / SIZE.height) * (AREA.v[1] - AREA.v[0]),
      });
      if (xy.y <= 0) continue;
      context.fillStyle = hexOfColor(xyzOf({ ...xy, luminance: 1 }), "at-full");
      context.fillRect(px, py, step, step);
    }
  context.restore();
}

function strokeLine(
  context: CanvasRenderingContext2D,
  { line, closed, ink }: { line: readonly Uv[]; closed: "closed" | "open"; ink: string },
): void {
  context.strokeStyle = ink;
  context.lineWidth = 1.2;
  context.beginPath();
  line.forEach(({ u, v }, index) => (index === 0 ? context.moveTo(toX(u), toY(v)) : context.lineTo(toX(u), toY(v))));
  if (closed === "closed") context.closePath();
  context.stroke();
}
