import { describe, expect, it } from "vitest";
import { Show, type Group } from "@vexa/core";
import { partWords } from "./crew-words";

const group = (id: string, rank: number, heads: readonly string[]): Group => ({
  ...{ id, kind: "group", version: 1, name: id, rank, heads, territoryId: null },
});
const show = new Show(
  new Map(
    [group("All", 2, ["a", "b", "c", "d"]), group("Front", 0, ["a", "b"]), group("Back", 1, ["c", "d"])].map((each) => [each.id, each]),
  ),
);
const words = (heads: readonly string[], groupIds: readonly string[] = []): string =>
  partWords(show, { groupIds, heads, families: ["Colour"] });

describe("the words for a part of the rig", () => {
  it("name the groups whose heads are all there, the largest first, and count the rest", () => {
    expect(words(["a", "b", "e", "f"])).toBe("Front, 2 heads");
    expect(words(["c", "d", "a", "b"])).toBe("All");
    expect(words(["c", "a", "d"])).toBe("Back, head a");
    expect(words([])).toBe("nothing");
  });

  it("say which groups are followed as they change", () => {
    expect(words(["e"], ["Front", "gone"])).toBe("Front as it changes, a group that is gone as it changes, head e");
  });
});
