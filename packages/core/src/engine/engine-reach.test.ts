import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { loanChanges, type LoanCommand } from "../rights/loan-changes";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const ONE = { heads: ["fx-1"] };

function bench(): { bench: EngineOnBench; tell: (command: LoanCommand, personId: string) => string } {
  const on = new EngineOnBench(smallShow());
  const tell = (command: LoanCommand, personId: string): string => {
    const { show } = on.engine;
    const newId = `loan-${show.all("loan").length}`;
    const changes = loanChanges(show, command, { person: show.get("person", personId), now: 1000, newId });
    if (!changes.ok) throw new Error(changes.error.code);
    on.change(changes.value);
    return newId;
  };
  return { bench: on, tell };
}

describe("engine: what reach does to the stage", () => {
  it("lets the borrower in at once, and lets go softly over two seconds when the heads go back", () => {
    const { bench: on, tell } = bench();
    const territory = (id: string): string => on.engine.show.territories.find(({ personIds }) => personIds.includes(id))!.id;
    const stroke = { a: { ...strokeOn("movers", { Dimmer: part([0.8]) }), who: ONE } };
    on.sketch("cleo", stroke);
    expect(on.read(1, 0)).toBe(0);
    const loanId = tell(
      {
        type: "offer",
        fromTerritoryId: territory("ben"),
        toTerritoryId: territory("cleo"),
        part: { groupIds: [], ...ONE, families: ["Intensity"] },
        minutes: null,
      },
      "ben",
    );
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
    expect(on.read(1, 0, 1)).toBeCloseTo(0.8, 4);
    tell({ type: "end", loanId }, "ben");
    expect(on.read(1, 0)).toBeCloseTo(0.8, 3);
    expect(on.read(1, 0, 1)).toBeCloseTo(0.4, 3);
    expect(on.read(1, 0, 1)).toBeCloseTo(0, 4);
    expect(on.engine.show.sketchOf("cleo")!.strokes).toEqual({});
  });

  it("lets go softly when the lead divides the rig anew", () => {
    const { bench: on } = bench();
    on.sketch("ben", { a: strokeOn("movers", { Dimmer: part([0.8]), Pan: part([54]) }) });
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
    const bens = on.engine.show.territories.find(({ personIds }) => personIds.includes("ben"))!;
    on.change([setChange(bens.id, ["parts"], { from: bens.parts, to: [{ groupIds: ["movers"], heads: [], families: ["Position"] }] })]);
    expect(on.read(1, 0, 1)).toBeCloseTo(0.4, 3);
    expect(on.read(1, 2)).toBeCloseTo(0.6, 4);
    expect(on.read(1, 0, 1)).toBe(0);
  });
});

describe("engine: what a running list reaches", () => {
  const lit = { inSeconds: 0, strokes: [{ ...strokeOn("movers", { Dimmer: part([0.8]) }), who: { heads: ["fx-1", "fx-2"] } }] };
  const running = (territoryId: string | null): EngineOnBench => {
    const on = new EngineOnBench(smallShow(listWithCard("list", [lit], { territoryId })));
    on.play({ type: "level", playbackId: "card-list", level: 1 });
    on.play({ type: "go", playbackId: "card-list" });
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
    return on;
  };

  it("follows whoever it is given to, and nothing else of the list: a new name changes nothing", () => {
    const on = running(null);
    on.change([setChange("list", ["name"], { from: "list", to: "Another" })]);
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
    on.change([setChange("list", ["territoryId"], { from: null, to: "south" })]);
    expect(on.read(1, 0)).toBe(0);
    on.change([setChange("list", ["territoryId"], { from: "south", to: "north" })]);
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
  });

  it("follows the groups that its territory follows, head for head", () => {
    const on = running("north");
    const heads = on.engine.show.groupHeads("movers")!;
    on.change([setChange("movers", ["name"], { from: "Movers", to: "Moving lights" })]);
    expect(on.read(1, 0)).toBeCloseTo(0.8, 4);
    on.change([setChange("movers", ["heads"], { from: heads, to: heads.slice(1) })]);
    expect(on.read(1, 0)).toBe(0);
    expect(on.read(2, 0)).toBeCloseTo(0.8, 4);
  });
});

describe("engine: curtain", () => {
  const lit = (level: number): Parameters<EngineOnBench["sketch"]>[1] => ({ a: strokeOn("movers", { Dimmer: part([level]) }) });

  it("holds what is on stage while the next look is built, and rises to it over its time", () => {
    const { bench: on } = bench();
    on.sketch("ben", lit(0.2));
    on.read(1, 0);
    on.play({ type: "curtain-drop" });
    on.sketch("ben", lit(1));
    expect(on.read(1, 0, 1)).toBeCloseTo(0.2, 4);
    const trace = on.engine.trace(on.engine.show.rig.headByKey.get("fx-1")!.parameters.get("Dimmer")!);
    expect(trace.steps.at(-1)).toMatchObject({ what: "curtain", before: 1 });
    expect(trace.value).toBeCloseTo(0.2, 6);
    on.play({ type: "curtain-raise", seconds: 4 });
    expect(on.read(1, 0, 1)).toBeCloseTo(0.4, 4);
    expect(on.read(1, 0, 3)).toBeCloseTo(1, 4);
  });

  it("arrives with the next frame, however late that comes", () => {
    const { bench: on } = bench();
    on.sketch("ben", lit(0.2));
    on.read(1, 0);
    on.play({ type: "curtain-drop" });
    on.sketch("ben", lit(1));
    on.read(1, 0);
    on.play({ type: "curtain-raise", seconds: 4 });
    expect(on.read(1, 0, 3.9)).toBeCloseTo(0.98, 4);
    expect(on.read(1, 0, 0.5)).toBe(1);
  });

  it("is raised by hand, covers only what it is told, and only within its person's reach", () => {
    const { bench: on } = bench();
    on.sketch("ben", lit(0.2));
    on.read(1, 0);
    on.play({ type: "curtain-drop", heads: ["fx-1"] });
    on.sketch("ben", lit(1));
    expect([on.read(1, 0), on.read(2, 0)]).toEqual([expect.closeTo(0.2, 4), expect.closeTo(1, 4)]);
    on.play({ type: "curtain-hand", level: 0.5 });
    expect(on.read(1, 0)).toBeCloseTo(0.6, 4);
    on.play({ type: "curtain-hand", level: 1 });
    expect(on.read(1, 0)).toBeCloseTo(1, 4);
    on.change([
      { op: "add", record: { id: "curtain-cleo", kind: "curtain", version: 1, personId: "cleo", heads: null, fellSeconds: 1 } as never },
    ]);
    on.sketch("ben", lit(0.3));
    expect(on.read(1, 0)).toBeCloseTo(0.3, 4);
  });
});
