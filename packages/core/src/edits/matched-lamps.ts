import { headKeyIn, type Fixture, type HeadKey } from "../rig/fixture";
import { modeOf, type Mode } from "../rig/profile";
import type { Show } from "../show/show";
import { headsBecome } from "./swap-profile";

/** By what a lamp of another show is known here. */
export type MatchedBy = "the same lamp" | "number and name" | "number" | "name";

/** A lamp of another show and the one here that takes its part; null = none does. */
export interface LampMatch {
  readonly lamp: Fixture;
  readonly model: string;
  readonly to: Fixture | null;
  readonly by: MatchedBy | null;
}

/** Which lamps here take the parts of another show's: by identity (same profile), by number and name, by number, by name; each one once. */
export function lampMatches(show: Show, from: Show, lamps: readonly Fixture[]): LampMatch[] {
  const free = new Set(show.all("fixture"));
  const found = new Map<string, LampMatch>();
  const model = ({ profileId }: Fixture, of: Show): string => {
    const profile = of.get("profile", profileId);
    return profile ? `${profile.maker} ${profile.model}` : "";
  };
  const same: Record<MatchedBy, (a: Fixture, b: Fixture) => boolean> = {
    "the same lamp": (a, b) => a.id === b.id && model(a, from) === model(b, show),
    "number and name": (a, b) => a.number === b.number && a.name === b.name,
    number: (a, b) => a.number === b.number,
    name: (a, b) => a.name === b.name,
  };
  for (const by of Object.keys(same) as MatchedBy[])
    for (const lamp of lamps) {
      if (found.has(lamp.id)) continue;
      const to = [...free].find((candidate) => same[by](lamp, candidate));
      if (!to) continue;
      free.delete(to);
      found.set(lamp.id, { lamp, model: model(lamp, from), to, by });
    }
  return lamps.map((lamp) => found.get(lamp.id) ?? { lamp, model: model(lamp, from), to: null, by: null });
}

/** What each head of another show's lamps becomes here; heads of lamps that nobody stands for become none. */
export function matchedHeads(show: Show, from: Show, lamps: ReadonlyMap<string, string | null>): Map<HeadKey, readonly HeadKey[]> {
  const become = new Map<HeadKey, readonly HeadKey[]>();
  for (const [id, toId] of lamps) {
    const lamp = from.get("fixture", id);
    const before = lamp && modeOf(from.get("profile", lamp.profileId), lamp);
    if (!before) continue;
    const to = show.get("fixture", toId);
    const after = to && modeOf(show.get("profile", to.profileId), to);
    for (const [key, keys] of to && after
      ? headsThere(id, before, { id: to.id, mode: after })
      : keysOf(id, before).map((key) => [key, []] as const))
      become.set(key, keys);
  }
  return become;
}

const keysOf = (fixtureId: string, mode: Mode): HeadKey[] => mode.heads.map((_, index) => headKeyIn(fixtureId, mode, index));

function headsThere(fixtureId: string, before: Mode, to: { id: string; mode: Mode }): [HeadKey, readonly HeadKey[]][] {
  const others = new Map(headsBecome(fixtureId, before, to.mode));
  const own = (key: HeadKey): HeadKey => `${to.id}${key.slice(fixtureId.length)}`;
  return keysOf(fixtureId, before).map((key) => [key, (others.get(key) ?? [key]).map(own)]);
}
