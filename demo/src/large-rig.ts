import { sketchIdOf, type Fixture, type Group, type Person, type ShowRecord, type Sketch } from "@vexa/core";
import { DEMO_PROFILES, demoProfile } from "./profiles";

/**
 * A rig for benchmarks: moving spots spread over universes until there are `heads` of them, then pixel bars until
 * the universes asked for are full. 2,000 heads take 118 universes; 256 are filled up with bars.
 */
export function largeRig(of: { heads: number; universes: number }): ShowRecord[] {
  const fixtures: Fixture[] = [];
  const spot = demoProfile("profile-spot").modes[0]!.footprint;
  const bar = demoProfile("profile-bar").modes[0]!.footprint;
  let number = 1;
  for (let universe = 1; universe <= of.universes; universe++) {
    let address = 1;
    while (number <= of.heads && address + spot - 1 <= 512) {
      fixtures.push(hung({ number: number++, profileId: "profile-spot", universe, address }));
      address += spot;
    }
    while (number > of.heads && address + bar - 1 <= 512) {
      fixtures.push(hung({ number: number++, profileId: "profile-bar", universe, address }));
      address += bar;
    }
  }
  const lead: Person = { id: "person-ines", kind: "person", version: 1, name: "Ines", initials: "In", role: "lead" };
  const sketch: Sketch = { id: sketchIdOf(lead.id), kind: "sketch", version: 1, personId: lead.id, strokes: {} };
  const spots = fixtures.filter(({ profileId }) => profileId === "profile-spot").map(({ id }) => id);
  const group: Group = { id: "group-all-spots", kind: "group", version: 1, name: "All spots", rank: 0, heads: spots, territoryId: null };
  return [lead, ...DEMO_PROFILES, ...fixtures, group, sketch];
}

function hung(of: { number: number; profileId: string; universe: number; address: number }): Fixture {
  const place = of.number - 1;
  return {
    id: `fx-${of.number}`,
    kind: "fixture",
    version: 1,
    number: of.number,
    name: `Head ${of.number}`,
    profileId: of.profileId,
    modeId: "mode-1",
    patch: { universe: of.universe, address: of.address },
    position: { x: (place % 80) * 0.5 - 20, y: Math.floor(place / 80) * 0.8, z: 9 },
    rotation: { x: 0, y: 0, z: 0 },
    cellStep: { x: 0.035, y: 0, z: 0 },
  };
}
