import { describe, expect, it } from "vitest";
import {
  apply,
  changedId,
  compareShows,
  edit,
  lampMatches,
  lampsOfParts,
  PART_KINDS,
  partsBroughtBack,
  riskOf,
  setChange,
  Show,
  type Group,
  takeParts,
  type Change,
  type PartsWanted,
  type ShowRecord,
} from "@vexa/core";
import { understory } from "./understory";

const showOf = (records: readonly ShowRecord[]): Show => new Show(new Map(records.map((record) => [record.id, record])));
const demo = showOf(understory());
const RIG: ReadonlySet<string> = new Set(["profile", "fixture", "curve", "scenery", "person", "settings"]);
const rigOnly = showOf(understory().filter(({ kind }) => RIG.has(kind)));
const LOOKS = PART_KINDS.filter((kind) => kind !== "profile" && kind !== "curve");
const everything = LOOKS.flatMap((kind) => demo.all(kind).map(({ id }) => id));

let ids = 0;
const wanted = (to: Show, from: Show, picked: readonly string[], more: Partial<PartsWanted> = {}): PartsWanted => ({
  ids: picked,
  sameOnes: "beside",
  lamps: new Map(lampMatches(to, from, lampsOfParts(from, picked)).map(({ lamp, to: here }) => [lamp.id, here?.id ?? null])),
  newId: () => `n${++ids}`,
  ...more,
});
const after = (show: Show, changes: readonly Change[]): Show => {
  const done = edit(show, changes);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};
/** What is compared: recorded looks, without whose they are and which pages belong to whom. */
const plain = (show: Show): Map<string, unknown> =>
  new Map(
    [...LOOKS, "cue" as const, "playback" as const, "groupMaster" as const].flatMap((kind) =>
      show.all(kind).map((record): [string, unknown] => {
        const copy = JSON.parse(JSON.stringify(record), (key, value: unknown) => (key === "takenFrom" ? undefined : value)) as object;
        return [record.id, { ...copy, territoryId: undefined, personId: undefined, version: 0 }];
      }),
    ),
  );

describe("taking parts of another show", () => {
  it("brings all looks of the demo to its bare rig as they are", () => {
    const taken = takeParts(rigOnly, demo, wanted(rigOnly, demo, everything));
    const done = after(rigOnly, taken.changes);
    expect(plain(done)).toEqual(plain(demo));
    expect(taken.replaced).toEqual([]);
    for (const [id, record] of rigOnly.records) expect(done.records.get(id)).toBe(record);
  });

  it("names the lamps here where those have other ids and numbers, and nothing else differs", () => {
    // An oracle without the code under test: the whole show as text, with every lamp's id written otherwise.
    const text = understory()
      .filter(({ kind }) => kind === "fixture")
      .reduce((all, { id }) => all.replaceAll(new RegExp(`"${id}(?=[".])`, "g"), `"other-${id}`), JSON.stringify(understory()));
    const renamed = showOf(JSON.parse(text) as ShowRecord[]);
    const bare = showOf([...renamed.records.values()].filter(({ kind }) => RIG.has(kind)));
    const done = after(bare, takeParts(bare, demo, wanted(bare, demo, everything)).changes);
    expect(plain(done)).toEqual(plain(renamed));
  });

  it("a single list comes with its cues, presets, groups and masters; what is here under the same name is used", () => {
    const list = demo.all("cueList")[0]!;
    const [group] = demo
      .all("group")
      .filter(({ id }) => demo.cuesOf(list.id).some(({ strokes }) => JSON.stringify(strokes).includes(`"${id}"`)));
    const mine = { ...group!, id: "group-mine", heads: group!.heads.slice(0, 2), territoryId: null };
    const here = after(rigOnly, [{ op: "add", record: mine }]);
    const taken = takeParts(here, demo, wanted(here, demo, [list.id]));
    const done = after(here, taken.changes);
    expect(done.cuesOf(list.id)).toHaveLength(demo.cuesOf(list.id).length);
    expect(taken.yours).toContain(`group ${group!.name}`);
    expect(JSON.stringify(done.cuesOf(list.id))).toContain(`"group-mine"`);
    expect(JSON.stringify(done.cuesOf(list.id))).not.toContain(`"${group!.id}"`);
    expect(done.all("page")).toEqual([]);
    expect(done.get("group", "group-mine")).toEqual(mine);
  });

  it("beside: the same list again is another one with its own cues; replace: it is written over, its territory kept", () => {
    const list = demo.all("cueList").find(({ territoryId }) => territoryId !== null)!;
    const [first] = demo.cuesOf(list.id);
    const other = after(demo, [setChange(first!.id, ["inSeconds"], { from: first!.inSeconds, to: 7.25 })]);
    const beside = after(demo, takeParts(demo, other, wanted(demo, other, [list.id])).changes);
    expect(beside.all("cueList")).toHaveLength(demo.all("cueList").length + 1);
    const added = beside.all("cueList").at(-1)!;
    expect(added).toMatchObject({ name: `${list.name} 2`, territoryId: null });
    expect(beside.cuesOf(added.id)[0]!.inSeconds).toBe(7.25);
    expect(beside.cuesOf(list.id)).toEqual(demo.cuesOf(list.id));
    const replaced = takeParts(demo, other, wanted(demo, other, [list.id], { sameOnes: "replace" }));
    expect(replaced.changes.map(changedId)).toEqual([first!.id]);
    expect(after(demo, replaced.changes).get("cueList", list.id)!.territoryId).toBe(list.territoryId);
    // A cue that the other show hasn't got goes.
    const last = demo.cuesOf(list.id).at(-1)!;
    const fewer = showOf([...demo.records.values()].filter(({ id }) => id !== last.id && !id.startsWith("state-")));
    const idle = showOf([...demo.records.values()].filter(({ kind }) => kind !== "playbackState"));
    expect(takeParts(idle, fewer, wanted(idle, fewer, [list.id], { sameOnes: "replace" })).changes).toEqual([
      { op: "remove", record: last },
    ]);
  });

  it("lamps that nobody stands for leave groups, and values of theirs harm no lamp here that has the same id", () => {
    const group = demo.all("group").find(({ heads }) => heads.length > 3)!;
    const lamps = new Map(lampsOfParts(demo, [group.id]).map(({ id }, at) => [id, at < 2 ? id : null]));
    const done = after(rigOnly, takeParts(rigOnly, demo, wanted(rigOnly, demo, [group.id], { lamps })).changes);
    const kept = new Set([...lamps].flatMap(([id, to]) => (to ? [id] : [])));
    expect(done.get("group", group.id)!.heads).toEqual(group.heads.filter((head) => kept.has(head.split(".")[0]!)));
  });

  it("takes nothing that isn't a part, and nothing twice", () => {
    const strange = [...rigOnly.all("fixture"), ...demo.all("person")].map(({ id }) => id);
    expect(takeParts(rigOnly, demo, wanted(rigOnly, demo, [...strange, "gone", ""])).changes).toEqual([]);
    const preset = demo.all("preset")[0]!;
    expect(takeParts(rigOnly, demo, wanted(rigOnly, demo, [preset.id, preset.id])).changes.filter(({ op }) => op === "add").length).toBe(
      takeParts(rigOnly, demo, wanted(rigOnly, demo, [preset.id])).changes.length,
    );
  });
});

