import { SLOTS, type Rig } from "@vexa/core";

/** What is being looked for among the slots. */
export type SlotSearch =
  | { readonly by: "nothing" }
  | { readonly by: "value"; readonly low: number; readonly high: number }
  | { readonly by: "address"; readonly universe: number; readonly address: number | null }
  | { readonly by: "head"; readonly text: string }
  | { readonly by: "unreadable"; readonly why: string };

const LARGEST = 255;

/** Reads `=255`, `>200`, `<10`, `10..20` as levels 0 to 255; `2.17` and `2.` as universe and address; all else as a head's number (`head 12`) or name. */
export function readSearch(text: string): SlotSearch {
  const plain = text.trim().toLowerCase();
  if (plain === "") return { by: "nothing" };
  const compared = /^([=<>])\s*(\d+)$/.exec(plain);
  if (compared) {
    const value = Number(compared[2]);
    if (value > LARGEST) return { by: "unreadable", why: `levels go from 0 to ${LARGEST}` };
    return {
      by: "value",
      low: compared[1] === ">" ? value + 1 : compared[1] === "<" ? 0 : value,
      high: compared[1] === "<" ? value - 1 : compared[1] === ">" ? LARGEST : value,
    };
  }
  const range = /^(\d+)\.\.(\d+)$/.exec(plain);
  if (range) {
    const [low, high] = [Number(range[1]), Number(range[2])];
    return high > LARGEST || low > high
      ? { by: "unreadable", why: `levels go from 0 to ${LARGEST}, the lower first` }
      : { by: "value", low, high };
  }
  const address = /^(\d+)[./](\d*)$/.exec(plain);
  if (address) {
    const slot = address[2] === "" ? null : Number(address[2]);
    if (slot !== null && (slot < 1 || slot > SLOTS)) return { by: "unreadable", why: `addresses go from 1 to ${SLOTS}` };
    return { by: "address", universe: Number(address[1]), address: slot };
  }
  return { by: "head", text: plain.replace(/^head\s+(?=\d)/, "") };
}

/** Tells of a slot of the frame whether it is what is looked for. */
export function slotTest(search: SlotSearch, rig: Rig, owners: Int32Array): (slot: number, level: number) => boolean {
  switch (search.by) {
    case "nothing":
      return () => true;
    case "unreadable":
      return () => false;
    case "value":
      return (slot, level) => owners[slot]! >= 0 && level >= search.low && level <= search.high;
    case "address": {
      const index = rig.universes.indexOf(search.universe);
      const start = index * SLOTS;
      if (index < 0) return () => false;
      return (slot) => (search.address === null ? slot >= start && slot < start + SLOTS : slot === start + search.address - 1);
    }
    case "head": {
      const fits = rig.heads.filter(
        ({ label, fixture }) =>
          label === search.text || String(fixture.number) === search.text || fixture.name.toLowerCase().includes(search.text),
      );
      const parameters = new Set(fits.flatMap((head) => [...head.parameters.values()]));
      return (slot) => parameters.has(owners[slot]!);
    }
  }
}
