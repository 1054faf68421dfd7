import type { Attribute } from "./attributes";
import type { Channel } from "./profile";
import type { Rig } from "./rig";
import { scaleOf } from "./scale";

/** One attribute of all heads, by their order in the rig. */
export interface AttributeTable {
  /** Parameter of each head; -1 = it has none. */
  readonly parameters: Int32Array;
  /** Where the channel's physical range begins and how long it is, with its sign. */
  readonly from: Float64Array;
  readonly size: Float64Array;
  /** Channels on which the attribute isn't all there is, by head; null = there are none. */
  readonly shared: readonly (Channel | undefined)[] | null;
}

// The same layout has the same parameters in the same places.
const tables = new WeakMap<Rig["layout"], Map<Attribute, AttributeTable>>();

/** Where an attribute of each head is and what its range is, made once for a layout of the rig. */
export function attributeTable(rig: Rig, attribute: Attribute): AttributeTable {
  let known = tables.get(rig.layout);
  if (!known) tables.set(rig.layout, (known = new Map<Attribute, AttributeTable>()));
  let table = known.get(attribute);
  if (!table) known.set(attribute, (table = makeTable(rig, attribute)));
  return table;
}

function makeTable({ heads, parameters: all }: Rig, attribute: Attribute): AttributeTable {
  const parameters = new Int32Array(heads.length).fill(-1);
  const [from, size] = [new Float64Array(heads.length), new Float64Array(heads.length)];
  const shared: (Channel | undefined)[] = [];
  heads.forEach((head, at) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) return;
    const { channel } = all[parameter]!;
    const [low, high] = channel.physical;
    parameters[at] = parameter;
    from[at] = low;
    size[at] = high - low;
    if (channel.attribute !== attribute || channel.needs || !scaleOf(channel, attribute).plain) shared[at] = channel;
  });
  return { parameters, from, size, shared: shared.length > 0 ? shared : null };
}
