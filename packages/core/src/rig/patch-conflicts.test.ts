import { describe, expect, it } from "vitest";
import { fixture, TEST_PROFILES } from "../testing";
import { patchConflicts } from "./patch-conflicts";

const profiles = new Map(TEST_PROFILES.map((profile) => [profile.id, profile]));
const at = (number: number, address: number, universe = 1) => ({ ...fixture(number), patch: { universe, address } });

describe("patchConflicts", () => {
  it("names both fixtures and the first slot that they share, each pair once", () => {
    const [first, second] = [at(1, 1), at(2, 7)];
    expect(patchConflicts([first, second], profiles)).toEqual([{ first, second, universe: 1, address: 7 }]);
    expect(patchConflicts([at(1, 1), at(2, 10), at(3, 1, 2)], profiles)).toEqual([]);
  });

  it("tells which fixture runs out of its universe, and leaves unpatched ones in peace", () => {
    const last = at(1, 505);
    expect(patchConflicts([last, { ...fixture(2), patch: null }], profiles)).toEqual([
      { first: last, second: null, universe: 1, address: 513 },
    ]);
    expect(patchConflicts([at(1, 504)], profiles)).toEqual([]);
  });
});
