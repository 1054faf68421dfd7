import type { Profile } from "@vexa/core";
import { libraryLamps } from "@vexa/library";

/** The demo's own ids of the library's lamps, by model. */
const IDS: Readonly<Record<string, string>> = {
  "Heron 400 Profile": "profile-spot",
  "Murmur 19 Wash": "profile-wash",
  "Tessel 12 Bar": "profile-bar",
  "Sprig 5": "profile-uplight",
  "Wick 60": "profile-lantern",
  "Kiln 2": "profile-blinder",
  Flint: "profile-strobe",
  "Dew 2": "profile-haze",
  Draught: "profile-fan",
};

/** The invented fixtures of the demo, as the library's files have them. */
export const DEMO_PROFILES: readonly Profile[] = libraryLamps().flatMap(({ profile }) => {
  const id = IDS[profile.model];
  return id === undefined ? [] : [{ ...profile, id }];
});

/** A profile of the demo by id. */
export function demoProfile(id: string): Profile {
  return DEMO_PROFILES.find((entry) => entry.id === id)!;
}

/** The pictures of the demo's wheels, by profile. */
export function demoPictures(): Map<string, ReturnType<typeof libraryLamps>[number]["pictures"]> {
  return new Map(
    libraryLamps().flatMap(({ profile, pictures }) => (IDS[profile.model] === undefined ? [] : [[IDS[profile.model]!, pictures] as const])),
  );
}
