import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { FAMILIES } from "../rig/attributes";
import { edit } from "../show/edit";
import { mayChange, mayDo } from "../rights/rights";
import { loanChanges, type LoanCommand } from "../rights/loan-changes";
import { isVersioned, restoreChanges } from "../show/restore";
import { runsThere } from "../questions/runs-there";
import type { Show } from "../show/show";
import { silentHeads, silentThere } from "../questions/silent";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { overlapsOf, restOf, shiftOf } from "./division";
import { ownership, reachOf, reachOfOwner } from "./reach";
import { FIRST_SETTINGS } from "../playback/stage-state";
import { ROLE_TABLE } from "./role-table";
import { ROLES, type Person, type Territory } from "./territory";

/** In the small show Ann leads, Ben has the movers fx-1..8 and Cleo the cells fx-9.* and fx-10.*. */
const person = (show: Show, id: string): Person => show.get("person", id)!;
const territoryOf = (show: Show, personId: string): Territory => show.territories.find(({ personIds }) => personIds.includes(personId))!;
const HEAD = "fx-1";

function after(show: Show, changes: Parameters<typeof edit>[1]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

let ids = 0;
function told(show: Show, command: LoanCommand, personId: string | null, now = 1000): Show {
  const changes = loanChanges(show, command, { person: personId === null ? null : person(show, personId), now, newId: `loan-${ids++}` });
  if (!changes.ok) throw new Error(changes.error.code);
  return after(show, changes.value);
}

function asked(show: Show, families: readonly (typeof FAMILIES)[number][] = FAMILIES): Show {
  const [from, to] = [territoryOf(show, "ben").id, territoryOf(show, "cleo").id];
  return told(
    show,
    { type: "ask", fromTerritoryId: from, toTerritoryId: to, part: { groupIds: [], heads: [HEAD], families }, minutes: 5 },
    "cleo",
  );
}

describe("dividing the rig", () => {
  it("refuses a head's family to two territories, by name, unless the lead shares one of them", () => {
    const show = smallShow();
    const [bens, cleos] = [territoryOf(show, "ben"), territoryOf(show, "cleo")];
    const parts = [...cleos.parts, { groupIds: [], heads: [HEAD], families: ["Colour" as const] }];
    const grab = setChange(cleos.id, ["parts"], { from: cleos.parts, to: parts });
    expect(edit(show, [grab])).toEqual({
      ok: false,
      error: { code: "territory.overlap", details: { held: bens.name, wants: cleos.name, what: "colour of one head" } },
    });
    const shared = after(show, [setChange(cleos.id, ["shared"], { to: true }), grab]);
    expect(overlapsOf(shared)).toEqual([]);
    for (const id of ["ben", "cleo"]) expect(reachOf(person(shared, id), shared)(HEAD, "Colour")).toBe(true);
    expect(reachOf(person(shared, "cleo"), shared)(HEAD, "Intensity")).toBe(false);
  });

  it("refuses a group that would grow into another territory", () => {
    const show = smallShow();
    const heads = show.groupHeads("cells")!;
    expect(edit(show, [setChange("cells", ["heads"], { from: heads, to: [...heads, HEAD] })])).toMatchObject({
      error: { code: "territory.overlap" },
    });
  });

  it("splits families of the same heads between people, and knows what nobody has", () => {
    const show = smallShow();
    const bens = territoryOf(show, "ben");
    const intensities = after(show, [
      setChange(bens.id, ["parts"], { from: bens.parts, to: [{ groupIds: ["movers"], heads: [], families: ["Intensity"] }] }),
    ]);
    const rest = restOf(intensities);
    expect(rest).toEqual([{ groupIds: [], heads: Array.from({ length: 8 }, (_, at) => `fx-${at + 1}`), families: ["Position", "Colour"] }]);
    const filled = after(intensities, [
      { op: "add", record: { ...territoryOf(show, "cleo"), id: "rest", name: "Rest", personIds: [], parts: rest } as Territory },
    ]);
    expect(restOf(filled)).toEqual([]);
    expect(shiftOf(show, filled)).toMatchObject([
      { territory: { id: bens.id }, gains: [], loses: [{ family: "Position" }, { family: "Colour" }, { family: "Beam" }] },
      { territory: { id: "rest" }, gains: [{ family: "Position", heads: { length: 8 } }, { family: "Colour" }], loses: [] },
    ]);
  });
});

describe("loans", () => {
  it("give the borrower's people and playbacks what they name, take it from the lender's people, and give it back", () => {
    const show = asked(smallShow(), ["Colour"]);
    const loan = show.all("loan")[0]!;
    expect(reachOf(person(show, "cleo"), show)(HEAD, "Colour")).toBe(false);
    const lent = told(show, { type: "lend", loanId: loan.id, minutes: 5 }, "ben", 2000);
    expect(lent.get("loan", loan.id)).toMatchObject({ state: "lent", decidedBy: "ben", endsAt: 302_000 });
    const reaches = (id: string, family: (typeof FAMILIES)[number], on = lent): boolean => reachOf(person(on, id), on)(HEAD, family);
    expect([reaches("cleo", "Colour"), reaches("cleo", "Intensity"), reaches("ben", "Colour"), reaches("ben", "Intensity")]).toEqual([
      true,
      false,
      false,
      true,
    ]);
    expect(reachOfOwner(loan.toTerritoryId, lent)(HEAD, "Colour")).toBe(true);
    expect(reachOfOwner(loan.fromTerritoryId, lent)(HEAD, "Colour")).toBe(true);
    expect(ownership(lent)(HEAD, "Colour")?.id).toBe(loan.toTerritoryId);
    const longer = told(lent, { type: "extend", loanId: loan.id, minutes: null }, "ben");
    expect(longer.get("loan", loan.id)!.endsAt).toBeUndefined();
    const over = told(longer, { type: "end", loanId: loan.id }, null, 9000);
    expect([reaches("cleo", "Colour", over), reaches("ben", "Colour", over)]).toEqual([false, true]);
    expect(over.get("loan", loan.id)).toMatchObject({ state: "ended", endedAt: 9000 });
  });

  it("take with them what the borrower has there in sketch and park", () => {
    const show = asked(smallShow());
    const loanId = show.all("loan")[0]!.id;
    const lent = told(show, { type: "lend", loanId, minutes: null }, "ben");
    const strokes = {
      a: { ...strokeOn("cells", { Dimmer: part([1]) }), who: { heads: [HEAD] } },
      b: strokeOn("cells", { Dimmer: part([0.5]) }),
    };
    const busy = after(lent, [
      setChange("sketch-cleo", ["strokes"], { from: {}, to: strokes }),
      { op: "add", record: { id: `park-${HEAD}`, kind: "park", version: 1, head: HEAD, values: { Dimmer: 1 }, personId: "cleo" } as never },
    ]);
    const over = told(busy, { type: "end", loanId }, "cleo");
    expect(Object.keys(over.sketchOf("cleo")!.strokes)).toEqual(["b"]);
    expect(over.all("park")).toEqual([]);
  });

  it("are refused for what the lender doesn't hold or has lent, to those who don't decide, and when they are over", () => {
    const show = asked(smallShow());
    const { id: loanId, fromTerritoryId, toTerritoryId } = show.all("loan")[0]!;
    const ask = (command: LoanCommand, id: string, on = show): string => {
      const changes = loanChanges(on, command, { person: person(on, id), now: 1, newId: "x" });
      return changes.ok ? "ok" : changes.error.code;
    };
    const part1 = { groupIds: [], heads: ["fx-9.1"], families: FAMILIES };
    expect(ask({ type: "ask", fromTerritoryId, toTerritoryId, part: part1, minutes: 1 }, "cleo")).toBe("loan.not-theirs");
    expect(ask({ type: "ask", fromTerritoryId, toTerritoryId, part: { ...part1, heads: [HEAD] }, minutes: 1 }, "ben")).toBe("reach.role");
    expect(ask({ type: "lend", loanId, minutes: 1 }, "cleo")).toBe("reach.role");
    expect(ask({ type: "extend", loanId, minutes: 1 }, "ben")).toBe("loan.over");
    const lent = told(show, { type: "lend", loanId, minutes: 1 }, "ann");
    expect(ask({ type: "ask", fromTerritoryId, toTerritoryId, part: { ...part1, heads: [HEAD] }, minutes: 1 }, "cleo", lent)).toBe(
      "loan.not-theirs",
    );
    const over = told(lent, { type: "end", loanId }, "cleo");
    expect(ask({ type: "end", loanId }, "ben", over)).toBe("loan.over");
    expect(mayChange(show, person(show, "ann"), setChange(loanId, ["state"], { from: "asked", to: "lent" }))).toMatchObject({
      code: "reach.role",
    });
  });
});

describe("roles", () => {
  it("are one table: watchers look on, and only leads change the rig, the crew and the stage as a whole", () => {
    const show = smallShow();
    const allowing = smallShow([{ ...FIRST_SETTINGS, allows: { master: true } }]);
    const as = (role: (typeof ROLES)[number]): Person => ({ ...person(show, "ann"), role });
    for (const role of ROLES) {
      expect(mayDo(show, as(role), { type: "tap", masterId: "pulse" }) === null).toBe(!["no", "page"].includes(ROLE_TABLE.play[role]));
      expect(mayDo(show, as(role), { type: "sweep" }) === null).toBe(ROLE_TABLE.stage[role] === "all");
      for (const command of [{ type: "blackout", on: true } as const, { type: "grand-master", level: 0.5 } as const]) {
        expect(mayDo(show, as(role), command) === null).toBe(role === "lead");
        expect(mayDo(allowing, as(role), command) === null).toBe(role === "lead" || role === "operator");
      }
      expect(mayDo(show, as(role), { type: "curtain-drop" }) === null).toBe(ROLE_TABLE.hold[role] !== "no");
      expect(mayChange(show, as(role), setChange("ben", ["role"], { from: "programmer", to: "lead" })) === null).toBe(
        ROLE_TABLE.crew[role] === "all",
      );
    }
  });

  it("never leave a show without a lead", () => {
    expect(edit(smallShow(), [setChange("ann", ["role"], { from: "lead", to: "guest" })])).toMatchObject({
      error: { code: "value.invalid" },
    });
  });
});

describe("content outside its territory", () => {
  it("is kept, silent, and counted for the card and the trace", () => {
    const show = smallShow(
      listWithCard(
        "bens",
        [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) }), strokeOn("cells", { Dimmer: part([1]) }, 2)] }],
        {
          territoryId: "north",
        },
      ),
    );
    const card = show.get("playback", "card-bens")!;
    expect(silentHeads(show, card)).toBe(6);
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: card.id });
    const dimmer = (head: string): number => show.rig.headByKey.get(head)!.parameters.get("Dimmer")!;
    bench.read(1, 0);
    expect([bench.engine.values[dimmer("fx-1")], bench.engine.values[dimmer("fx-9.1")]]).toEqual([1, 0]);
    expect(silentThere(bench.engine.show, dimmer("fx-9.1")).map(({ id }) => id)).toEqual([card.id]);
    expect(silentThere(bench.engine.show, dimmer("fx-1"))).toEqual([]);
    expect(runsThere(bench.engine.show, (head, family) => head === "fx-1" && family === "Intensity")).toEqual([{ name: "bens", heads: 1 }]);
    expect(runsThere(bench.engine.show, (head) => head.startsWith("fx-9"))).toEqual([]);
  });
});

