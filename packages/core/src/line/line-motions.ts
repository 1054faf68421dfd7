import { ok, type Result } from "../errors/result";
import { FIGURES, type FigureKind } from "../motion/figure";
import type { Drive } from "../motion/motion";
import { WAVEFORMS, type Waveform } from "../motion/waveform";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { formatFan, parseFan } from "../shape/fan";
import { hasAttribute } from "./line-attributes";
import { named, notRead } from "./line";
import { kept, put, type ReadPart, type Spot } from "./line-spot";

/** Figures that a word alone tells. */
export const LINE_FIGURES = FIGURES.filter((figure) => figure !== "drawn" && figure !== "polygon");

/** How a motion goes along the heads, and what drives it. */
interface Driven {
  readonly phase: readonly number[];
  readonly rate: readonly number[];
  readonly master: { readonly id: string; readonly name: string } | null;
}

const drive = ({ phase, rate, master }: Driven): Pick<Drive, "phase" | "phaseShape" | "rate" | "masterId"> => ({
  phase: { knots: phase },
  phaseShape: {},
  rate: { knots: rate },
  masterId: master?.id ?? null,
});

const isOne = (knots: readonly number[], value: number): boolean => knots.length === 1 && knots[0] === value;

/** Phase, rate and master as they stand behind a motion; what goes without saying is left out. */
export function driveText({ phase, rate, master }: { phase: readonly number[]; rate: readonly number[]; master: string | null }): string {
  const words = [
    isOne(phase, 0) ? "" : ` phase ${formatFan(phase)}`,
    isOne(rate, 1) ? "" : ` rate ${formatFan(rate)}`,
    master === null ? "" : ` on ${master}`,
  ];
  return words.join("");
}

function readDrive(words: readonly string[], { context: { show } }: Spot): Result<Driven> {
  let driven: Driven = { phase: [0], rate: [1], master: null };
  for (let at = 0; at < words.length; at += 2) {
    const word = words[at]!.toLowerCase();
    if (word === "on") {
      const found = named(show.all("master"), words.slice(at + 1).join(" "), { name: ({ name }) => name, what: "speed master" });
      return found.ok ? ok({ ...driven, master: found.value }) : found;
    }
    const fan = parseFan(words[at + 1] ?? "", "");
    if ((word !== "phase" && word !== "rate") || !fan.ok)
      return notRead(words[at + 1] ?? word, "behind a motion come phase 0..360, rate 1, and on with a speed master");
    if (fan.value.some((each) => Math.abs(each) > (word === "rate" ? 64 : 36_000))) return notRead(words[at + 1]!, "it is too large");
    driven = { ...driven, [word]: fan.value };
  }
  return ok(driven);
}

/** `wave sine 0..100 phase 0..360 rate 1 on Pulse`, of an attribute. */
export function readWave(words: readonly string[], attribute: Attribute, spot: Spot): Result<ReadPart> {
  const [form = "", swing = "", ...more] = words;
  const waveform = WAVEFORMS.find((each) => each === form.toLowerCase());
  if (!waveform) return notRead(form, `waves are ${WAVEFORMS.join(", ")}`);
  const { unit, label } = attributeInfo(attribute);
  const scale = unit === "percent" ? 100 : 1;
  const ends = parseFan(swing, "");
  if (!ends.ok || ends.value.length !== 2) return notRead(swing || "wave", "say between which two values it swings, such as 0..100");
  const [low, high] = ends.value.map((end) => end / scale) as [number, number];
  if (Math.max(Math.abs(low), Math.abs(high)) > 36_000) return notRead(swing, "it is too large");
  const driven = readDrive(more, spot);
  if (!driven.ok) return driven;
  spot.attributes.push(attribute);
  const edit = put(spot, attribute, (present) => ({
    ...kept(present),
    motion: { kind: "wave", waveform: waveform satisfies Waveform, low, high, base: "absolute", ...drive(driven.value) },
  }));
  const { phase, rate, master } = driven.value;
  const written = `${label} wave ${waveform} ${formatFan(ends.value)}${driveText({ phase, rate, master: master?.name ?? null })}`;
  return ok({ text: written, says: written, edit });
}

/** `circle 40 phase 0..360 rate 0.25 on Pulse`: a figure about where heads look, so many degrees wide; `eight 40x20` as high as is said. Null: none. */
export function readFigure(word: string, words: readonly string[], spot: Spot): Result<ReadPart> | null {
  const figure = LINE_FIGURES.find((each) => each === word.toLowerCase());
  if (!figure) return null;
  const [size = "", ...more] = words;
  const { width, height } = /^(?<width>\d+(?:[.]\d+)?)(?:x(?<height>\d+(?:[.]\d+)?))?$/i.exec(size)?.groups ?? {};
  const [wide, high] = [Number(width), Number(height ?? width)];
  if (!(wide > 0 && wide <= 360 && high > 0 && high <= 360))
    return notRead(size || word, `say how wide it is in degrees, such as ${figure} 40, or ${figure} 40x20`);
  if (!hasAttribute(spot, "Position")) return notRead(word, "none of these heads moves");
  const driven = readDrive(more, spot);
  if (!driven.ok) return driven;
  spot.attributes.push("Position");
  const edit = put(spot, "Position", (present) => ({
    ...kept(present),
    motion: {
      ...{ kind: "path", figure, plane: "angles", width: wide, height: high, turn: 0, centre: { x: 0, y: 0, z: 0 }, base: "relative" },
      ...drive(driven.value),
    },
  }));
  const { phase, rate, master } = driven.value;
  const written = `${figureText(figure, wide, high)}${driveText({ phase, rate, master: master?.name ?? null })}`;
  return ok({ text: written, says: written, edit });
}

export const figureText = (figure: FigureKind, width: number, height: number): string =>
  `${figure} ${width}${height === width ? "" : `x${height}`}`;
