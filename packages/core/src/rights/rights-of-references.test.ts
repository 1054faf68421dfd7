import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import type { ShowRecord } from "../show/records";
import { REFERENCES } from "../show/references";
import { Show } from "../show/show";
import { tryEdit } from "./try-edit";

const FAMILIES = ["Intensity", "Position", "Colour", "Beam"] as const;
const record = (of: object): ShowRecord => ({ version: 1, ...of }) as ShowRecord;
const people = [
  record({ id: "ann", kind: "person", name: "Ann", initials: "An", role: "lead" }),
  record({ id: "ben", kind: "person", name: "Ben", initials: "Be", role: "programmer" }),
  record({ id: "cleo", kind: "person", name: "Cleo", initials: "Cl", role: "programmer" }),
  record({ id: "gus", kind: "person", name: "Gus", initials: "Gu", role: "guest" }),
  record({ id: "tess", kind: "person", name: "Tess", initials: "Te", role: "technician" }),
];
const territory = (id: string, personId: string, group: string): ShowRecord =>
  record({
    id,
    kind: "territory",
    name: `The ${id}`,
    tint: 0,
    parts: [{ groupIds: [group], heads: [], families: FAMILIES }],
    personIds: [personId],
  });
const group = (id: string, territoryId: string, heads: readonly string[]): ShowRecord =>
  record({ id, kind: "group", name: `The ${id}`, rank: 0, heads, territoryId });
const list = (id: string, territoryId: string | null): ShowRecord =>
  record({ id, kind: "cueList", name: `List ${id}`, rank: 0, territoryId });
const cue = (id: string, listId: string): ShowRecord =>
  record({ id, kind: "cue", name: "Lit", listId, number: 1, inSeconds: 0, strokes: {} });
const page = (id: string, of: object): ShowRecord => record({ id, kind: "page", name: `The ${id}`, rank: 0, territoryId: null, ...of });
const card = (id: string, listId: string, pageId: string): ShowRecord =>
  record({
    id,
    kind: "playback",
    pageId,
    listId,
    column: 0,
    row: 0,
    columns: 1,
    rows: 1,
    releaseSeconds: 0,
    startsOnRaise: true,
    letsGoAtZero: true,
  });
const show = new Show(
  new Map(
    [
      ...people,
      group("his", "north", ["1"]),
      group("spare", "north", ["2"]),
      group("hers", "south", ["3"]),
      territory("north", "ben", "his"),
      territory("south", "cleo", "hers"),
      list("his-list", "north"),
      list("her-list", "south"),
      list("common-list", null),
      cue("his-cue", "his-list"),
      cue("her-cue", "her-list"),
      page("common-page", {}),
      page("guest-page", { personId: "gus" }),
      page("her-page", { territoryId: "south" }),
      page("his-page", { territoryId: "north" }),
      card("his-card", "his-list", "common-page"),
      record({ id: "lead-master", kind: "master", name: "Pulse", rank: 0 }),
      record({ id: "his-master", kind: "master", name: "His", rank: 1, territoryId: "north" }),
      record({ id: "here", kind: "device", name: "Here", address: "127.0.0.1", plays: "everything", territoryId: null }),
    ].map((each) => [each.id, each] as const),
  ),
);
const attempt = (who: string, ...changes: Change[]): string => {
  const tried = tryEdit(show, show.get("person", who)!, changes);
  return tried.ok ? "done" : tried.error.code === "reach.role" ? "reach.role" : JSON.stringify(tried.error);
};
const set = (id: string, field: string, to: unknown): Change =>
  setChange(id, [field], { from: (show.records.get(id) as unknown as Record<string, unknown>)[field], to });

describe("fields that name other records", () => {
  it.each<[string, Change]>([
    ["a cue into somebody else's list", set("his-cue", "listId", "her-list")],
    ["a cue into a common list", set("his-cue", "listId", "common-list")],
    ["a card at somebody else's list", set("his-card", "listId", "her-list")],
    ["a card onto a guest's page", set("his-card", "pageId", "guest-page")],
    ["a card onto somebody else's page", set("his-card", "pageId", "her-page")],
    ["heads into a group that his territory is made of", set("his", "heads", ["1", "3"])],
    ["a master of the lead by another name", set("lead-master", "name", "Mine")],
    ["a group to somebody else", set("his", "territoryId", "south")],
    ["a list to somebody else", set("his-list", "territoryId", "south")],
    ["a list to all", set("his-list", "territoryId", null)],
    ["his master to somebody else", set("his-master", "territoryId", "south")],
    ["himself into a territory", set("south", "personIds", ["cleo", "ben"])],
    ["a device at another territory", set("here", "territoryId", "north")],
    ["a new cue in somebody else's list", { op: "add", record: cue("new", "her-list") }],
    ["a new card on a guest's page", { op: "add", record: card("new", "his-list", "guest-page") }],
    ["a new master for all", { op: "add", record: record({ id: "new", kind: "master", name: "New", rank: 3 }) }],
  ])("can't put %s", (_, change) => {
    expect(attempt("ben", change)).toBe("reach.role");
    expect(attempt("tess", change)).toBe("reach.role");
    expect(attempt("gus", change)).toBe("reach.role");
  });

  it("are the person's own to set within what is theirs, in one edit too", () => {
    expect(attempt("ben", set("spare", "heads", ["2", "1"]))).toBe("done");
    expect(attempt("ben", set("his-card", "pageId", "his-page"))).toBe("done");
    expect(attempt("ben", set("his-master", "name", "Mine"))).toBe("done");
    expect(attempt("ben", { op: "add", record: list("new-list", "north") }, { op: "add", record: cue("new-cue", "new-list") })).toBe(
      "done",
    );
    // Not even by way of a list that is theirs for a moment.
    expect(attempt("ben", set("his-list", "territoryId", "south"), set("his-cue", "inSeconds", 2))).toBe("reach.role");
    for (const change of [set("his", "heads", ["1", "4"]), set("his-card", "listId", "her-list"), set("lead-master", "name", "Pulse 2")])
      expect(attempt("ann", change)).toBe("done");
  });

  it("are in the table, each with what guards it", () => {
    const fields = Object.entries(REFERENCES).flatMap(([kind, of]) => Object.keys(of).map((field) => `${kind}.${field}`));
    const named = [...show.records.values()].flatMap((each) =>
      Object.entries(each).flatMap(([field, value]) =>
        field !== "id" && typeof value === "string" && show.records.has(value) ? [`${each.kind}.${field}`] : [],
      ),
    );
    for (const field of named) expect(fields).toContain(field);
  });
});
