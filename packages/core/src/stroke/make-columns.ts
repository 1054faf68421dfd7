import { attributeInfo, type Attribute } from "../rig/attributes";
import { attributeTable } from "../rig/attribute-table";
import { neededPlace } from "../rig/needed-place";
import type { Rig } from "../rig/rig";
import { fan } from "../shape/fan";
import { isPlain, OWN_TIMES, risingColumn, type Column, type Content } from "./column";
import { colorMixer, shiftedValue, type PartIn } from "./make-rows";
import type { Times } from "./part-times";
import type { Row } from "./row";
import type { Part } from "./stroke";

/** What a value's own times are read from; NaN or null = none. */
type Timed = Readonly<Record<(typeof OWN_TIMES)[number], number>>;

/** Values of one attribute on one side of where HTP ends, as they come. */
class Draft {
  readonly #parameters: Int32Array;
  readonly #values: Float64Array;
  readonly #times: readonly (readonly [name: keyof Timed, all: Float64Array])[];
  #count = 0;
  #rises = true;

  constructor(most: number, timed: readonly (keyof Timed)[]) {
    this.#parameters = new Int32Array(most);
    this.#values = new Float64Array(most);
    this.#times = timed.map((name) => [name, new Float64Array(most)]);
  }

  add(parameter: number, value: number, times: Timed): void {
    const at = this.#count++;
    if (at > 0 && this.#parameters[at - 1]! >= parameter) this.#rises = false;
    this.#parameters[at] = parameter;
    this.#values[at] = value;
    for (const [name, all] of this.#times) all[at] = times[name];
  }

  done(): Column {
    const column: Column = {
      parameters: this.#parameters.slice(0, this.#count),
      values: this.#values.slice(0, this.#count),
      times: Object.fromEntries(this.#times.map(([name, all]) => [name, all.slice(0, this.#count)])),
    };
    return this.#rises ? column : risingColumn(column);
  }
}

/** Collects values by attribute and side of where HTP ends: at most `most` for each, with these times of their own. */
class Columns {
  readonly #htpCount: number;
  readonly #of: { readonly most: number; readonly timed: readonly (keyof Timed)[] };
  readonly #raised = new Map<Attribute, Draft>();
  readonly #replaced = new Map<Attribute, Draft>();

  constructor({ htpCount }: Rig, of: { most: number; timed: readonly (keyof Timed)[] }) {
    this.#htpCount = htpCount;
    this.#of = of;
  }

  add(attribute: Attribute, parameter: number, value: number, times: Timed): void {
    const drafts = parameter < this.#htpCount ? this.#raised : this.#replaced;
    let draft = drafts.get(attribute);
    if (!draft) drafts.set(attribute, (draft = new Draft(this.#of.most, this.#of.timed)));
    draft.add(parameter, value, times);
  }

  done(): Column[] {
    return [...this.#raised.values(), ...this.#replaced.values()].map((draft) => draft.done());
  }
}

const UNTIMED: Timed = { fade: NaN, fadePart: NaN, delay: NaN, delayPart: NaN };

/** A part's own times along its shape, and which of them it has. */
function timesOfPart({ fade, delay, timesIn }: Part): { timed: readonly (keyof Timed)[]; at: (u: number) => Timed } {
  if (!fade && !delay) return { timed: [], at: () => UNTIMED };
  const [fades, delays] = timesIn === "parts" ? (["fadePart", "delayPart"] as const) : (["fade", "delay"] as const);
  return {
    timed: [...(fade ? [fades] : []), ...(delay ? [delays] : [])],
    at: (u) => ({
      ...UNTIMED,
      ...(fade ? { [fades]: fan(fade.knots, u, fade.path) } : {}),
      ...(delay ? { [delays]: fan(delay.knots, u, delay.path) } : {}),
    }),
  };
}

/** What a part with plain levels or colours comes to, without an object a row; null for all other parts. Equals `makeRows`. */
export function makeColumns(of: PartIn): Column[] | null {
  const { attribute, part, spread, show } = of;
  const { level, colors, points, follow, taken, motion, presets } = part;
  if (points || follow || taken || motion || presets || !(level || colors)) return null;
  const { family } = attributeInfo(attribute);
  const places = spread.places(part.shape, "open");
  const { timed, at } = timesOfPart(part);
  // One time for all is worked out once.
  const alike = (part.fade?.knots.length ?? 0) <= 1 && (part.delay?.knots.length ?? 0) <= 1;
  const forAll = at(0);
  const columns = new Columns(show.rig, { most: 2 * spread.heads.length, timed });
  const add = colors ? colorValues(of) : levelValues(of);
  for (let index = 0; index < spread.heads.length; index++) {
    if (show.reaches && !show.reaches(spread.heads[index]!.key, family)) continue;
    const u = places[index]!;
    add(columns, index, u, alike ? forAll : at(u));
  }
  return columns.done();
}

type AddValues = (columns: Columns, index: number, u: number, times: Timed) => void;

function colorValues({ part, spread }: PartIn): AddValues {
  const colorOf = colorMixer(part.colors!, spread.heads);
  return (columns, index, u, times) => {
    const head = spread.heads[index]!;
    for (const [name, value] of colorOf(head, u)) columns.add(name, head.parameters.get(name)!, value, times);
  };
}

function levelValues({ attribute, part, spread, show }: PartIn): AddValues {
  const { nudge } = part;
  const level = part.level!;
  const { parameters, from, size, shared } = attributeTable(show.rig, attribute);
  const { orders } = spread;
  return (columns, index, u, times) => {
    const order = orders[index]!;
    const parameter = parameters[order]!;
    if (parameter < 0) return;
    const channel = shared?.[order];
    if (channel) {
      const by = nudge ? fan(nudge.knots, u, nudge.path) : 0;
      columns.add(channel.attribute, parameter, shiftedValue(channel, fan(level.knots, u, level.path), { attribute, by }), times);
      const needed = neededPlace(show.rig, spread.heads[index]!, { channel, attribute });
      if (needed) columns.add(show.rig.parameters[needed.parameter]!.channel.attribute, needed.parameter, needed.value, times);
      return;
    }
    const length = size[order]!;
    const own = length === 0 ? 0 : (fan(level.knots, u, level.path) - from[order]!) / length;
    const push = nudge && length !== 0 ? fan(nudge.knots, u, nudge.path) / length : 0;
    columns.add(attribute, parameter, own + push, times);
  };
}

/** Rows as columns, where all of them are plain values. */
export function contentOfRows(rows: readonly Row[], rig: Rig): readonly Content[] {
  if (!rows.every(isPlain)) return [rows];
  const timed = OWN_TIMES.filter((name) => rows.some((row) => (row[name] ?? null) !== null));
  const columns = new Columns(rig, { most: rows.length, timed });
  for (const { parameter, value, ...times } of rows)
    columns.add(rig.parameters[parameter]!.channel.attribute, parameter, value!, timesOfRow(times));
  return columns.done();
}

function timesOfRow({ fade, fadePart = NaN, delay, delayPart = NaN }: Times): Timed {
  return { fade: fade ?? NaN, fadePart, delay: delay ?? NaN, delayPart };
}
