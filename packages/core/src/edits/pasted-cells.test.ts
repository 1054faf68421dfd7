import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { edit } from "../show/edit";
import { smallShow } from "../testing";
import { duplicatedLamps } from "./duplicate-lamps";
import { pastedCells, pastedRows } from "./pasted-cells";

const ids = ["fx-1", "fx-2", "fx-3"];

describe("cells out of a spreadsheet", () => {
  it("go in row by row from a field on; empty ones leave what is there", () => {
    const show = smallShow();
    const pasted = pastedCells(show, ids, { first: "name", text: "Left\t1.201\t-2\r\nMiddle\t\t0\r\nRight\tnone\t2\r\n" });
    const after = edit(show, pasted.ok ? pasted.value : []);
    if (!pasted.ok || !after.ok) throw new Error(JSON.stringify(pasted));
    expect(ids.map((id) => after.value.get("fixture", id)!).map(({ name, patch, position }) => [name, patch?.address, position.x])).toEqual(
      [
        ["Left", 201, -2],
        ["Middle", 21, 0],
        ["Right", undefined, 2],
      ],
    );
  });

  it("one cell goes into all of them, as if it were typed", () => {
    const pasted = pastedCells(smallShow(), ids, { first: "x", text: "0..4" });
    expect(pasted.ok && pasted.value.map((change) => (change.op === "set" ? change.to : null))).toEqual([
      { x: 2, y: 0, z: 5 },
      { x: 4, y: 0, z: 5 },
    ]);
  });

  it("names the first cell that doesn't fit, and puts in nothing", () => {
    const refusal = (text: string, first: "name" | "number" = "name"): string => {
      const pasted = pastedCells(smallShow(), ids, { first, text });
      return pasted.ok ? "" : explain(pasted.error);
    };
    expect(refusal("A\t1.1\nB\tnowhere")).toMatch(/Row 2: The address.*nowhere/);
    expect(refusal("A\nB\nC\nD")).toMatch(/4 rows.*3 lamps/);
    expect(refusal("7\n8", "number")).toMatch(/Head 7 has it/);
    expect(refusal("")).toMatch(/empty/);
    expect(pastedRows("a\tb\r\nc\td\r\n")).toEqual([
      ["a", "b"],
      ["c", "d"],
    ]);
  });
});

describe("doubles", () => {
  it("hang a metre upstage with the next numbers and free addresses", () => {
    const show = smallShow();
    let count = 0;
    const doubled = duplicatedLamps(show, ["fx-1", "fx-9"], () => `new-${++count}`);
    const after = edit(show, doubled.ok ? doubled.value : []);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect(
      ["new-1", "new-2"]
        .map((id) => after.value.get("fixture", id)!)
        .map(({ number, name, patch, position }) => [number, name, patch, position.y]),
    ).toEqual([
      [11, "Head 11", { universe: 1, address: 10 }, 1],
      [12, "Head 12", { universe: 1, address: 30 }, 1],
    ]);
    expect(duplicatedLamps(show, [], () => "x").ok).toBe(false);
  });
});
