import { describe, expect, it } from "vitest";
import { fixture, ODD_LAMP, oddLamp, smallShow } from "../testing";
import { lampsOfRows, patchRows } from "./patch-rows";
import { comparePlan } from "./take-in-plan";

const show = smallShow([ODD_LAMP, oddLamp(11), { ...fixture(12), planId: "plan-12" }, { ...fixture(13), planId: "plan-13" }]);
const differences = (rows: readonly Record<string, string>[]): string[] => {
  const { lamps, left } = lampsOfRows(show, rows);
  return [
    ...left,
    ...comparePlan(show, { lamps, profiles: new Map(), part: true }).map(
      ({ kind, lamp, words, barred }) => `${kind}: ${lamp}: ${barred ?? words}`,
    ),
  ];
};

describe("a patch as rows", () => {
  it("comes back as it was written: nothing differs", () => {
    const rows = patchRows(show);
    expect(rows).toHaveLength(13);
    expect(rows[10]).toMatchObject({ number: "11", profile: "Oddment 2", address: "1.201 + 100.67" });
    expect(differences(rows as Record<string, string>[])).toEqual([]);
  });

  it("changes what a row says, and leaves what it leaves empty", () => {
    expect(
      differences([
        { number: "1", address: "7.1" },
        { "Fixture ID": "2", Label: "Key", z: "7,5" },
        { number: "3", address: "none", "turn z": "90" },
        { number: "40", type: "oddment 2", mode: "All of it", patch: "8.1 + 9.1", x: "1" },
      ]),
    ).toEqual([
      "new: 40: Oddment 2, 8.1 + 9.1, 1.00, 0.00, 6.00 m",
      "moved: 2 Head 2: 1.00, 0.00, 5.00 m to 1.00, 0.00, 7.50 m",
      "turned: 3 Head 3: 0.0, 0.0, 0.0° to 0.0, 0.0, 90.0°",
      "re-addressed: 1 Head 1: 1.1 to 7.1",
      "re-addressed: 3 Head 3: 1.41 to unpatched",
      "renamed: 2 Head 2: Head 2 to Key",
    ]);
  });

  it("knows lamps that came from a plan by their numbers, and takes none for gone", () => {
    expect(differences([{ number: "12", name: "Twelfth" }])).toEqual(["renamed: 12 Head 12: Head 12 to Twelfth"]);
  });

  it.each([
    [{}, "Line 2: it is empty."],
    [{ name: "A" }, "Line 2: its number is missing, and must be from 1 to 99999."],
    [{ number: "one" }, "Line 2: its number is one, and must be from 1 to 99999."],
    [{ number: "50", name: "New" }, "Line 2: 50 is new, and no profile is named for it."],
    [{ number: "1", address: "0.0" }, "Line 2: its address is 0.0, and must be universe.address or none."],
    [{ number: "1", x: "left" }, "Line 2: its x is left, and must be a number."],
    [{ number: "50", profile: "Nobody's" }, "new: 50: @Nobody's.gdtf isn't in the file, and no lamp here is of it"],
  ])("%j: %s", (row, words) => {
    expect(differences([row as Record<string, string>])).toEqual([words]);
  });
});
