import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import type { Fixture } from "../rig/fixture";

/** The changes that give lamps a field each; those that have it so already are left out. */
export function setLamps<F extends keyof Fixture>(
  lamps: readonly Fixture[],
  field: F,
  of: (lamp: Fixture, at: number) => Fixture[F] | undefined,
): Change[] {
  return lamps.flatMap((lamp, at) => {
    const to = of(lamp, at);
    return sameJson(to, lamp[field]) ? [] : [setChange(lamp.id, [field], { from: lamp[field], to })];
  });
}
