import { describe, expect, it } from "vitest";
import { apply } from "./apply";
import { rebased } from "./rebase";
import type { RecordBase } from "./record";
import { setChange, type Change } from "./transaction";

const page = { id: "page", kind: "page", version: 3, name: "Now", deep: { a: 1, b: 2 } } as RecordBase;
const records = new Map([["page", page]]);
const after = (changes: readonly Change[]): object | undefined => {
  const applied = apply(records, changes);
  return applied.ok ? applied.value.get("page") : undefined;
};

describe("changes made from an older state", () => {
  it("are made from what is there, where nobody else has been, also when they build on each other", () => {
    const changes = [
      setChange("page", ["deep", "a"], { from: 7, to: 8 }),
      setChange("page", ["deep", "a"], { from: 8, to: 9 }),
      setChange("page", ["name"], { from: "Before", to: "Later" }),
    ];
    expect(after(changes)).toBeUndefined();
    expect(after(rebased(records, changes, () => true))).toMatchObject({ name: "Later", deep: { a: 9, b: 2 } });
  });

  it("stay as they are where somebody else has been, and where there is nothing any more", () => {
    const changes = [setChange("page", ["name"], { from: "Before", to: "Later" })];
    expect(rebased(records, changes, () => false)).toEqual(changes);
    const gone = [setChange("none", ["name"], { from: "Before", to: "Later" })];
    expect(rebased(records, gone, () => true)).toEqual(gone);
  });

  it("take away the record as it is by now", () => {
    expect(rebased(records, [{ op: "remove", record: { ...page, name: "Before" } as RecordBase }], () => true)).toEqual([
      { op: "remove", record: page },
    ]);
  });
});
