import { addressText } from "../rig/address-text";
import { patchesOf, type Fixture } from "../rig/fixture";
import { modeOf } from "../rig/profile";
import { curveOf } from "../show/curve-of";
import type { Show } from "../show/show";

/** Words that mean what a lamp is, rather than what is written of it. */
const MEANS: Readonly<Record<string, (lamp: Fixture) => boolean>> = {
  unpatched: (lamp) => patchesOf(lamp).every((patch) => patch === null),
  broken: ({ outOfService }) => outOfService !== undefined,
  spare: ({ spare }) => spare === true,
  twin: ({ twin }) => twin === true,
};

/** What can be typed to find lamps beside words out of their names. */
export const LAMP_FILTER_WORDS = ["universe 3", "layer front", "group ribs", "curve s", ...Object.keys(MEANS)] as const;

/**
 * Lamps by what is typed, all words holding: out of their number, name, maker, profile, mode, address and note; `universe 3`, `layer front`,
 * `group ribs`, `curve s`; or what they are (`unpatched`, `broken`, `spare`, `twin`).
 */
export function lampFilter(show: Show, text: string): (lamp: Fixture) => boolean {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const tests: ((lamp: Fixture) => boolean)[] = [];
  for (let at = 0; at < words.length; at++) {
    const [word, next] = [words[at]!, words[at + 1]];
    const about = next === undefined ? null : aboutOf(show, word, next);
    if (about) at++;
    tests.push(about ?? MEANS[word] ?? saying(show, word));
  }
  return (lamp) => tests.every((test) => test(lamp));
}

function aboutOf(show: Show, word: string, of: string): ((lamp: Fixture) => boolean) | null {
  switch (word) {
    case "universe": {
      const universe = Number(of);
      return Number.isInteger(universe) ? (lamp) => patchesOf(lamp).some((patch) => patch?.universe === universe) : null;
    }
    case "layer":
      return ({ layer }) => layer?.toLowerCase().includes(of) ?? false;
    case "curve":
      return ({ curveId }) => curveOf(curveId, show)?.name.toLowerCase().includes(of) ?? false;
    case "group": {
      const heads = new Set(show.all("group").flatMap((group) => (group.name.toLowerCase().includes(of) ? group.heads : [])));
      const lamps = new Set(show.rig.heads.flatMap(({ key, fixture }) => (heads.has(key) ? [fixture.id] : [])));
      return ({ id }) => lamps.has(id);
    }
    default:
      return null;
  }
}

/** It is written somewhere of the lamp. */
function saying(show: Show, word: string): (lamp: Fixture) => boolean {
  const kinds = new Map(show.all("profile").map((profile) => [profile.id, profile]));
  return (lamp) => {
    const profile = kinds.get(lamp.profileId);
    const said = [
      lamp.number,
      lamp.name,
      profile?.maker,
      profile?.model,
      modeOf(profile, lamp)?.name,
      ...patchesOf(lamp).map(addressText),
      lamp.note,
      lamp.layer,
    ];
    return said.join(" ").toLowerCase().includes(word);
  };
}
