import type { RecordBase, Records } from "./record";

/** So many differences lie beside the base before both become one map. */
const MOST_BESIDE = 256;

/**
 * Records that differ from a base in few places: a copy of one's own costs what differs, not what there is. Keeps the order of a map:
 * what is replaced keeps its place, what is added comes last. Whoever has let others see it changes it no more.
 */
export class RecordsDraft<R extends RecordBase> implements ReadonlyMap<string, R> {
  readonly #base: ReadonlyMap<string, R>;
  /** What the base has otherwise; null = taken out. */
  readonly #beside: Map<string, R | null>;
  readonly #added: Map<string, R>;
  #size: number;

  private constructor(of: { base: ReadonlyMap<string, R>; beside: Map<string, R | null>; added: Map<string, R>; size: number }) {
    this.#base = of.base;
    this.#beside = of.beside;
    this.#added = of.added;
    this.#size = of.size;
  }

  /** A draft of one's own. `records` must not change any more. */
  static of<R extends RecordBase>(records: Records<R>): RecordsDraft<R> {
    const { size } = records;
    if (!(records instanceof RecordsDraft)) return new RecordsDraft<R>({ base: records, beside: new Map(), added: new Map(), size });
    const from = records as RecordsDraft<R>;
    if (from.#beside.size + from.#added.size > MOST_BESIDE)
      return new RecordsDraft<R>({ base: new Map(from), beside: new Map(), added: new Map(), size });
    return new RecordsDraft<R>({ base: from.#base, beside: new Map(from.#beside), added: new Map(from.#added), size });
  }

  get size(): number {
    return this.#size;
  }

  get(id: string): R | undefined {
    const other = this.#beside.get(id);
    if (other) return other;
    return other === null ? this.#added.get(id) : (this.#base.get(id) ?? this.#added.get(id));
  }

  has(id: string): boolean {
    return this.get(id) !== undefined;
  }

  set(id: string, record: R): this {
    if (!this.has(id)) this.#size++;
    if (this.#base.has(id) && this.#beside.get(id) !== null) this.#beside.set(id, record);
    else this.#added.set(id, record);
    return this;
  }

  delete(id: string): boolean {
    if (!this.has(id)) return false;
    this.#size--;
    if (!this.#added.delete(id)) this.#beside.set(id, null);
    return true;
  }

  *entries(): MapIterator<[string, R]> {
    for (const entry of this.#base) {
      const other = this.#beside.get(entry[0]);
      if (other) yield [entry[0], other];
      else if (other === undefined) yield entry;
    }
    yield* this.#added;
  }

  *keys(): MapIterator<string> {
    for (const [id] of this.entries()) yield id;
  }

  *values(): MapIterator<R> {
    for (const [, record] of this.entries()) yield record;
  }

  [Symbol.iterator](): MapIterator<[string, R]> {
    return this.entries();
  }

  forEach(act: (record: R, id: string, records: ReadonlyMap<string, R>) => void): void {
    for (const [id, record] of this.entries()) act(record, id, this);
  }
}

/** A map of records of one's own, whatever it is made of. */
export type OwnRecords<R extends RecordBase = RecordBase> = Pick<Map<string, R>, "get" | "has" | "delete"> & {
  set(id: string, record: R): unknown;
};
