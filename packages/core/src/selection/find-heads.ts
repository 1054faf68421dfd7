import type { HeadKey } from "../rig/fixture";
import type { Rig } from "../rig/rig";

/** All heads whose fixture's number lies in a range, both ends included, in number order. */
export function headsNumbered(rig: Rig, from: number, to: number): HeadKey[] {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  return rig.heads.filter(({ fixture }) => fixture.number >= low && fixture.number <= high).map(({ key }) => key);
}

/** All heads of a profile, in number order. */
export function headsOfProfile(rig: Rig, profileId: string): HeadKey[] {
  return rig.heads.filter(({ profile }) => profile.id === profileId).map(({ key }) => key);
}

/** A level below this counts as dark. */
const DARK = 0.004;

/** All heads with intensity now; `values` are those of the rig's parameters, 0..1. */
export function litHeads(rig: Rig, values: Float32Array): HeadKey[] {
  return rig.heads
    .filter(({ parameters }) => {
      const dimmer = parameters.get("Dimmer");
      return dimmer !== undefined && values[dimmer]! > DARK;
    })
    .map(({ key }) => key);
}
