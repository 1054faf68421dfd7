import { NO_MOTIONS, type Row } from "./row";

/** The times that values may have of their own, as rows name them. */
export const OWN_TIMES = ["fade", "fadePart", "delay", "delayPart"] as const;
type OwnTime = (typeof OWN_TIMES)[number];

/** Plain values of one attribute, rising by parameter, on one side of where HTP ends: no motions, nothing that only rides. */
export interface Column {
  readonly parameters: Int32Array;
  /** In parts of the channels' ranges and not limited to them. */
  readonly values: Float64Array;
  /** The values' own times, NaN where one has none; one that is left out no value has. */
  readonly times: Readonly<Partial<Record<OwnTime, Float64Array>>>;
}

/** What is known of some parameters: plain values, or rows of all kinds; rising. */
export type Content = Column | readonly Row[];

export function isColumn(content: Content): content is Column {
  return !Array.isArray(content);
}

export function isPlain({ value, motions, follows }: Row): boolean {
  return value !== null && motions.length === 0 && !follows;
}

/** A value's own time of a kind; null = it has none. */
export function ownTime({ times }: Column, name: OwnTime, at: number): number | null {
  const time = times[name]?.[at] ?? NaN;
  return time === time ? time : null;
}

// Columns never change in place.
const rowsOfColumns = new WeakMap<Column, readonly Row[]>();

export function rowsOf(content: Content): readonly Row[] {
  if (!isColumn(content)) return content;
  let rows = rowsOfColumns.get(content);
  if (!rows) rowsOfColumns.set(content, (rows = Array.from(content.values, (_, at) => rowAt(content, at))));
  return rows;
}

/** Finds the row of a parameter: of a column's that alone is made. */
export function rowFinder(contents: readonly Content[]): (parameter: number) => Row | undefined {
  const finders = contents.map((content) => {
    if (!isColumn(content)) {
      const rows = new Map(content.map((row) => [row.parameter, row]));
      return (parameter: number) => rows.get(parameter);
    }
    const { parameters } = content;
    const first = parameters[0]!;
    const gapless = parameters.at(-1)! - first === parameters.length - 1;
    return (parameter: number) => {
      const at = gapless ? parameter - first : placeIn(parameters, parameter);
      return at >= 0 && at < parameters.length ? rowAt(content, at) : undefined;
    };
  });
  return (parameter) => {
    for (const find of finders) {
      const row = find(parameter);
      if (row) return row;
    }
    return undefined;
  };
}

/** Where a number stands among rising ones, or -1. */
function placeIn(rising: Int32Array, number: number): number {
  let [low, high] = [0, rising.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (rising[middle] === number) return middle;
    if (rising[middle]! < number) low = middle + 1;
    else high = middle - 1;
  }
  return -1;
}

function rowAt(column: Column, at: number): Row {
  const [fadePart, delayPart] = [ownTime(column, "fadePart", at), ownTime(column, "delayPart", at)];
  return {
    parameter: column.parameters[at]!,
    value: column.values[at]!,
    nudge: 0,
    fade: ownTime(column, "fade", at),
    ...(fadePart === null ? {} : { fadePart }),
    delay: ownTime(column, "delay", at),
    ...(delayPart === null ? {} : { delayPart }),
    motions: NO_MOTIONS,
  };
}

/** The same values with the cue's times. */
export function withoutTimes(column: Column): Column {
  return { ...column, times: {} };
}

/** Some of the values, or all in another order: those at these places. */
function picked({ parameters, values, times }: Column, places: readonly number[]): Column {
  const own = OWN_TIMES.flatMap((name) => {
    const all = times[name];
    return all ? [[name, Float64Array.from(places, (at) => all[at]!)] as const] : [];
  });
  return {
    parameters: Int32Array.from(places, (at) => parameters[at]!),
    values: Float64Array.from(places, (at) => values[at]!),
    times: Object.fromEntries(own),
  };
}

/** The same without what is said of some parameters. */
export function contentWithout(content: Content, parameters: ReadonlySet<number>): Content {
  if (!isColumn(content)) return content.filter(({ parameter }) => !parameters.has(parameter));
  const kept = [...content.parameters.keys()].filter((at) => !parameters.has(content.parameters[at]!));
  return kept.length === content.parameters.length ? content : picked(content, kept);
}

/** Values in any order as a column; of several for one parameter the last. */
export function risingColumn(column: Column): Column {
  const last = new Map(Array.from(column.parameters, (parameter, at) => [parameter, at]));
  const order = [...last].sort(([a], [b]) => a - b).map(([, at]) => at);
  return picked(column, order);
}

/** Both together; where both say something, what the one above says. */
export function columnOver(beneath: Column, above: Column): Column {
  const [low, high] = [beneath.parameters, above.parameters];
  const [first, last] = [high[0]!, high.at(-1)!];
  // A stretch without gaps covers all that lies within it.
  if (last - first === high.length - 1 && low[0]! >= first && low.at(-1)! <= last) return above;
  const names = OWN_TIMES.filter((name) => beneath.times[name] ?? above.times[name]);
  const parameters = new Int32Array(low.length + high.length);
  const values = new Float64Array(parameters.length);
  const times = names.map((name) => [name, new Float64Array(parameters.length)] as const);
  let [a, b, at] = [0, 0, 0];
  while (a < low.length || b < high.length) {
    const takesAbove = b < high.length && (a >= low.length || high[b]! <= low[a]!);
    const from = takesAbove ? above : beneath;
    const index = takesAbove ? b++ : a++;
    if (takesAbove && a < low.length && low[a] === high[index]) a++;
    parameters[at] = from.parameters[index]!;
    values[at] = from.values[index]!;
    for (const [name, all] of times) all[at] = from.times[name]?.[index] ?? NaN;
    at++;
  }
  return {
    parameters: parameters.slice(0, at),
    values: values.slice(0, at),
    times: Object.fromEntries(times.map(([name, all]) => [name, all.slice(0, at)])),
  };
}
