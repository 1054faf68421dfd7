import { describe, expect, it } from "vitest";
import { edit, patchConflicts, resolve, Show, type ShowRecord } from "@vexa/core";
import { largeRig } from "./large-rig";
import { understory } from "./understory";

const showOf = (records: readonly ShowRecord[]): Show => {
  const made = edit(
    new Show(new Map()),
    records.map((record) => ({ op: "add", record })),
  );
  if (!made.ok) throw new Error(JSON.stringify(made.error));
  return made.value;
};
const profilesOf = (show: Show) => new Map(show.all("profile").map((profile) => [profile.id, profile]));

describe("the demo show", () => {
  const show = showOf(understory());

  it("holds together: every record fits, every reference exists", () => {
    expect(show.all("fixture").length).toBeGreaterThan(170);
  });

  it.each([
    ["Rib spots", 56],
    ["Floor washes", 28],
    ["Canopy bars", 336],
    ["Fern uplights", 24],
    ["Lantern string", 40],
    ["Blinders and strobes", 12],
    ["Haze and fans", 3],
  ])("has the group %s with %i heads, all in the rig", (name, count) => {
    const { heads } = show.all("group").find((group) => group.name === name)!;
    expect(heads.filter((head) => show.rig.headByKey.has(head))).toHaveLength(count);
  });

  it("is patched without conflicts", () => {
    expect(patchConflicts(show.all("fixture"), profilesOf(show))).toEqual([]);
  });

  it("has cues that all say something", () => {
    for (const { strokes, name } of show.all("cue")) {
      const { rows } = resolve(strokes, { rig: show.rig, groupHeads: (id) => show.groupHeads(id), preset: (id) => show.preset(id) });
      expect(rows.length, name ?? "a cue without a name").toBeGreaterThan(0);
    }
  });
});

describe("the large rig", () => {
  it("has 2,000 moving heads over 256 universes, patched without conflicts", () => {
    const show = showOf(largeRig({ heads: 2000, universes: 256 }));
    expect(show.rig.heads.filter(({ parameters }) => parameters.has("Pan"))).toHaveLength(2000);
    expect(show.rig.universes).toHaveLength(256);
    expect(patchConflicts(show.all("fixture"), profilesOf(show))).toEqual([]);
  });
});
