import type { Show } from "../show/show";

/** How much follows a profile. */
export interface ProfileUse {
  readonly lamps: number;
  readonly cues: number;
}

/** How many lamps are of a profile, and how many cues say something of them. */
export function profileUse(show: Show, profileId: string): ProfileUse {
  const heads = new Set(show.rig.heads.flatMap(({ key, profile }) => (profile.id === profileId ? [key] : [])));
  const lamps = show.all("fixture").filter((fixture) => fixture.profileId === profileId).length;
  if (heads.size === 0) return { lamps, cues: 0 };
  const groups = new Set(show.all("group").flatMap(({ id, heads: own }) => (own.some((key) => heads.has(key)) ? [id] : [])));
  const cues = show
    .all("cue")
    .filter(({ strokes }) =>
      Object.values(strokes).some(({ who }) => who.groupIds?.some((id) => groups.has(id)) || who.heads?.some((key) => heads.has(key))),
    );
  return { lamps, cues: cues.length };
}
