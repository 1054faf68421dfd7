import type { Head } from "./rig";
import type { PlacedHead } from "../shape/order";

/** Heads never change: each is looked at once. */
const seen = new WeakMap<Head, PlacedHead>();

/** A head as orders and distances see it. */
export function placedHead(head: Head): PlacedHead {
  let placed = seen.get(head);
  if (!placed) {
    const { fixture, index } = head;
    placed = {
      key: head.key,
      number: [fixture.number, index + 1],
      address: fixture.patch ? [fixture.patch.universe, fixture.patch.address + index] : null,
      position: head.position,
    };
    seen.set(head, placed);
  }
  return placed;
}
