import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { highlightIdOf, type Highlight } from "../selection/highlight";
import type { Who } from "../selection/who";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const highlight = (personId: string, who: Who, dim = 0.1): Highlight => ({
  id: highlightIdOf(personId),
  kind: "highlight",
  version: 1,
  personId,
  who,
  dim,
});
const colored = { s: strokeOn("movers", { Dimmer: part([0.5]), Pan: part([54]), ColorAdd_G: part([0.25]) }) };
const secondOf = (groupId: string): Who => ({ groupIds: [groupId], mask: { type: "single", at: 2 } });
const green = (bench: EngineOnBench, mover: number): number => bench.frame[(mover - 1) * 20 + 7]!;

describe("engine: highlight", () => {
  it("shows the heads at hand open white, dims the rest of the selection, and leaves others and positions alone", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", { ...colored, c: strokeOn("cells", { Dimmer: part([0.4]) }, 2) });
    bench.change([{ op: "add", record: highlight("ann", secondOf("movers")) }]);
    expect([bench.read(1, 0), bench.read(2, 0), bench.read(3, 0)]).toEqual([expect.closeTo(0.1, 4), 1, expect.closeTo(0.1, 4)]);
    expect([green(bench, 1), green(bench, 2)]).toEqual([64, 255]);
    expect(bench.read(2, 2)).toBeCloseTo(0.6, 4);
    expect(bench.frame[160]).toBe(102);
  });

  it("moves with a step; position edits made under it stay, and ending it gives colour and beam back exactly", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", colored);
    bench.read(1, 0);
    const before = bench.frame.slice();
    const who = secondOf("movers");
    bench.change([{ op: "add", record: highlight("ann", who) }]);
    bench.change([setChange(highlightIdOf("ann"), ["who"], { from: who, to: { ...who, mask: { type: "single", at: 3 } } })]);
    expect([bench.read(2, 0), bench.read(3, 0)]).toEqual([expect.closeTo(0.1, 4), 1]);
    const knots = ["strokes", "s", "parts", "Pan", "level", "knots"];
    bench.change([setChange("sketch-ann", knots, { from: [54], to: [-54] })]);
    bench.change([{ op: "remove", record: bench.engine.show.get("highlight", highlightIdOf("ann"))! }]);
    expect(bench.read(3, 2)).toBeCloseTo(0.4, 4);
    bench.change([setChange("sketch-ann", knots, { from: [-54], to: [54] })]);
    bench.read(1, 0);
    expect(bench.frame).toEqual(before);
  });

  it("stays within a person's reach", () => {
    const bench = new EngineOnBench(smallShow());
    bench.change([{ op: "add", record: highlight("ben", { groupIds: ["movers", "cells"] }) }]);
    expect(bench.read(1, 0)).toBe(1);
    expect([...bench.frame.subarray(160, 169)].every((level) => level === 0)).toBe(true);
  });

  it("goes by the grand master as long as it lasts, whatever else moves meanwhile", () => {
    const fade = listWithCard("fade", [{ inSeconds: 2, strokes: [strokeOn("movers", { Pan: part([90]) })] }]);
    const bench = new EngineOnBench(smallShow([highlight("ann", secondOf("movers")), ...fade]));
    bench.play({ type: "grand-master", level: 0.5 });
    bench.read(2, 0);
    const dimmer = bench.engine.show.rig.headByKey.get("fx-2")!.parameters.get("Dimmer")!;
    bench.play({ type: "go", playbackId: "card-fade" });
    for (let frame = 0; frame < 5; frame++) {
      expect(bench.read(2, 0, 0.1)).toBeCloseTo(0.5, 4);
      expect(bench.engine.values[dimmer]).toBeCloseTo(0.5, 6);
    }
    expect(bench.read(2, 2)).toBeGreaterThan(0.5);
  });

  it("is back after a restart, and follows its group", () => {
    const bench = new EngineOnBench(smallShow([highlight("ann", secondOf("movers"))]));
    expect([bench.read(1, 0), bench.read(2, 0)]).toEqual([expect.closeTo(0.1, 4), 1]);
    const heads = bench.engine.show.groupHeads("movers")!;
    bench.change([setChange("movers", ["heads"], { from: heads, to: heads.toReversed() })]);
    expect([bench.read(2, 0), bench.read(7, 0)]).toEqual([expect.closeTo(0.1, 4), 1]);
  });
});
