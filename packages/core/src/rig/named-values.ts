import type { Attribute } from "./attributes";
import type { Channel } from "./profile";
import { mostOf, physicalOf, scaleOf } from "./scale";

/** A value of an attribute that has a name: a slot of a wheel, "open", "slow". */
export interface NamedValue {
  readonly name: string;
  /** In the attribute's unit. */
  readonly value: number;
}

/** The names that a channel has for values of an attribute, in the order of its ranges. */
export function namedValues(channel: Channel, attribute: Attribute = channel.attribute): NamedValue[] {
  const { functions } = scaleOf(channel, attribute);
  if (channel.names && attribute === channel.attribute) return channel.names.map((name, value) => ({ name, value }));
  const most = mostOf(channel);
  return functions.flatMap(({ name, physical, sets = [] }): NamedValue[] => {
    if (sets.length > 0)
      return sets.map(({ name: own, at, range }) => ({
        name: own,
        value: at ?? physicalOf(channel, (range[0] + range[1]) / 2 / most, attribute),
      }));
    return name !== undefined && physical[0] === physical[1] ? [{ name, value: physical[0] }] : [];
  });
}

/** The value that somebody means by a name, or by the beginning of it that only one has; null where none fits. */
export function valueNamed(channel: Channel, text: string, attribute: Attribute = channel.attribute): number | null {
  const plain = (of: string): string => of.trim().toLowerCase();
  const wanted = plain(text);
  if (wanted === "") return null;
  const all = namedValues(channel, attribute);
  const exact = all.find(({ name }) => plain(name) === wanted);
  if (exact) return exact.value;
  const beginning = all.filter(({ name }) => plain(name).startsWith(wanted));
  return beginning.length === 1 ? beginning[0]!.value : null;
}
