import { patchOf, SLOTS, type Rig } from "@vexa/core";

/** Which parameter each slot of a frame carries, universe after universe as the rig has them; -1 = nothing is patched there. */
export function slotParameters(rig: Rig): Int32Array {
  const owners = new Int32Array(rig.universes.length * SLOTS).fill(-1);
  const universeAt = new Map(rig.universes.map((universe, index) => [universe, index]));
  rig.parameters.forEach(({ head, channel }, parameter) => {
    const patch = patchOf(head.fixture, channel.break);
    if (!patch) return;
    const start = universeAt.get(patch.universe)! * SLOTS;
    for (const slot of channel.slots) {
      const at = patch.address - 2 + slot;
      if (at < SLOTS) owners[start + at] = parameter;
    }
  });
  return owners;
}

/** Where a parameter's first slot lies in a frame; null where it leaves nowhere. */
export function slotOf(parameter: number, rig: Rig): number | null {
  const { head, channel } = rig.parameters[parameter]!;
  const patch = patchOf(head.fixture, channel.break);
  const first = channel.slots[0];
  if (!patch || first === undefined) return null;
  return rig.universes.indexOf(patch.universe) * SLOTS + patch.address - 2 + first;
}
