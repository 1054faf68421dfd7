/** A number that carries its unit in its type; plain numbers stay plain inside the arithmetic. */
type Branded<Name extends string> = number & { readonly __unit?: Name };

/** Time or duration in seconds. Show time counts from the Unix epoch. */
export type Seconds = Branded<"seconds">;
/** Angle in degrees. */
export type Degrees = Branded<"degrees">;
/** Length in metres. */
export type Metres = Branded<"metres">;
/** Level from 0 to 1. */
export type Level = Branded<"level">;
/** Tempo in beats per minute. */
export type Bpm = Branded<"bpm">;

/** Limits `value` to `low`..`high`. NaN becomes `low`, so that nothing broken reaches a lamp. */
export function clamp(value: number, low: number, high: number): number {
  return value > low ? (value < high ? value : high) : low;
}

/** A part 0..1 of a way that begins and ends softly. */
export function softly(part: number): number {
  return part * part * (3 - 2 * part);
}

/** Leaves the fractional parts of some numbers of a row, as `fraction` gives them: for what frames do, since numbers that are handed over would be made anew. */
export function leaveFractions(row: Float64Array, of: Int32Array): void {
  for (let at = 0; at < of.length; at++) {
    const value = row[of[at]!]!;
    const rest = value - Math.floor(value);
    row[of[at]!] = rest < 1 ? rest : 0;
  }
}

/** The same of so many rounds, the first of `rounds`, at several rates. */
export function putFractions(rounds: Float64Array, rates: Float64Array, row: Float64Array, of: Int32Array): void {
  const count = rounds[0]!;
  for (let at = 0; at < of.length; at++) {
    const value = count * rates[of[at]!]!;
    const rest = value - Math.floor(value);
    row[of[at]!] = rest < 1 ? rest : 0;
  }
}

/** The fractional part in 0 (included) to 1 (excluded), also for negative numbers. */
export function fraction(value: number): number {
  const rest = value - Math.floor(value);
  return rest < 1 ? rest : 0;
}
