import { describe, expect, it } from "vitest";
import { setChange, type Transaction } from "../document/transaction";
import type { Group } from "../rig/group";
import { ShowCopy } from "./show-copy";
import { toldEdit, type ToldEdit } from "./told-edit";

const GROUP: Group = { id: "g", kind: "group", version: 1, name: "Ribs", rank: 0, heads: ["a"], territoryId: null };

function copyOf(): ShowCopy {
  const copy = new ShowCopy();
  copy.take(5, new Map([[GROUP.id, GROUP]]));
  return copy;
}

const renames = (id: string, from: string, to: string): Transaction => ({
  id,
  author: "me",
  label: "Renamed",
  changes: [setChange("g", ["name"], { from, to })],
});
const nameIn = (copy: ShowCopy): string | undefined => copy.view.get("group", "g")?.name;
/** As it comes over the wire. */
const sent = (transaction: Transaction): ToldEdit => JSON.parse(JSON.stringify(toldEdit(transaction))) as ToldEdit;

describe("an edit of one's own that comes back", () => {
  it("as it was made is the show that was shown already, also when more wait", () => {
    const copy = copyOf();
    const edits = [renames("a", "Ribs", "One"), renames("b", "One", "Two"), renames("c", "Two", "Three")];
    edits.forEach((edit) => expect(copy.add(edit).ok).toBe(true));
    const shown = copy.view;
    edits.forEach((edit, index) => {
      expect(copy.hear(6 + index, sent(edit))).toBe(true);
      expect(copy.view).toBe(shown);
      expect(copy.pending.length).toBe(2 - index);
    });
    expect(nameIn(copy)).toBe("Three");
    expect(copy.view.get("group", "g")!.version).toBe(4);
  });

  it("as something else shows what the server has", () => {
    const copy = copyOf();
    copy.add(renames("a", "Ribs", "One"));
    expect(copy.hear(6, sent(renames("a", "Ribs", "Other")))).toBe(true);
    expect(nameIn(copy)).toBe("Other");
    expect(copy.pending).toEqual([]);
  });

  it("before the number that is next is a gap, and holds nothing", () => {
    const copy = copyOf();
    const edit = renames("a", "Ribs", "One");
    copy.add(edit);
    expect(copy.hear(7, sent(edit))).toBe(false);
    expect(copy.seq).toBe(5);
    expect(copy.pending).toEqual([edit]);
  });

  it("after another's holds over theirs", () => {
    const copy = copyOf();
    const edit = renames("a", "Ribs", "One");
    copy.add(edit);
    expect(copy.hear(6, sent({ id: "x", author: "you", label: "Ranked", changes: [setChange("g", ["rank"], { from: 0, to: 3 })] }))).toBe(
      true,
    );
    expect(nameIn(copy)).toBe("One");
    expect(copy.hear(7, sent(edit))).toBe(true);
    expect(nameIn(copy)).toBe("One");
    expect(copy.view.get("group", "g")).toMatchObject({ rank: 3, version: 3 });
  });

  it("when the server had said before that it holds, waits for nothing any more", () => {
    const copy = copyOf();
    const edit = renames("a", "Ribs", "One");
    copy.add(edit);
    copy.settle("a", 6);
    expect(copy.pending.length).toBe(1);
    expect(copy.hear(6, sent(edit))).toBe(true);
    expect(copy.pending).toEqual([]);
    copy.settle("a", 6);
    expect(nameIn(copy)).toBe("One");
  });

  it("settled as an earlier one's, with nothing of its own to come, leaves at that number", () => {
    const copy = copyOf();
    const [edit, again] = [renames("a", "Ribs", "One"), renames("b", "One", "Two")];
    copy.add(edit);
    copy.add(again);
    // Somebody had made the second already: no change will bring it.
    copy.settle("b", 6);
    expect(copy.hear(6, sent(edit))).toBe(true);
    expect(copy.pending).toEqual([]);
    expect(nameIn(copy)).toBe("One");
  });
});

describe("a show that is asked for twice", () => {
  it("waits for the last question's answer alone, and holds what was heard since it was put", () => {
    const copy = copyOf();
    const first = copy.awaitShow();
    expect(copy.hear(6, sent(renames("x", "Ribs", "One")))).toBe(true);
    const second = copy.awaitShow();
    expect(copy.hear(7, sent(renames("y", "One", "Two")))).toBe(true);
    // Whichever comes first: the earlier one was written before 6, and 6 isn't kept any more.
    expect([copy.awaits(first), copy.awaits(second)]).toEqual([false, true]);
    expect(copy.take(6, new Map([[GROUP.id, { ...GROUP, name: "One" }]]))).toBe(true);
    expect(nameIn(copy)).toBe("Two");
    expect([copy.awaits(first), copy.awaits(second)]).toEqual([false, false]);
    expect(copy.hear(8, sent(renames("z", "Two", "Three")))).toBe(true);
    expect(nameIn(copy)).toBe("Three");
  });
});
