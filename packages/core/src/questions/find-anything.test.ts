import { describe, expect, it } from "vitest";
import { at, target } from "../testing/follow-show";
import { fixture, showOf, TEST_PROFILES } from "../testing/small-show";
import { namedThings, thingsNamed } from "./find-anything";

const thing = (name: string, kind = "lamp"): { name: string; kind: string } => ({ name, kind });

describe("finding anything", () => {
  it("has all words in its name or kind, the whole name first, then what begins so; nothing for nothing", () => {
    const things = [thing("Back rib spots"), thing("Rib spots", "group"), thing("Ribbon"), thing("101 Rib spot 1"), thing("Moon")];
    const found = (search: string): string[] => thingsNamed(things, search, 10).map(({ name }) => name);
    expect(found("rib spots")).toEqual(["Rib spots", "Back rib spots"]);
    expect(found("ri")).toEqual(["Rib spots", "Ribbon", "Back rib spots", "101 Rib spot 1"]);
    expect(found("101")).toEqual(["101 Rib spot 1"]);
    expect(found("group rib")).toEqual(["Rib spots"]);
    expect(found("")).toEqual([]);
    expect(found("  ")).toEqual([]);
    expect(found("[.*")).toEqual([]);
    expect(thingsNamed(things, "r", 2)).toHaveLength(2);
  });

  it("leads to songs, which begin, and to whom heads follow", () => {
    const song = { id: "s1", kind: "song" as const, version: 1, name: "Waltz", rank: 1, listId: null, pageId: null };
    expect(namedThings(showOf([song, target("voice", at(0, 0, 0))])).map(({ kind, name, leads }) => [kind, name, leads])).toEqual([
      ["song", "Waltz", { to: "song", songId: "s1" }],
      ["target", "voice", { to: "path", path: "/rig/targets" }],
    ]);
  });

  it("offers each lamp with the heads that it has", () => {
    const show = showOf([...TEST_PROFILES, fixture(1), fixture(2, "profile-cells")]);
    expect(namedThings(show).map(({ name, leads }) => [name, leads.to === "select" && leads.who.heads?.length])).toEqual([
      [`1 ${fixture(1).name}`, 1],
      [`2 ${fixture(2).name}`, 3],
    ]);
  });
});
