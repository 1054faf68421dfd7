import { describe, expect, it } from "vitest";
import { apply, changedId, setChange, Show, type Change, type Note, type Person, type ShowRecord, type Transaction } from "@vexa/core";
import { understory } from "@vexa/demo";
import { Audience } from "./audience";

const begin = (): {
  audience: Audience;
  person: (id: string) => Person;
  change: (changes: readonly Change[]) => Transaction;
  show: () => Show;
} => {
  let show = new Show(new Map(understory().map((record) => [record.id, record])));
  const stage = {
    get show() {
      return show;
    },
  };
  return {
    audience: new Audience(stage),
    person: (id) => show.get("person", `person-${id}`)!,
    show: () => show,
    change: (changes) => {
      const applied = apply(show.records, changes);
      if (!applied.ok) throw new Error(JSON.stringify(applied.error));
      show = show.withRecords(applied.value, changes.map(changedId));
      return { id: "t", author: "person-ines", label: "secret words", changes };
    },
  };
};
const note = (id: string, from: string, to: string | null): Note => ({
  ...(understory().find(({ kind }) => kind === "note") as Note),
  id,
  fromPersonId: `person-${from}`,
  toPersonId: to === null ? null : `person-${to}`,
});

describe("what reaches a guest's browser", () => {
  it("is their page, its cards, their lists' names and whether they run: no cues, no rig, no other people, no notes", () => {
    const { audience, person } = begin();
    const kinds = new Map<string, number>();
    for (const { kind } of audience.records(person("foyer"))) kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    expect(Object.fromEntries(kinds)).toEqual({ person: 1, page: 1, playback: 2, cueList: 2 });
  });

  it("is told of what they see and of nothing else, with no words of others", () => {
    const { audience, person, change } = begin();
    audience.records(person("foyer"));
    const started: ShowRecord = {
      ...{ id: "state-card-walk-in", kind: "playbackState", version: 1, playbackId: "card-walk-in", level: 0 },
      ...{ cueId: null, previousCueId: null, goSeconds: 0, letGoSeconds: null, personId: "person-ines" },
    };
    const told = audience.told(
      person("foyer"),
      change([{ op: "add", record: started }, setChange("page-main", ["rank"], { from: 0, to: 5 })]),
    );
    expect(told).toMatchObject({ changes: [{ op: "add" }] });
    expect(JSON.stringify(told)).not.toContain("secret");
    const other = audience.told(person("foyer"), change([setChange("group-spots", ["name"], { from: "Rib spots", to: "Ribs" })]));
    expect(other).toMatchObject({ changes: [] });
  });

  it("is fetched anew when a card comes onto their page or leaves it", () => {
    const { audience, person, change } = begin();
    audience.records(person("foyer"));
    expect(audience.told(person("foyer"), change([setChange("card-spore", ["pageId"], { from: "page-main", to: "page-foyer" })]))).toBe(
      "stale",
    );
    expect(audience.records(person("foyer")).map(({ id }) => id)).toContain("card-spore");
    expect(audience.told(person("foyer"), change([setChange("card-spore", ["pageId"], { from: "page-foyer", to: "page-main" })]))).toBe(
      "stale",
    );
  });
});

describe("notes between others", () => {
  it.each(["operator", "orla", "wren"])("don't reach %s; their own and those for all do", (name) => {
    const { audience, person, change } = begin();
    change([
      { op: "add", record: note("between", "ines", "tomasz") },
      { op: "add", record: note("for-all", "ines", null) },
      { op: "add", record: note("mine", "ines", name) },
    ]);
    const ids = audience.records(person(name)).map(({ id }) => id);
    expect([ids.includes("between"), ids.includes("for-all"), ids.includes("mine")]).toEqual([false, true, true]);
    const told = audience.told(person(name), change([setChange("between", ["done"], { from: undefined, to: true })]));
    expect(told).toMatchObject({ changes: [] });
    expect(audience.records(person("tomasz")).some(({ id }) => id === "between")).toBe(true);
  });
});
