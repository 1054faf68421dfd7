import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, smallShow, strokeOn, part } from "../testing";
import { copyListChanges, listsInOrder, moveListChanges, newCueList, removeListChanges } from "./list-edits";

let ids = 0;
const newId = (): string => String(++ids);
function after(show: Show, changes: readonly Change[]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}
const show = after(
  smallShow([
    ...listWithCard("a", [
      { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })], thenCueId: "a-2" },
      { inSeconds: 2, strokes: [] },
    ]),
    ...listWithCard("b", [{ inSeconds: 1, strokes: [] }], { column: 4 }),
  ]),
  [setChange("b", ["rank"], { from: 0, to: 1 })],
);
const names = (of: Show): string[] => listsInOrder(of).map(({ name }) => name);

describe("cue lists", () => {
  it("are made behind the others, with a name when none is given", () => {
    const list = newCueList(show, { newId, territoryId: null, name: "  " });
    expect(list).toMatchObject({ name: "List 2", rank: 2 });
    expect(names(after(show, [{ op: "add", record: list }]))).toEqual(["a", "b", "List 2"]);
  });

  it("are copied with their cues, which go on to each other as those did", () => {
    const { changes, id } = copyListChanges(show, show.get("cueList", "a")!, { newId });
    const copied = after(show, changes);
    const cues = copied.cuesOf(id);
    expect(cues.map(({ number, inSeconds }) => [number, inSeconds])).toEqual([
      [1, 1],
      [2, 2],
    ]);
    expect(cues[0]!.thenCueId).toBe(cues[1]!.id);
    expect(cues[0]!.strokes).toEqual(show.cuesOf("a")[0]!.strokes);
    expect(copied.get("cueList", id)!.name).toBe("a, copy");
    expect(names(copied)).toEqual(["a", "b", "a, copy"]);
  });

  it("are deleted with their cues and cards, and nothing else", () => {
    const less = after(show, removeListChanges(show, show.get("cueList", "a")!));
    expect(names(less)).toEqual(["b"]);
    expect(less.all("cue").map(({ listId }) => listId)).toEqual(["b"]);
    expect(less.all("playback").map(({ listId }) => listId)).toEqual(["b"]);
  });

  it("are moved past their neighbours, also where ranks are alike", () => {
    const alike = after(show, [setChange("b", ["rank"], { from: 1, to: 0 })]);
    const b = alike.get("cueList", "b")!;
    const moved = after(alike, moveListChanges(alike, b, "up"));
    expect(names(moved)).toEqual(["b", "a"]);
    expect(moveListChanges(moved, moved.get("cueList", "b")!, "up")).toEqual([]);
    expect(names(after(moved, moveListChanges(moved, moved.get("cueList", "b")!, "down")))).toEqual(["a", "b"]);
  });
});
