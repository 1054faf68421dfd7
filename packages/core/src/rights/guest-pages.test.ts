import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { coatIdOf } from "../playback/coat";
import { parkIdOf } from "../playback/stage-state";
import { parkedOn } from "../playing/parked-heads";
import { runningIdOf } from "../playback/running-macro";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { smallShow } from "../testing";
import { board, bluePreset } from "../testing/board-show";
import type { Person } from "../territory/territory";
import { mayDo } from "./rights";
import { mayTurnView, seenBy } from "./seen-by";

const record = (of: object): ShowRecord => ({ version: 1, ...of }) as ShowRecord;
const at = { column: 0, row: 0, columns: 4, rows: 2 };
const guest = record({ id: "gus", kind: "person", name: "Gus", initials: "Gu", role: "guest" }) as Person;
/** Two of everything that lies on pages: one on the guest's, one on the page of all. */
const show = smallShow([
  guest,
  bluePreset,
  record({ id: "his", kind: "page", name: "Door", rank: 1, territoryId: null, personId: "gus" }),
  record({ id: "quiet", kind: "macro", name: "Quiet", rank: 0, lines: ["wait 1"] }),
  record({ id: "loud", kind: "macro", name: "Loud", rank: 1, lines: ["wait 1"] }),
  record({ id: "quiet-card", kind: "macroCard", pageId: "his", macroId: "quiet", ...at }),
  record({ id: "loud-card", kind: "macroCard", pageId: "page", macroId: "loud", ...at }),
  record({ id: "his-cells", kind: "groupMaster", name: "Cells", pageId: "his", who: { groupIds: ["cells"] }, how: "scales", ...at }),
  record({ id: "all-cells", kind: "groupMaster", name: "Cells", pageId: "page", who: { groupIds: ["cells"] }, how: "scales", ...at }),
  record({ id: "his-lamps", kind: "groupMaster", name: "Movers", pageId: "his", who: { groupIds: ["movers"] }, how: "parks", ...at }),
  record({ id: "all-lamps", kind: "groupMaster", name: "Cells", pageId: "page", who: { groupIds: ["cells"] }, how: "parks", ...at }),
  { ...board, id: "his-board", pageId: "his", beds: { movers: { rank: 1, groupId: "movers" } } },
  { ...board, id: "their-board", beds: { cells: { rank: 1, groupId: "cells" } } },
]);
const after = (before: Show, command: PlayCommand): Show => {
  const values = (): number[] => before.rig.parameters.map(() => 0.5);
  const changes = playChanges(before, command, { t: 10, personId: "gus", values });
  if (!changes.ok) throw new Error(changes.error.code);
  const applied = apply(before.records, changes.value);
  if (!applied.ok) throw new Error(applied.error.code);
  return before.withRecords(applied.value);
};

/** What a guest does on their page, and the same beside it. */
const PAIRS: readonly (readonly [PlayCommand, PlayCommand])[] = [
  [
    { type: "macro", macroId: "quiet" },
    { type: "macro", macroId: "loud" },
  ],
  [
    { type: "macro-stop", macroId: "quiet" },
    { type: "macro-stop", macroId: "loud" },
  ],
  [
    { type: "macro-answer", macroId: "quiet", name: "x", text: "1" },
    { type: "macro-answer", macroId: "loud", name: "x", text: "1" },
  ],
  [
    { type: "group-level", groupMasterId: "his-cells", level: 0.5 },
    { type: "group-level", groupMasterId: "all-cells", level: 0.5 },
  ],
  [
    { type: "group-park", groupMasterId: "his-lamps", on: true },
    { type: "group-park", groupMasterId: "all-lamps", on: true },
  ],
  [
    { type: "paint", boardId: "his-board", bedIds: ["movers"], potId: "red" },
    { type: "paint", boardId: "their-board", bedIds: ["cells"], potId: "red" },
  ],
  [
    { type: "rinse", boardId: "his-board", bedIds: ["movers"], coats: "all" },
    { type: "rinse", boardId: "their-board", bedIds: ["cells"], coats: "all" },
  ],
];

describe("a guest's page", () => {
  it("may have macros, masters of groups and boards: those are played, and none on another page", () => {
    for (const [his, theirs] of PAIRS) {
      expect(mayDo(show, guest, his)).toBeNull();
      expect(mayDo(show, guest, theirs)).toMatchObject({ code: "reach.role" });
    }
    for (const command of [
      { type: "macro", macroId: "gone" },
      { type: "group-level", groupMasterId: "gone", level: 1 },
      { type: "sweep" },
      { type: "pace", seconds: 1 },
    ] as const)
      expect(mayDo(show, guest, command)).toMatchObject({ code: "reach.role" });
  });

  it("is played by a device that plays it, as by its guest", () => {
    const device = record({
      id: "panel",
      kind: "device",
      name: "Panel",
      address: "10.0.0.9",
      plays: "page",
      territoryId: null,
      pageId: "his",
    });
    const with_ = show.withRecords(new Map([...show.records, [device.id, device]]));
    const panel = { ...guest, id: "panel" };
    for (const [his, theirs] of PAIRS) {
      expect(mayDo(with_, panel, his)).toBeNull();
      expect(mayDo(with_, panel, theirs)).toMatchObject({ code: "reach.role" });
    }
  });

  it("is all that reaches them, with how it stands: names of beds and colours of pots, no rig, nothing of the other page", () => {
    const played = PAIRS.flatMap(([his, theirs]) => (his.type === "macro-stop" || his.type === "rinse" ? [] : [his, theirs])).reduce(
      after,
      show,
    );
    const sees = seenBy(played, guest)!;
    const ids = [...played.records.values()].filter(sees).map(({ id }) => id);
    expect(new Set(ids)).toEqual(
      new Set([
        ...["gus", "his", "quiet", "quiet-card", "his-cells", "his-lamps", "his-board", "movers", "blue"],
        ...[runningIdOf("quiet"), "state-his-cells", coatIdOf("his-board", "movers", "first")],
        ...show.groupHeads("movers")!.map(parkIdOf),
      ]),
    );
    const theirs = played.withRecords(new Map([...played.records].filter(([, record]) => sees(record))));
    const card = theirs.get("groupMaster", "his-lamps")!;
    expect(parkedOn(theirs, card)).toEqual(show.groupHeads("movers"));
    expect(parkedOn(played, played.get("groupMaster", "all-lamps")!)).toEqual(show.groupHeads("cells"));
    for (const kind of ["board", "macroCard", "groupMaster", "playback", "page", "group"] as const) expect(mayTurnView([kind])).toBe(true);
    expect(mayTurnView(["coat", "macro", "runningMacro", "groupMasterState"])).toBe(false);
  });
});
