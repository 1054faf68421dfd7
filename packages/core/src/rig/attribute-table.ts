import type { Attribute } from "./attributes";
import type { Rig } from "./rig";

/** One attribute of all heads, by their order in the rig. */
export interface AttributeTable {
  /** Parameter of each head; -1 = it has none. */
  readonly parameters: Int32Array;
  /** Where the channel's physical range begins and how long it is, with its sign. */
  readonly from: Float64Array;
  readonly size: Float64Array;
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
  heads.forEach((head, at) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === undefined) return;
    const [low, high] = all[parameter]!.channel.physical;
    parameters[at] = parameter;
    from[at] = low;
    size[at] = high - low;
  });
  return { parameters, from, size };
}
