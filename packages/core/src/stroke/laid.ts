import type { Rig } from "../rig/rig";
import { columnOver, isColumn, rowsOf, type Column, type Content } from "./column";
import { timesOver } from "./part-times";
import type { Row, RowMotion } from "./row";

/** Content laid over content, the later over the earlier: plain values stay columns where nothing else says or moves their attribute. */
export class Laid {
  readonly #rig: Rig;
  /** By attribute and side of where HTP ends. */
  readonly #columns = new Map<string, Column>();
  readonly #rows = new Map<string, Map<number, Row>>();

  constructor(rig: Rig) {
    this.#rig = rig;
  }

  add(content: Content): void {
    if (isColumn(content)) this.#addColumn(content);
    else for (const row of content) this.#addRow(row);
  }

  /** All that was laid, rising. */
  get content(): readonly Content[] {
    const rows = [...this.#rows.values()].map((own) => [...own.values()].sort((a, b) => a.parameter - b.parameter));
    return [...this.#columns.values(), ...rows].sort((a, b) => firstOf(a) - firstOf(b));
  }

  #addColumn(column: Column): void {
    if (column.parameters.length === 0) return;
    const key = this.#keyOf(column.parameters[0]!);
    if (this.#rows.has(key)) return rowsOf(column).forEach((row) => this.#addRow(row));
    const beneath = this.#columns.get(key);
    this.#columns.set(key, beneath ? columnOver(beneath, column) : column);
  }

  #addRow(row: Row): void {
    const key = this.#keyOf(row.parameter);
    let own = this.#rows.get(key);
    if (!own) {
      const column = this.#columns.get(key);
      this.#columns.delete(key);
      this.#rows.set(key, (own = new Map(column ? rowsOf(column).map((plain) => [plain.parameter, plain]) : [])));
    }
    own.set(row.parameter, laidOver(own.get(row.parameter), row));
  }

  #keyOf(parameter: number): string {
    const { attribute } = this.#rig.parameters[parameter]!.channel;
    return parameter < this.#rig.htpCount ? `${attribute} HTP` : attribute;
  }
}

function firstOf(content: Content): number {
  return isColumn(content) ? content.parameters[0]! : content[0]!.parameter;
}

/** A row over another of the same parameter: it takes its place, or rides on it when it has no value of its own. */
export function laidOver(beneath: Row | undefined, row: Row): Row {
  if (!beneath || row.value !== null) return row;
  const { nudge } = row;
  const moved = nudge === 0 ? beneath.motions : beneath.motions.map((motion) => (motion.relative ? motion : shifted(motion, nudge)));
  return {
    parameter: row.parameter,
    value: beneath.value === null ? null : beneath.value + nudge,
    nudge: beneath.value === null ? beneath.nudge + nudge : 0,
    ...timesOver(row, beneath),
    motions: row.motions.length === 0 ? moved : [...moved, ...row.motions],
    ...(beneath.follows ? { follows: beneath.follows } : {}),
  };
}

function shifted(motion: RowMotion, by: number): RowMotion {
  return { ...motion, low: motion.low + by, middle: motion.middle + by };
}
