import { rowTimes, type CueTimes, type RowTimes } from "../cue/cue-times";
import { paced } from "../cue/paced";
import { timesOfRow } from "../cue/timeline";
import { attributeInfo } from "../rig/attributes";
import { ALWAYS_FADES, changesOf, type Changes } from "../rig/changes";
import type { Rig } from "../rig/rig";
import { isColumn, type Column, type Content } from "../stroke/column";
import type { Seconds } from "../units/units";
import { lengthOf, type CompiledRows, type TimesOfRows } from "./compile";
import type { Source } from "./source";

interface Starts {
  readonly rig: Rig;
  /** Where a parameter stands before; asked in rising order. */
  readonly startOf: (parameter: number) => number;
}

/** The times that hold for all of a cue's content: its own, its family's, the cue's, or the one chosen for this go. */
export function timesOfContent(
  cue: CueTimes,
  content: readonly Content[],
  {
    chosen,
    byPace,
    ...starts
  }: Starts & { chosen: Seconds | undefined; /** It keeps the shares of the cue's own times. */ byPace?: true | undefined },
): TimesOfRows {
  const length = content.reduce((sum, one) => sum + lengthOf(one), 0);
  const [fades, delays] = [new Float64Array(length), new Float64Array(length)];
  const pace = chosen !== undefined && byPace ? paced(cue, chosen) : null;
  if (chosen !== undefined && !pace) {
    fades.fill(chosen);
    snapAtOnce(content, { fades, delays }, starts);
    return { fades, delays };
  }
  let at = 0;
  const put = (fade: Seconds, delay: Seconds): void => {
    fades[at] = pace ? pace.fade(fade) : fade;
    delays[at++] = pace ? pace.delay(delay) : delay;
  };
  const putAll = (fade: Seconds, delay: Seconds, count: number): void => {
    fades.fill(pace ? pace.fade(fade) : fade, at, at + count);
    delays.fill(pace ? pace.delay(delay) : delay, at, at + count);
    at += count;
  };
  const own = pace?.cue ?? cue;
  for (const one of content)
    if (isColumn(one)) timesOfColumn(own, one, { ...starts, put, putAll });
    else
      for (const row of one) {
        const { fade, delay } = timesOfRow(own, row, { rig: starts.rig, from: starts.startOf(row.parameter) });
        put(fade, delay);
      }
  snapAtOnce(content, { fades, delays }, starts);
  return { fades, delays };
}

/** The fade of what goes to its new value at once, whatever its time: also by hand, as soon as the hand moves. */
export const SNAPS = -1;

/** What snaps has no fade: it waits for its delay, or where its profile wants that for its whole time. */
function snapAtOnce(content: readonly Content[], { fades, delays }: TimesOfRows, { rig, startOf }: Starts): void {
  const changes = changesOf(rig);
  let at = 0;
  const look = (parameter: number, value: number | null): void => {
    const here = at++;
    if (changes.ways[parameter] === ALWAYS_FADES || value === null || !changes.snaps(parameter, startOf(parameter), value)) return;
    if (changes.late[parameter] === 1) delays[here] = delays[here]! + fades[here]!;
    fades[here] = SNAPS;
  };
  for (const one of content)
    if (!isColumn(one)) for (const { parameter, value } of one) look(parameter, value);
    else if (changes.ways[one.parameters[0]!] === ALWAYS_FADES && sameWay(one, changes)) at += one.parameters.length;
    else for (let index = 0; index < one.parameters.length; index++) look(one.parameters[index]!, one.values[index]!);
}

/** Whether all parameters of a column fade. */
function sameWay({ parameters }: Column, { ways }: Changes): boolean {
  for (let at = 0; at < parameters.length; at++) if (ways[parameters[at]!] !== ALWAYS_FADES) return false;
  return true;
}

/** Puts the times of the next row, or of so many that have the same. */
interface Puts {
  readonly put: (fade: Seconds, delay: Seconds) => void;
  readonly putAll: (fade: Seconds, delay: Seconds, count: number) => void;
}

