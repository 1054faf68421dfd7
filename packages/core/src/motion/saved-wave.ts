import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import { formulaOf, LONGEST_FORMULA, notNumberAt, readFormula, shareOfFormula } from "../formula/formula";

/** A point of a drawn waveform: its place in the cycle and its value, both 0..1. */
export interface WavePoint {
  readonly at: number;
  readonly value: number;
}

/** A waveform that somebody drew, with a name. Motions refer to it: redraw it, and all of them follow. */
export interface SavedWave {
  readonly id: string;
  readonly kind: "savedWave";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  /** Rising by place, the first at 0; after the last it goes back to the first. */
  readonly points: readonly WavePoint[];
  readonly joined: "straight" | "smooth";
  /** In place of the points, which stay for when it is taken off: what it is at x, the place in the cycle. */
  readonly formula?: string;
}

export const WAVE_NAMES = ["x"] as const;
/** So many places are looked at for what is no number. */
const LOOKED_AT = 256;

export const MOST_WAVE_POINTS = 64;

const wavePoints: Schema<readonly WavePoint[]> = where(
  listOf(fields<WavePoint>({ at: numberIn(0, 1), value: numberIn(0, 1) }), { min: 2, max: MOST_WAVE_POINTS }),
  (points) =>
    points[0]!.at === 0 && points.every(({ at }, index) => index === 0 || at > points[index - 1]!.at) && points.at(-1)!.at < 1
      ? null
      : "its points must rise from place 0 and end before 1",
);

/** Why a formula can't be a waveform; null = it can. */
export function waveFormulaFlaw(text: string): string | null {
  const read = readFormula(text, WAVE_NAMES);
  if (!read.ok) return String(read.error.details["why"]);
  const at = notNumberAt(
    read.value,
    Array.from({ length: LOOKED_AT }, (_, index) => [index / LOOKED_AT]),
  );
  return at && `it is no number at x = ${Math.round(at[0]! * 1000) / 1000}`;
}

export const savedWaveSchema: Schema<SavedWave> = fields<SavedWave>({
  id: textUpTo(64),
  kind: oneOf(["savedWave"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  points: wavePoints,
  joined: oneOf(["straight", "smooth"]),
  formula: optional(where(textUpTo(LONGEST_FORMULA), waveFormulaFlaw)),
});

/** The drawn waveform's value at a place in the cycle, 0..1; `smooth` joins points by raised cosines. */
export function drawnValue({ points, joined, formula }: Pick<SavedWave, "points" | "joined" | "formula">, place: number): number {
  const written = formula === undefined ? null : formulaOf(formula, WAVE_NAMES);
  if (written) return shareOfFormula(written, [place]);
  const next = points.findIndex(({ at }) => at > place);
  const from = points.at(next === -1 ? -1 : next - 1)!;
  const to = next === -1 ? { at: 1, value: points[0]!.value } : points[next]!;
  const s = (place - from.at) / (to.at - from.at);
  return from.value + (to.value - from.value) * (joined === "smooth" ? 0.5 - 0.5 * Math.cos(Math.PI * s) : s);
}
