import type { HeadKey } from "../rig/fixture";
import type { Profile } from "../rig/profile";
import type { Head, Rig } from "../rig/rig";

/** The lamp as a whole, which has cells besides. */
const isWhole = ({ mode, index }: Head): boolean => mode.master === true && index === 0;

/**
 * The heads of the fixtures whose numbers lie in a range, both ends included, in number order: of a lamp that is something as a whole that
 * alone, since its dimmer would meet those of its cells; of others all.
 */
export function headsNumbered(rig: Rig, from: number, to: number): HeadKey[] {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  return rig.heads
    .filter((head) => head.fixture.number >= low && head.fixture.number <= high && (!head.mode.master || isWhole(head)))
    .map(({ key }) => key);
}

/** The cells of a fixture, in their order; of a plain lamp its one head. */
export function cellsOf(rig: Rig, number: number): HeadKey[] {
  return rig.heads.filter((head) => head.fixture.number === number && !isWhole(head)).map(({ key }) => key);
}

/** All heads of a profile, in number order: cells, not lamps as wholes. */
export function headsOfProfile(rig: Rig, profileId: string): HeadKey[] {
  return rig.heads.filter((head) => head.profile.id === profileId && !isWhole(head)).map(({ key }) => key);
}

// Rigs never change in place.
const profiles = new WeakMap<Rig, { readonly all: readonly Profile[]; readonly byName: ReadonlyMap<string, Profile> }>();

function profilesIn(rig: Rig): { readonly all: readonly Profile[]; readonly byName: ReadonlyMap<string, Profile> } {
  let own = profiles.get(rig);
  if (!own) {
    const all = [...new Set(rig.heads.map(({ profile }) => profile))];
    own = { all, byName: new Map(all.map((profile) => [profile.model.toLowerCase(), profile])) };
    profiles.set(rig, own);
  }
  return own;
}

/** The profiles of a rig's lamps, each once. */
export function profilesOf(rig: Rig): readonly Profile[] {
  return profilesIn(rig).all;
}

/** One of them by its name, however that is written in capitals. */
export function profileNamed(rig: Rig, name: string): Profile | undefined {
  return profilesIn(rig).byName.get(name.toLowerCase());
}

/** A level below this counts as dark. */
const DARK = 0.004;

/** All heads with intensity now; `values` are those of the rig's parameters, 0..1. */
export function litHeads(rig: Rig, values: ArrayLike<number>): HeadKey[] {
  return rig.heads
    .filter((head) => {
      const dimmer = head.parameters.get("Dimmer");
      // A lamp's master stands at full without any light.
      if (isWhole(head)) return false;
      return dimmer !== undefined && values[dimmer]! > DARK;
    })
    .map(({ key }) => key);
}
