import { describe, expect, it } from "vitest";
import { smallShow } from "../testing";
import { narrowedTo } from "./own-territory";
import { reachOf } from "./reach";
import type { Person } from "./territory";

describe("the reach of somebody who acts for a territory", () => {
  it("is that one's alone, whatever else is theirs, also of the lead; what is common narrows nobody", () => {
    const show = smallShow();
    const territories = show.territories.map((each) => (each.id === "south" ? { ...each, personIds: ["cleo", "ben"] } : each));
    const context = { territories, lent: [], groupHeads: (id: string) => show.groupHeads(id) };
    const [ben, ann] = [show.get("person", "ben")!, show.get("person", "ann")!];
    const reaches = (actor: Person): boolean[] =>
      ["movers", "cells"].map((group) => reachOf(actor, context)(show.groupHeads(group)![0]!, "Intensity"));
    expect(reaches(ben)).toEqual([true, true]);
    expect(reaches(narrowedTo(ben, "north"))).toEqual([true, false]);
    expect(reaches(narrowedTo(ann, "south"))).toEqual([false, true]);
    expect(narrowedTo(ann, null)).toBe(ann);
  });
});
