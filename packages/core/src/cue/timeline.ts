import { attributeInfo, type Family } from "../rig/attributes";
import { changesOf } from "../rig/changes";
import type { Rig } from "../rig/rig";
import { resolve } from "../stroke/resolve";
import type { ResolveContext, Row } from "../stroke/row";
import type { Strokes } from "../stroke/stroke";
import type { Seconds } from "../units/units";
import type { Cue } from "./cue";
import { rowTimes, type CueTimes, type RowTimes } from "./cue-times";
import { stateAt } from "./state-at";

/** From when to when something changes, in seconds from the go. */
export interface Span {
  readonly start: Seconds;
  readonly end: Seconds;
}

export interface Timeline {
  readonly parameters: ReadonlyMap<number, Span>;
  readonly families: Readonly<Partial<Record<Family, Span>>>;
  /** When all has arrived: what follows on comes then. */
  readonly seconds: Seconds;
}

/** A row's times in a cue; `from` is where its parameter stands before. */
export function timesOfRow(cue: CueTimes, row: Row, { rig, from }: { rig: Rig; from: number }): RowTimes {
  const { family } = attributeInfo(rig.parameters[row.parameter]!.channel.attribute);
  const down = family === "Intensity" && row.value !== null && row.motions.length === 0 && row.value < from - 1e-9;
  return rowTimes(cue, { family, fade: row.fade, fadePart: row.fadePart, delay: row.delay, delayPart: row.delayPart, down });
}

/** When rows of a cue start and end, coming from a state before; parameters that weren't in it stand at home. */
export function spansOf(
  cue: CueTimes,
  rows: readonly Row[],
  { rig, before }: { rig: Rig; before: ReadonlyMap<number, number> },
): Map<number, Span> {
  const changes = changesOf(rig);
  return new Map(
    rows.map((row) => {
      const from = before.get(row.parameter) ?? rig.parameters[row.parameter]!.home;
      const { fade, delay } = timesOfRow(cue, row, { rig, from });
      const snaps = row.value !== null && changes.snaps(row.parameter, from, row.value);
      if (!snaps) return [row.parameter, { start: delay, end: delay + fade }];
      const moment = changes.late[row.parameter] === 1 ? delay + fade : delay;
      return [row.parameter, { start: moment, end: moment }];
    }),
  );
}

/**
 * When everything that a cue changes starts and ends, per parameter and per family: the chart, the seconds that are left, what follows
 * on and the engine read this one. It comes from the cue before in the list. Source: 2-model.md section 7.
 */
export function timeline(cues: readonly Cue[], cueId: string, show: ResolveContext): Timeline {
  const index = cues.findIndex(({ id }) => id === cueId);
  const cue = cues[index];
  if (!cue) return { parameters: new Map(), families: {}, seconds: 0 };
  const before = stateBefore(cues, cueId, show);
  const parameters = spansOf(cue, resolve(cue.strokes, show).rows, { rig: show.rig, before });
  return { parameters, ...timesOfFamilies(parameters, show.rig) };
}

/** The values of the state from which a cue comes, by parameter. */
export function stateBefore(cues: readonly Cue[], cueId: string, show: ResolveContext): Map<number, number> {
  const index = cues.findIndex(({ id }) => id === cueId);
  const previous = cues[index - 1];
  const rows = previous ? stateAt(cues, previous.id, show).rows : [];
  return new Map(rows.flatMap(({ parameter, value }) => (value === null ? [] : [[parameter, value] as const])));
}

/** When the strokes of a cue start and end, each by itself: a later one that covers it is left out of account. */
export function strokeSpans(
  cue: Cue,
  { show, before }: { show: ResolveContext; before: ReadonlyMap<number, number> },
): Map<string, Span & { families: Timeline["families"] }> {
  return new Map(
    Object.entries(cue.strokes).map(([id, stroke]) => {
      const strokes: Strokes = { [id]: stroke };
      const spans = spansOf(cue, resolve(strokes, show).rows, { rig: show.rig, before });
      const { families, seconds } = timesOfFamilies(spans, show.rig);
      const start = Math.min(seconds, ...[...spans.values()].map((span) => span.start));
      return [id, { start, end: seconds, families }];
    }),
  );
}

/** What spans of parameters come to for each family, and in all. */
export function timesOfFamilies(spans: ReadonlyMap<number, Span>, rig: Rig): Pick<Timeline, "families" | "seconds"> {
  const families: Partial<Record<Family, Span>> = {};
  let seconds = 0;
  for (const [parameter, { start, end }] of spans) {
    const { family } = attributeInfo(rig.parameters[parameter]!.channel.attribute);
    const so = families[family];
    families[family] = so ? { start: Math.min(so.start, start), end: Math.max(so.end, end) } : { start, end };
    if (end > seconds) seconds = end;
  }
  return { families, seconds };
}
