import { describe, expect, it } from "vitest";
import type { Fixture } from "../rig/fixture";
import type { ShowRecord } from "../show/records";
import { fixture, ODD_LAMP, oddLamp, smallShow } from "../testing";
import { withEmitters } from "../testing";
import { rigChecks } from "./rig-checks";

const words = (more: readonly ShowRecord[]): string[] =>
  rigChecks(withEmitters(smallShow(more))).map((check) => `${check.kind}: ${check.words}`);
const far = (number: number, change: Partial<Fixture> = {}): Fixture => ({
  ...fixture(number),
  patch: { universe: 50 + number, address: 1 },
  ...change,
});

describe("what is wrong or doubtful with a rig", () => {
  it("is nothing in a sound one", () => {
    expect(words([])).toEqual([]);
  });

  it("is named with its lamps: slots shared, past the end, unpatched, one place, out of reach, in no group", () => {
    const more = [
      far(21, { patch: { universe: 1, address: 5 } }),
      far(22, { patch: { universe: 60, address: 510 } }),
      far(23, { patch: null }),
      { ...oddLamp(24), morePatches: [null] },
      far(25, { position: { x: 3, y: 0, z: 5 } }),
      // It stands over the middle with its beam up, and can't tilt so far.
      far(26, { rotation: { x: 180, y: 0, z: 0 }, position: { x: 12.4, y: 0, z: 8 } }),
    ];
    const found = words([ODD_LAMP, ...more]);
    expect(found).toEqual([
      "overlap: 1 Head 1 and 21 Head 21 share slots from 1.5 on",
      "past the end: 22 Head 22 runs past the end of universe 60",
      "unpatched: 23 Head 23 is patched nowhere",
      "unpatched: 24 Head 24 lacks an address for place 2",
      "same place: 4 Head 4 and 25 Head 25 hang in one place",
      ...found.filter((line) => line.startsWith("out of reach")),
      "nobody's: 21 Head 21, 22 Head 22, 23 Head 23 and 3 more: in no group",
    ]);
    expect(found.filter((line) => line.startsWith("out of reach"))).toEqual([
      "out of reach: 26 Head 26 can't look at the middle of the stage",
    ]);
  });

  it("is told once for a profile whose emitters have no colour", () => {
    expect(rigChecks(smallShow()).map((check) => check.words)).toEqual([
      "profile-mover (1 Head 1, 2 Head 2…) doesn't say the colour of its red, green, blue",
      "profile-cells (9 Head 9, 10 Head 10) doesn't say the colour of its red, green, blue",
    ]);
  });
});
