import type { HeadKey } from "./fixture";

/** The heads of a rig by their keys. Rigs in which lamps only hang otherwise have the same keys in the same order, and share them. */
export class HeadsByKey<Head extends { readonly key: HeadKey }> {
  readonly #orders: ReadonlyMap<HeadKey, number>;
  readonly #heads: readonly Head[];

  private constructor(orders: ReadonlyMap<HeadKey, number>, heads: readonly Head[]) {
    this.#orders = orders;
    this.#heads = heads;
  }

  /** `heads` lie in their order. */
  static of<Head extends { readonly key: HeadKey }>(heads: readonly Head[]): HeadsByKey<Head> {
    const orders = new Map<HeadKey, number>();
    for (let order = 0; order < heads.length; order++) orders.set(heads[order]!.key, order);
    return new HeadsByKey(orders, heads);
  }

  /** Of heads with the same keys in the same order. */
  of(heads: readonly Head[]): HeadsByKey<Head> {
    return new HeadsByKey(this.#orders, heads);
  }

  get(key: HeadKey): Head | undefined {
    const order = this.#orders.get(key);
    return order === undefined ? undefined : this.#heads[order];
  }

  has(key: HeadKey): boolean {
    return this.#orders.has(key);
  }
}
