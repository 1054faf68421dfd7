import type { Song } from "@vexa/core";

/** The demo's evening. */
export const SONGS: readonly Song[] = (
  [
    ["Night bloom", "list-night-bloom", "page-main", null, "Dark until the voice comes in."],
    ["Canopy drift", "list-canopy-drift", "page-main", undefined, "Watch the rain: the last two cues are veils."],
    ["By hand", null, "page-improvise", 2, "No list. Wash and ferns on the faders, thunder on the drum."],
    ["Glass colours", null, "page-colour", 4, "Beds from the left, second coats on the refrain."],
    ["Waltz", "list-waltz", "page-main", null, "Runs by its sound. Hands off."],
  ] as const
).map(([name, listId, pageId, paceSeconds, note], index) => ({
  ...{ id: `song-${index + 1}`, kind: "song", version: 1, name, rank: index + 1, listId, pageId, note },
  ...(paceSeconds === undefined ? {} : { paceSeconds }),
}));