describe("bringing a version back", () => {
  it("ends exactly at the version, whatever was added, changed and removed since, and lets go of what is gone", () => {
    const show = smallShow(listWithCard("bens", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }]));
    const version = [...show.records.values()].filter(isVersioned);
    const bench = new EngineOnBench(show);
    bench.change([
      ...listWithCard("later", [{ inSeconds: 0, strokes: [strokeOn("cells", { Dimmer: part([1]) })] }], { column: 4 }).map((record) => ({
        op: "add" as const,
        record,
      })),
      setChange("movers", ["name"], { from: "Movers", to: "Moved" }),
      { op: "remove", record: show.get("playback", "card-bens")! },
    ]);
    bench.play({ type: "go", playbackId: "card-later" });
    const changes = restoreChanges(bench.engine.show, version);
    if (!changes.ok) throw new Error(changes.error.code);
    const restored = after(bench.engine.show, changes.value);
    const plain = (of: Show): unknown[] => [...of.records.values()].filter(isVersioned).map((record) => ({ ...record, version: 0 }));
    expect(plain(restored).sort(byId)).toEqual(plain(show).sort(byId));
    expect(restored.all("playbackState")).toEqual([]);
  });
});

function byId(a: unknown, b: unknown): number {
  return (a as { id: string }).id < (b as { id: string }).id ? -1 : 1;
}