describe("comparing versions", () => {
  const group = demo.all("group")[0]!;
  const cue = demo.all("cue").find(({ name }) => name !== null)!;
  const changed = after(demo, [
    setChange(cue.id, ["inSeconds"], { from: cue.inSeconds, to: 9 }),
    setChange(cue.id, ["note"], { from: cue.note, to: "slower" }),
    { op: "add", record: { ...group, id: "group-new", name: "New ones" } as Group },
  ]);

  it("tells what differs, in words", () => {
    expect(compareShows(demo, demo)).toEqual([]);
    expect(compareShows(demo, changed).map(({ name, op, place, words }) => [name, op, place, words])).toEqual([
      ["New ones", "new", "build", "group"],
      [`${cue.number} ${cue.name} of ${demo.get("cueList", cue.listId)!.name}`, "changed", "score", "cue: in time, note"],
    ]);
    expect(compareShows(changed, demo).map(({ op }) => op)).toEqual(["gone", "changed"]);
  });

  it("brings back what is picked alone, and all of it gives the version", () => {
    const one = after(changed, partsBroughtBack(changed, demo, [cue.id]));
    expect(compareShows(demo, one).map(({ name }) => name)).toEqual(["New ones"]);
    const all = after(changed, partsBroughtBack(changed, demo, [cue.id, "group-new"]));
    expect(compareShows(demo, all)).toEqual([]);
  });

  it("brings what a part needs along", () => {
    const list = demo
      .all("cueList")
      .find(({ id }) => !demo.all("playback").some(({ listId }) => listId === id) && demo.cuesOf(id).length > 0);
    const bare = showOf([...demo.records.values()].filter(({ kind }) => RIG.has(kind)));
    const [lone] = demo.cuesOf((list ?? demo.all("cueList")[0]!).id);
    const done = apply(bare.records, partsBroughtBack(bare, demo, [lone!.id]));
    expect(done.ok && [...done.value.values()].some(({ id }) => id === lone!.listId)).toBe(true);
    expect(edit(bare, partsBroughtBack(bare, demo, [lone!.id])).ok).toBe(true);
  });
});

describe("what is risky", () => {
  it("is a swap, a division, much that comes and much that goes; ordinary edits aren't", () => {
    const [lamp] = demo.all("fixture");
    const [territory] = demo.all("territory");
    const cues = demo.all("cue").slice(0, 20);
    expect(riskOf(demo, [setChange(lamp!.id, ["modeId"], { from: lamp!.modeId, to: "x" })])).toBe("lamps became others");
    expect(riskOf(demo, [setChange(territory!.id, ["parts"], { from: territory!.parts, to: [] })])).toBe("the division was changed");
    expect(riskOf(demo, [{ op: "remove", record: territory! }])).toBe("the division was changed");
    expect(
      riskOf(
        demo,
        cues.map((record) => ({ op: "remove", record })),
      ),
    ).toBe("much was taken out");
    expect(
      riskOf(
        demo,
        cues.map((record) => ({ op: "add", record })),
      ),
    ).toBe("much was added");
    expect(
      riskOf(
        demo,
        cues.slice(1).map((record) => ({ op: "add", record })),
      ),
    ).toBeNull();
    expect(
      riskOf(
        demo,
        cues.map(({ id, inSeconds }) => setChange(id, ["inSeconds"], { from: inSeconds, to: 1 })),
      ),
    ).toBeNull();
    expect(riskOf(demo, [])).toBeNull();
  });
});
