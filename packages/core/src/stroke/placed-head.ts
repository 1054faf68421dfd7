import type { Head } from "../rig/rig";
import type { PlacedHead } from "../shape/order";

/** A head as orders and distances see it. */
export function placedHead(head: Head): PlacedHead {
  const { fixture, index } = head;
  return {
    key: head.key,
    number: [fixture.number, index + 1],
    address: fixture.patch ? [fixture.patch.universe, fixture.patch.address + index] : null,
    position: head.position,
  };
}
