import { Show, type ShowRecord } from "@vexa/core";

/** What later versions were asked to do otherwise, by name, with the slots that it may change. */
const ASKED_FOR: readonly { readonly name: string; readonly excuses: (slot: number, attribute: string) => boolean }[] = [
  { name: "wheels snap, they don't run through their slots", excuses: (_, attribute) => attribute === "Color1" || attribute === "Gobo1" },
];

/** What each slot of the frame belongs to. */
function attributesOf(records: readonly ShowRecord[]): Map<number, string> {
  const { rig } = new Show(new Map(records.map((record) => [record.id, record])));
  return new Map(
    rig.parameters.flatMap(({ head, channel }) =>
      channel.slots.map((slot): [number, string] => {
        const { universe, address } = head.fixture.patch!;
        return [rig.universes.indexOf(universe) * 512 + address + slot - 2, channel.attribute];
      }),
    ),
  );
}

export interface Difference {
  readonly slot: number;
  readonly now: number;
  readonly then: number;
}

/** Finds where the octets of a moment differ from those recorded, but for what was asked to change. */
export function differences(records: readonly ShowRecord[]): (now: Uint8Array, then: Uint8Array) => Difference[] {
  const attributes = attributesOf(records);
  return (now, then) => {
    if (Buffer.compare(now, then) === 0) return [];
    return [...now.keys()].flatMap((slot) => {
      const excused = now[slot] === then[slot] || ASKED_FOR.some(({ excuses }) => excuses(slot, attributes.get(slot) ?? ""));
      return excused ? [] : [{ slot, now: now[slot]!, then: then[slot]! }];
    });
  };
}
