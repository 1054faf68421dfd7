import { describe, expect, it } from "vitest";
import { fixture, showOf, TEST_PROFILES } from "../testing";
import { nearLamps } from "./near-lamps";

const at = (number: number, [x, y, z]: readonly [number, number, number], profileId = "profile-mover") => ({
  ...fixture(number, profileId),
  position: { x, y, z },
});
// The last one has three cells, 0.1 m apart along x, around its place.
const lamps = [
  at(1, [0, 0, 5]),
  at(2, [3, 4, 5]),
  at(3, [1, 0, 9]),
  at(4, [0, 1, 5]),
  at(5, [-9, 0, 5]),
  at(6, [-2, 0, 5], "profile-cells"),
];
const { rig } = showOf([...TEST_PROFILES, ...lamps]);
const headsOf = (number: number) => rig.heads.filter((head) => head.fixture.number === number);

describe("lamps that are near on the plan", () => {
  it("are told the nearest first, by hand: 1 m, 1 m but higher up, the nearest cell, 5 m; height alone is no distance", () => {
    const near = nearLamps(rig, headsOf(1), 4);
    expect(near.map((lamp) => lamp.fixture.number)).toEqual([4, 3, 6, 2]);
    expect(near.map(({ metres }) => Math.round(metres * 1000) / 1000)).toEqual([1, 1, 1.9, 5]);
    expect(near[2]!.heads.map(({ label }) => label)).toEqual(["6.1", "6.2", "6.3"]);
  });

  it("are near to the middle of several, none of which is among them", () => {
    const near = nearLamps(rig, [...headsOf(1), ...headsOf(5)], 9);
    expect(near.map((lamp) => lamp.fixture.number).sort()).toEqual([2, 3, 4, 6]);
    expect(near.find((lamp) => lamp.fixture.number === 4)!.metres).toBeCloseTo(Math.hypot(4.5, 1), 12);
  });

  it("aren't those whose own cell is picked, and are none of nobody", () => {
    expect(nearLamps(rig, headsOf(6).slice(0, 1), 9).map((lamp) => lamp.fixture.number)).not.toContain(6);
    expect(nearLamps(rig, [], 5)).toEqual([]);
  });
});
