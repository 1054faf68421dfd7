import { Pipette } from "lucide-react";
import { Slider } from "../ui/slider";
import { useRef, useState } from "react";
import { tell } from "../ui/messages";
import {
  colorsAlong,
  commonColor,
  hexOfColor,
  mix,
  mixDistance,
  planckian,
  temperatureOf,
  uvOf,
  xyOfUv,
  xyYOf,
  xyzOf,
  type Attribute,
  type ColorFan,
  type Head,
  type XyY,
} from "@vexa/core";
import { Button } from "../ui/button";
import { OneOf } from "../ui/one-of";
import { PopSheet } from "../ui/pop-sheet";
import { ColorDiagram } from "./color-diagram";
import { EmitterSliders } from "./emitter-sliders";
import { newId } from "../session/new-id";

/** A colour picker made for light: the diagram with what the chosen lamps can make, temperature, and how far off each lamp is. */
export function ColorPicker({
  colors,
  heads,
  onColors,
}: {
  colors: ColorFan;
  heads: readonly Head[];
  onColors: (colors: ColorFan, gesture?: string) => void;
}): React.JSX.Element {
  const [chosen, setChosen] = useState(0);
  const knot = Math.min(chosen, colors.knots.length - 1);
  const color = colors.knots[knot]!;
  const gesture = useRef("");
  const begin = (): void => void (gesture.current = newId());
  const put = (next: XyY): void => onColors({ ...colors, knots: colors.knots.with(knot, next) }, gesture.current);
  // Light has no black: what is picked in the diagram is as bright as the lamps make it.
  const putXy = (xy: { x: number; y: number }): void => put({ ...xy, luminance: color.luminance });
  const kinds = [...new Map(heads.map((head) => [head.profile.id, head])).values()].filter(
    (head) => mixDistance(head, xyzOf(color)) !== null,
  );
  const matched = (match: "alike" | undefined): void => {
    const { match: _, ...rest } = colors;
    if (match && commonColor(heads, xyzOf(color)) === null) tell("These lamps have no colour in common. Nothing was changed.");
    else onColors(match ? { ...rest, match } : rest, newId());
  };
  const shown = xyYOf(colorsAlong({ ...colors, knots: [color] }, heads)(0));
  return (
    <PopSheet
      label="Pick a colour"
      className="w-[308px]"
      trigger={
        <Button
          tone="chip"
          size="small"
          className="px-1.5"
          aria-label="Pick a colour"
          title="Diagram, temperature, and what each lamp makes of it"
        >
          <Pipette size={12} aria-hidden />
        </Button>
      }
    >
      {colors.knots.length > 1 && (
        <div className="flex gap-1" role="group" aria-label="Which colour">
          {colors.knots.map((entry, index) => (
            <button
              key={index}
              type="button"
              aria-label={`Colour ${index + 1}`}
              aria-pressed={index === knot}
              className="h-6 flex-1 rounded-[3px] border-2 border-edge aria-pressed:border-ink"
              style={{ background: hexOfColor(xyzOf(entry), "at-full") }}
              onClick={() => setChosen(index)}
            />
          ))}
        </div>
      )}
      <ColorDiagram color={color} heads={kinds} onBegin={begin} onUv={(uv) => putXy(xyOfUv(uv))} />
      <Temperature color={color} onBegin={begin} onXy={putXy} />
      <ul className="grid gap-1 text-xs">
        {kinds.length === 0 && <li className="text-ink-3">None of these lamps mixes colours.</li>}
        {kinds.map((head) => (
          <LampLine key={head.profile.id} head={head} color={shown} />
        ))}
      </ul>
      {kinds.length > 1 && (
        <OneOf
          label="Different lamps"
          className="grid grid-cols-2"
          value={colors.match ?? "best"}
          among={[
            { value: "best", words: "Each its best", title: "Each lamp comes as near to the colour, and as bright, as it can" },
            { value: "alike", words: "Look alike", title: "All lamps meet at the nearest colour of this hue that each of them can make" },
          ]}
          onValue={(to) => matched(to === "alike" ? to : undefined)}
        />
      )}
      <EmitterSliders heads={kinds} color={shown} />
    </PopSheet>
  );
}

/** What one kind of lamp makes of the colour: its levels, and how far off it looks. */
function LampLine({ head, color }: { head: Head; color: XyY }): React.JSX.Element {
  const distance = mixDistance(head, xyzOf(color)) ?? 0;
  const levels = [...mix(head, xyzOf(color))]
    .filter(([name]) => name !== "Color1")
    .map(([name, level]) => `${LETTERS[name] ?? name} ${Math.round(level * 100)}`);
  return (
    <li className="grid grid-cols-[1fr_auto] gap-x-2">
      <span className="truncate">{head.profile.model}</span>
      <span className={distance < 1 ? "text-live" : "text-barred"} title="CIEDE2000: about 1 is just seen">
        {distance < 1 ? "●" : "▬"} ΔE {distance.toFixed(1)}
      </span>
      <span className="col-span-2 truncate font-mono text-[11px] text-ink-3">{levels.join("  ")}</span>
    </li>
  );
}

const LETTERS: Record<Attribute, string> = {
  ColorAdd_R: "R",
  ColorAdd_G: "G",
  ColorAdd_B: "B",
  ColorAdd_W: "W",
  ColorAdd_C: "C",
  ColorAdd_BM: "I",
  ColorAdd_RY: "A",
  ColorAdd_GY: "L",
  ColorSub_C: "C",
  ColorSub_M: "M",
  ColorSub_Y: "Y",
};

/** Colour temperature and the way off the black body, as two sliders. */
function Temperature({
  color,
  onBegin,
  onXy,
}: {
  color: XyY;
  onBegin: () => void;
  onXy: (xy: { x: number; y: number }) => void;
}): React.JSX.Element {
  const { kelvin, duv } = temperatureOf(color);
  const far = Math.abs(duv) > 0.05;
  const take = (k: number, d: number): void => onXy(offLocus(k, d));
  return (
    <div className="grid grid-cols-[auto_1fr_auto] items-center gap-x-2 gap-y-1 text-xs text-ink-2">
      <span>Kelvin</span>
      <Slider
        label="Kelvin"
        min={1800}
        max={12000}
        step={50}
        value={kelvin}
        onBegin={onBegin}
        onValue={(next) => take(next, far ? 0 : duv)}
      />
      <span className="w-14 text-right font-mono">{far ? "—" : `${Math.round(kelvin / 10) * 10} K`}</span>
      <span>Duv</span>
      <Slider label="Duv" min={-0.03} max={0.03} step={0.001} value={duv} onBegin={onBegin} onValue={(next) => take(kelvin, next)} />
      <span className="w-14 text-right font-mono">{far ? "far off" : duv.toFixed(4)}</span>
    </div>
  );
}

/** The chromaticity so far above (or below) the black body, at right angles to it in CIE 1960 uv. */
function offLocus(kelvin: number, duv: number): { x: number; y: number } {
  const at = (k: number): [number, number] => {
    const { u, v } = uvOf(planckian(k));
    return [u, (2 * v) / 3];
  };
  const [[u, v], [u1, v1], [u2, v2]] = [at(kelvin), at(kelvin * 0.99), at(kelvin * 1.01)];
  const length = Math.hypot(u2 - u1, v2 - v1);
  // Hotter is to the left and down: its left-hand normal points up, towards green.
  const [nu, nv] = [(v2 - v1) / length, -(u2 - u1) / length];
  const up = nv > 0 ? 1 : -1;
  return xyOfUv({ u: u + up * nu * duv, v: ((v + up * nv * duv) * 3) / 2 });
}
