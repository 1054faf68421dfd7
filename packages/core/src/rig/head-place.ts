import { composed, rotated, type Placement } from "../geometry/beam";
import type { Fixture } from "./fixture";
import type { Mode } from "./profile";

/** Where a head of a fixture hangs and how it is turned: its own place in the lamp, turned with it. Metres and degrees. */
export function headPlace(fixture: Fixture, mode: Pick<Mode, "heads" | "master" | "places">, index: number): Placement {
  const { position, rotation, cellStep, headStep } = fixture;
  const count = mode.heads.length - (mode.master ? 1 : 0);
  const cell = index - (mode.master ? 1 : 0);
  const steps = cell < 0 ? 0 : cell - (count - 1) / 2;
  if (headStep && !cellStep)
    return {
      position: { x: position.x + headStep.x * steps, y: position.y + headStep.y * steps, z: position.z + headStep.z * steps },
      rotation,
    };
  const own = cellStep
    ? { position: { x: cellStep.x * steps, y: cellStep.y * steps, z: cellStep.z * steps }, rotation: mode.places?.[index]?.rotation }
    : mode.places?.[index];
  if (!own) return { position, rotation };
  const off = rotated(own.position, rotation);
  return {
    position: { x: position.x + off.x, y: position.y + off.y, z: position.z + off.z },
    rotation: own.rotation ? composed(rotation, own.rotation) : rotation,
  };
}
