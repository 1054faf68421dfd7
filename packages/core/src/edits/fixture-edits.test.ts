import { describe, expect, it } from "vitest";
import { changedId } from "../document/transaction";
import { edit } from "../show/edit";
import { explain } from "../errors/result";
import type { Fixture } from "../rig/fixture";
import { ODD_LAMP, oddLamp, smallShow } from "../testing";
import { arrangedLamps, typedLamps, type LampField } from "./fixture-edits";

const ids = (...numbers: number[]): string[] => numbers.map((number) => `fx-${number}`);

/** The lamps after something was typed for them, or the sentence that refuses it. */
function after(numbers: readonly number[], field: LampField, text: string): Fixture[] | string {
  const show = smallShow();
  const typed = typedLamps(show, ids(...numbers), { field, text });
  if (!typed.ok) return explain(typed.error);
  const made = edit(show, typed.value);
  if (!made.ok) return explain(made.error);
  return numbers.map((number) => made.value.get("fixture", `fx-${number}`)!);
}
const lamps = (...of: Parameters<typeof after>): Fixture[] => {
  const made = after(...of);
  if (typeof made === "string") throw new Error(made);
  return made;
};

describe("one thing typed for several lamps", () => {
  it("counts numbers and names in the lamps' order", () => {
    expect(lamps([3, 1, 2], "number", "201").map(({ number }) => number)).toEqual([201, 202, 203]);
    expect(lamps([8, 7], "number", "7..").map(({ number }) => number)).toEqual([7, 8]);
    expect(lamps([3, 1], "name", "Rib {n}").map(({ name }) => name)).toEqual(["Rib 1", "Rib 2"]);
  });

  it("gives each the next free address, around those that stay and over into the next universe", () => {
    // Movers take 9 slots each 20 apart: 1, 21, 41… of universe 1.
    expect(lamps([5, 6], "address", "1.1").map(({ patch }) => patch)).toEqual([
      { universe: 1, address: 10 },
      { universe: 1, address: 30 },
    ]);
    expect(lamps([1, 2], "address", "7.500..").map(({ patch }) => patch)).toEqual([
      { universe: 7, address: 500 },
      { universe: 8, address: 1 },
    ]);
    expect(lamps([1, 2], "address", "none").map(({ patch }) => patch)).toEqual([null, null]);
  });

  it("spreads places, sets them, and adds to them", () => {
    expect(lamps([1, 2, 3], "x", "-6..6").map(({ position }) => position.x)).toEqual([-6, 0, 6]);
    expect(lamps([3, 2, 1], "z", "4.5").map(({ position }) => position.z)).toEqual([4.5, 4.5, 4.5]);
    expect(lamps([1, 2], "x", "+ 0.5").map(({ position }) => position.x)).toEqual([0.5, 1.5]);
    expect(lamps([1, 2], "x", "- 1").map(({ position }) => position.x)).toEqual([-1, 0]);
    expect(lamps([1, 2], "turn z", "-90..90").map(({ rotation }) => rotation.z)).toEqual([-90, 90]);
    expect(lamps([1], "z", "50 cm").map(({ position }) => position.z)).toEqual([0.5]);
  });

  it("is one transaction of what really changes", () => {
    const typed = typedLamps(smallShow(), ids(1, 2), { field: "z", text: "5" });
    expect(typed.ok && typed.value).toEqual([]);
  });

  it.each([
    [[1], "number", "5", /The number can't be 5: Head 5 has it/],
    [[1, 2], "number", "4", /The number can't be 4: Head 4 has it/],
    [[1], "number", "many", /must be a number/],
    [[1, 2], "number", "99999", /from 1 to 99999/],
    [[1], "name", "  ", /must have a letter/],
    [[1], "address", "1.25", /Head 2 \(2\) has slots there/],
    [[1], "address", "1.510", /takes 9 slots and would run past 512/],
    [[1], "address", "there", /universe.address/],
    [[1], "x", "left", /must be a number, or a run/],
    [[1], "x", "20000", /from -10000 to 10000/],
    [[1], "turn x", "400", /from -360 to 360/],
  ] as const)("%j: %s %j is refused in words", (numbers, field, text, words) => {
    expect(after(numbers, field, text)).toMatch(words);
  });
});

describe("arranging lamps", () => {
  it("puts them in their order, and leaves those alone that stand there", () => {
    const show = smallShow();
    const changes = arrangedLamps(show, ids(4, 1), { tool: "line", from: { x: 0, y: 0, z: 5 }, to: { x: 0, y: 3, z: 5 } });
    expect(changes.map(changedId)).toEqual(["fx-4", "fx-1"]);
    expect(edit(show, changes).ok).toBe(true);
  });

  it("patches lamps in two places, each in its own row, and leaves alone what isn't said", () => {
    const show = smallShow([ODD_LAMP, oddLamp(11), oddLamp(12)]);
    const odd = (text: string): (string | undefined)[][] | string => {
      const typed = typedLamps(show, ids(11, 12), { field: "address", text });
      if (!typed.ok) return explain(typed.error);
      const made = edit(show, typed.value);
      if (!made.ok) return explain(made.error);
      return ids(11, 12).map((id) => {
        const { patch, morePatches } = made.value.get("fixture", id)!;
        return [patch, morePatches?.[0]].map((each) => (each ? `${each.universe}.${each.address}` : "none"));
      });
    };
    // Ten slots at the first place, six at the second.
    expect(odd("5.1 + 6.500")).toEqual([
      ["5.1", "6.500"],
      ["5.11", "6.506"],
    ]);
    expect(odd("5.1 + 5.1")).toEqual([
      ["5.1", "5.21"],
      ["5.11", "5.27"],
    ]);
    expect(odd("5.1")).toEqual([
      ["5.1", "100.67"],
      ["5.11", "100.73"],
    ]);
    expect(odd("100.61")).toEqual([
      ["100.79", "100.67"],
      ["100.89", "100.73"],
    ]);
    expect(odd("none + 7.1")).toEqual([
      ["none", "7.1"],
      ["none", "7.7"],
    ]);
    expect(odd("none")).toEqual([
      ["none", "none"],
      ["none", "none"],
    ]);
    expect(odd("1.400 + x")).toMatch(/can't be x/);
    expect(odd("1.1 + 2.1 + 3.1")).toMatch(/have 2 addresses/);
    expect(after([1], "address", "1.300 + 2.1")).toMatch(/have one address/);
  });
});