/** For a family one time, or two where intensities go up and down; but each value's own where it has any. */
function timesOfColumn(cue: CueTimes, column: Column, of: Starts & Puts): void {
  const { rig, startOf, put, putAll } = of;
  const { parameters, values, times } = column;
  const { family } = attributeInfo(rig.parameters[parameters[0]!]!.channel.attribute);
  const usual = (down: boolean): RowTimes => rowTimes(cue, { family, fade: null, delay: null, down });
  const [up, down] = [usual(false), usual(true)];
  const alike = family !== "Intensity" || up.fade === down.fade;
  const { inSeconds } = cue;
  const hasOwn = (times.fadePart ?? times.fade ?? times.delayPart ?? times.delay) !== undefined;
  if (alike && !hasOwn) return putAll(up.fade, up.delay, values.length);
  for (let at = 0; at < values.length; at++) {
    const plain = alike || !(values[at]! < startOf(parameters[at]!) - 1e-9) ? up : down;
    put(
      first(first(part(times.fadePart, at) * inSeconds, part(times.fade, at)), plain.fade),
      first(first(part(times.delayPart, at) * inSeconds, part(times.delay, at)), plain.delay),
    );
  }
}

const part = (times: Float64Array | undefined, at: number): number => (times === undefined ? NaN : times[at]!);

/** The one that is a number. */
const first = (time: Seconds, otherwise: Seconds): Seconds => (time === time ? time : otherwise);

/** A run whose content or times were changed, and how far it had come, in seconds of its fades. */
interface ChangedRun {
  readonly present: Source;
  readonly elapsed: Seconds;
}

/**
 * Times of a run that was changed on its way, in place of those that its cue says: what is under way keeps the part that is done and takes
 * the new time for the rest, what has arrived stays, and what waits goes on waiting for what is left of its delay.
 */
export function timesInRun(content: readonly Content[], times: () => TimesOfRows, run: ChangedRun): TimesOfRows {
  return run.present.settled ? arrivedTimes(content, run) : keptPlaces(content, times(), run);
}

/** So little before now what begins now has begun: rounding leaves none of it behind. */
const A_MOMENT: Seconds = 0.001;

/** Once all has arrived what is said is there at once. Motions go on growing since they began, and what is new among them begins now. */
function arrivedTimes(content: readonly Content[], { present, elapsed }: ChangedRun): TimesOfRows {
  const length = content.reduce((sum, one) => sum + lengthOf(one), 0);
  const there = Math.min(0, elapsed);
  const [fades, delays] = [new Float64Array(length), new Float64Array(length).fill(there)];
  const begun = delaysOfMotions(present.compiled);
  let at = 0;
  for (const one of content)
    if (isColumn(one)) at += lengthOf(one);
    else
      for (const { parameter, motions } of one) {
        if (motions.length > 0) delays[at] = begun.get(parameter) ?? elapsed - A_MOMENT;
        at++;
      }
  return { fades, delays };
}

/** When motions began, by parameter, in seconds from the go. */
function delaysOfMotions({ parameters, motions, riders, delays }: CompiledRows): ReadonlyMap<number, Seconds> {
  const begun = new Map<number, Seconds>();
  motions.targets.forEach((row, at) => begun.set(parameters[row]!, delays[motions.timings[at]!]!));
  riders.targets.forEach((parameter, at) => begun.set(parameter, delays[riders.timings[at]!]!));
  return begun;
}

function keptPlaces(content: readonly Content[], times: TimesOfRows, { present, elapsed }: ChangedRun): TimesOfRows {
  const { parameters, timing: timings, fades, delays } = present.compiled;
  const rowOf = risingRows(parameters);
  const keep = (parameter: number, at: number): void => {
    const old = rowOf(parameter);
    if (old < 0) return;
    const fade = times.fades[at]!;
    const timing = timings[old]!;
    const delay = times.delays[at]!;
    if (fades[timing] === fade && delays[timing] === delay) return;
    const done = present.progressOf(old);
    times.delays[at] = done > 0 ? elapsed - done * Math.max(0, fade) : Math.max(delay, elapsed);
  };
  let at = 0;
  for (const one of content)
    if (isColumn(one)) for (let index = 0; index < one.parameters.length; index++) keep(one.parameters[index]!, at++);
    else for (const { parameter } of one) keep(parameter, at++);
  return times;
}

/** Finds the row of a parameter, or -1, in rising parameters; quick where parameters are asked for in rising order. */
export function risingRows(parameters: Int32Array): (parameter: number) => number {
  let row = 0;
  return (parameter) => {
    if (row > 0 && parameters[row - 1]! >= parameter) row = 0;
    while (row < parameters.length && parameters[row]! < parameter) row++;
    return parameters[row] === parameter ? row : -1;
  };
}
