import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { setChange, type Change, type Transaction } from "../document/transaction";
import { part, smallShow, strokeOn } from "../testing";
import { heardChanges, toldAsMade, toldEdit, type ToldEdit } from "./told-edit";

const { records } = smallShow();
const BEN = "sketch-ben";
const edit = (...changes: readonly Change[]): Transaction => ({ id: "edit", author: "ben", label: "Dimmer", gesture: "drag", changes });
/** As it comes over the wire. */
const sent = (asked: Transaction): ToldEdit => JSON.parse(JSON.stringify(toldEdit(asked))) as ToldEdit;
const group = records.get("movers")!;
const stroke = strokeOn("movers", { Dimmer: part([0.2]) });
const laid = setChange(BEN, ["strokes", "s"], { to: stroke });

describe("an edit as it is told", () => {
  it.each<[string, readonly Change[]]>([
    ["a field", [setChange("movers", ["name"], { from: (group as { name?: string }).name, to: "Arms" })]],
    ["a field that wasn't there", [laid]],
    ["changes that build on each other", [laid, setChange(BEN, ["strokes", "s", "rank"], { from: stroke.rank, to: 7 })]],
    ["a field that goes", [laid, setChange(BEN, ["strokes", "s"], { from: stroke })]],
    [
      "a record that comes and is changed",
      [
        { op: "add", record: { ...group, id: "more" } as never },
        setChange("more", ["rank"], { from: (group as { rank?: number }).rank, to: 9 }),
      ],
    ],
    ["a record that goes", [{ op: "remove", record: records.get("page")! }]],
  ])("has what it was made from with those who have the show up to it: %s", (_, changes) => {
    const asked = edit(...changes);
    expect(apply(records, changes).ok).toBe(true);
    expect(heardChanges(records, sent(asked))).toEqual(changes);
    expect(toldAsMade(asked, sent(asked))).toBe(true);
  });

  it("says of a field only what it is now", () => {
    const [change] = sent(edit(setChange(BEN, ["strokes", "s", "parts", "Dimmer"], { from: part([0.2]), to: part([0.3]) }))).changes;
    expect(change).toEqual({ op: "put", id: BEN, path: ["strokes", "s", "parts", "Dimmer"], to: part([0.3]) });
  });

  it("is not as it was made when it came back as something else, shorter or longer", () => {
    const asked = edit(laid);
    for (const changes of [
      [],
      [laid, laid],
      [setChange(BEN, ["strokes", "s"], { to: { ...stroke, rank: 4 } })],
      [setChange("movers", ["name"], { to: "x" })],
    ])
      expect(toldAsMade(asked, sent(edit(...changes)))).toBe(false);
  });

  it("of a record that isn't known fits nowhere", () => {
    expect(apply(records, heardChanges(records, sent(edit(setChange("nobody", ["name"], { from: "a", to: "b" }))))).ok).toBe(false);
  });
});
