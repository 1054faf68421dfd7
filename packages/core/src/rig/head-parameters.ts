import type { Attribute } from "./attributes";

/** Which channel of its mode is asked, by attribute: one map for all heads that lie alike. */
export type ChannelsByAttribute = ReadonlyMap<Attribute, number>;

/** The parameters of one head by attribute, without a map of its own: a large rig has tens of thousands of heads. */
export class HeadParameters implements ReadonlyMap<Attribute, number> {
  readonly #channels: ChannelsByAttribute;
  readonly #numbers: Int32Array;
  readonly #first: number;

  /** `numbers`: the parameters of all channels of a rig, lamp by lamp; its own lamp's begin at `first`. */
  constructor(channels: ChannelsByAttribute, numbers: Int32Array, first: number) {
    this.#channels = channels;
    this.#numbers = numbers;
    this.#first = first;
  }

  get size(): number {
    return this.#channels.size;
  }

  get(attribute: Attribute): number | undefined {
    const channel = this.#channels.get(attribute);
    return channel === undefined ? undefined : this.#numbers[this.#first + channel];
  }

  has(attribute: Attribute): boolean {
    return this.#channels.has(attribute);
  }

  keys(): MapIterator<Attribute> {
    return this.#channels.keys();
  }

  *values(): MapIterator<number> {
    for (const channel of this.#channels.values()) yield this.#numbers[this.#first + channel]!;
  }

  *entries(): MapIterator<[Attribute, number]> {
    for (const [attribute, channel] of this.#channels) yield [attribute, this.#numbers[this.#first + channel]!];
  }

  forEach(each: (parameter: number, attribute: Attribute, of: ReadonlyMap<Attribute, number>) => void): void {
    for (const [attribute, parameter] of this.entries()) each(parameter, attribute, this);
  }

  [Symbol.iterator](): MapIterator<[Attribute, number]> {
    return this.entries();
  }
}
