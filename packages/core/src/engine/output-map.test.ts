import { describe, expect, it } from "vitest";
import type { Fixture } from "../rig/fixture";
import { replacedRig } from "../rig/changed-rig";
import { seededRandom } from "../random/random";
import { buildRig, type Rig } from "../rig/rig";
import { fixture, TEST_PROFILES } from "../testing";
import { buildOutputMap, COARSE, DIMMER, EXIT, FINE, PARAMETER, SLOTS, type FlatExits, type OutputMap } from "./output-map";

const PROFILES = new Map(TEST_PROFILES.map((profile) => [profile.id, profile]));

/** Parameter, coarse and fine octet of all exits that a map writes by their parameters into the frame. */
function exitsIn({ eight, sixteen, dimmedEight, dimmedSixteen }: OutputMap, { universes }: Rig): string[] {
  return [eight, sixteen, dimmedEight, dimmedSixteen]
    .flatMap((flat) => rowsOf(flat).filter((row) => row[COARSE] !== universes.length * SLOTS))
    .map((row) => [PARAMETER, COARSE, FINE].map((number) => row[number]!).join(" "))
    .sort();
}

function exitsOf(fixtures: readonly Fixture[]): string[] {
  const rig = buildRig(fixtures, PROFILES);
  return exitsIn(buildOutputMap(rig), rig);
}

const rowsOf = ({ count, rows: { numbers } }: FlatExits): number[][] =>
  Array.from({ length: count }, (_, at) => [...numbers.subarray(EXIT * at, EXIT * (at + 1))]);

/** The same, read off the lamps one by one. */
function plainExits(fixtures: readonly Fixture[]): string[] {
  const { parameters, universes } = buildRig(fixtures, PROFILES);
  return parameters
    .flatMap(({ head, channel }, parameter) => {
      const { patch } = fixtures.find(({ id }) => id === head.fixture.id)!;
      if (!patch || channel.slots.length === 0) return [];
      const places = channel.slots.map((slot) => patch.address + slot - 1);
      if (places.some((place) => place > SLOTS)) return [];
      const begin = universes.indexOf(patch.universe) * SLOTS - 1;
      return [`${parameter} ${begin + places[0]!} ${begin + places.at(-1)!}`];
    })
    .sort();
}

const lamp = (number: number, profileId: string, patch: Fixture["patch"]): Fixture => ({ ...fixture(number, profileId), patch });

describe("the map from parameters to slots", () => {
  const ids = TEST_PROFILES.map(({ id }) => id);
  const all = ids.map((id, at) => lamp(at + 1, id, { universe: 3 + at, address: 1 }));

  it("has each channel once, where its lamp is patched", () => {
    expect(exitsOf(all)).toEqual(plainExits(all));
    expect(exitsOf(all).length).toBeGreaterThan(10);
  });

  it("scales the colours of heads without a dimmer of their own by that head's virtual one, and has the same exits by their dimmers", () => {
    const many = Array.from({ length: 60 }, (_, at) => lamp(at + 1, ids[(at * 7) % ids.length]!, { universe: 1 + at, address: 1 }));
    const rig = buildRig(many, PROFILES);
    const map = buildOutputMap(rig);
    const dimmed = rowsOf(map.dimmedEight);
    expect(dimmed.length).toBeGreaterThan(20);
    for (const row of dimmed) expect(row[DIMMER]).toBe(rig.parameters[row[PARAMETER]!]!.head.parameters.get("Dimmer"));
    for (const row of [...rowsOf(map.eight), ...rowsOf(map.sixteen)]) expect(row[DIMMER]).toBe(-1);
    const rising = dimmed.toSorted((a, b) => a[DIMMER]! - b[DIMMER]! || a[PARAMETER]! - b[PARAMETER]!);
    expect(rowsOf(map.eightByDimmer)).toEqual(rising);
  });

  it("has nothing of lamps that are patched nowhere, also before the frame", () => {
    const some = all.map((one, at) => (at % 2 === 0 ? { ...one, patch: null } : one));
    expect(exitsOf(some)).toEqual(plainExits(some));
    expect(exitsOf(all.map((one) => ({ ...one, patch: null })))).toEqual([]);
  });

  it("has nothing of channels that would end beyond their universe, and all that come before them", () => {
    for (const address of [500, 508, 510, 511, 512]) {
      const some = all.map((one) => ({ ...one, patch: { universe: one.patch!.universe, address } }));
      expect(exitsOf(some), `at ${address}`).toEqual(plainExits(some));
    }
  });

  it("is patched anew in the room of the one before, where only some lamps were moved (300 times)", () => {
    const random = seededRandom(11);
    const fixtures = Array.from({ length: 30 }, (_, at) => lamp(at + 1, ids[at % ids.length]!, { universe: 1 + (at % 4), address: 1 }));
    let rig = buildRig(fixtures, PROFILES);
    let map = buildOutputMap(rig);
    const sizes = new Set<number>();
    for (let round = 0; round < 300; round++) {
      const moved = [0, 1].map(() => Math.floor(random() * fixtures.length));
      for (const at of moved) {
        const patch =
          random() < 0.2
            ? null
            : { universe: 1 + Math.floor(random() * (round % 50 < 25 ? 4 : 7)), address: 1 + Math.floor(random() * 512) };
        fixtures[at] = { ...fixtures[at]!, patch };
      }
      rig = replacedRig(
        rig,
        moved.map((at) => fixtures[at]!),
      )!;
      map = buildOutputMap(rig, map);
      sizes.add(rig.universes.length);
      expect(exitsIn(map, rig), `round ${round}`).toEqual(plainExits(fixtures));
      const fresh = buildOutputMap(rig);
      expect([map.eightByDimmer, map.sixteenByDimmer].map(rowsOf)).toEqual([fresh.eightByDimmer, fresh.sixteenByDimmer].map(rowsOf));
    }
    expect(sizes.size).toBeGreaterThan(2);
  });

  it("is made anew in the room of one whose lamps are others, though they are patched alike", () => {
    const before = all;
    const after = before.map((one, at) => ({ ...one, profileId: before[(at + 1) % before.length]!.profileId }));
    const [one, other] = [buildRig(before, PROFILES), buildRig(after, PROFILES)];
    expect(one.heads.length).toBe(other.heads.length);
    expect(exitsIn(buildOutputMap(other, buildOutputMap(one)), other)).toEqual(plainExits(after));
  });
});
