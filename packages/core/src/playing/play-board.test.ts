import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { setChange } from "../document/transaction";
import { strokesOfBoard } from "../edits/board-edits";
import { mergePresetInto } from "../edits/merge-preset";
import { writePresetIn } from "../edits/write-preset-in";
import { Engine } from "../engine/engine";
import { mayDo } from "../rights/rights";
import { paintedBeds } from "../show/coat-drives";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { fixture, listWithCard, smallShow, TEST_PROFILES } from "../testing";
import { board, bluePreset, show, paint, leaves, all, RED, POTS } from "../testing/board-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { withEmitters } from "../testing/random-content";
import type { PlayCommand } from "./commands";
import { boardTimes } from "./pace-for";

const after = (of: Show, t: number, command: PlayCommand): Show => {
  const bench = new EngineOnBench(of);
  bench.t = t;
  bench.play(command);
  return bench.engine.show;
};

describe("a board", () => {
  it("is played by right of its page and reaches what the page's territory does", () => {
    const north = withEmitters(
      smallShow([
        bluePreset,
        { id: "norths", kind: "page", version: 1, name: "North's", rank: 1, territoryId: "north" },
        { ...board, pageId: "norths" },
      ]),
    );
    const who = (id: string): string => mayDo(north, north.get("person", id)!, paint("red"))?.code ?? "may";
    expect([who("ann"), who("ben"), who("cleo"), who("olu")]).toEqual(["may", "may", "reach.role", "reach.role"]);
    const both = { ...paint("red"), bedIds: ["movers", "cells"] } as PlayCommand;
    const cellsAlone = { ...paint("red"), bedIds: ["cells"] } as PlayCommand;
    expect(mayDo(north, north.get("person", "ben")!, both)).toBeNull();
    expect(mayDo(north, north.get("person", "ann")!, cellsAlone)?.code).toBe("reach.role");
    // On a common page everybody paints, whatever their own reach.
    expect(["ann", "ben", "cleo", "olu"].map((id) => mayDo(show, show.get("person", id)!, both))).toEqual([null, null, null, null]);
    const bench = new EngineOnBench(north);
    bench.play({ ...both, fadeSeconds: 0 } as PlayCommand);
    expect(leaves(bench, 1)).toEqual(RED);
    const cell = bench.engine.show.rig.headByKey.get("fx-9.1")!;
    expect(bench.engine.values[cell.parameters.get("ColorAdd_G")!]).toBe(1);
  });

  it("keeps the travel's share under a pace", () => {
    const paced = after(show, 100, { type: "pace", seconds: 4, boardIds: [board.id] });
    expect(boardTimes(paced, board, {})).toEqual({ fadeSeconds: 4, travelSeconds: 4, own: { fadeSeconds: 1, travelSeconds: 1 } });
    expect(boardTimes(paced, board, { fadeSeconds: 2, travelSeconds: 1 })).toMatchObject({ fadeSeconds: 4, travelSeconds: 2 });
    expect(boardTimes(paced, board, { fadeSeconds: 0, travelSeconds: 1 })).toMatchObject({ fadeSeconds: 0, travelSeconds: 4 });
    expect(boardTimes(paced, board, { fadeSeconds: 0, travelSeconds: 0 })).toMatchObject({ fadeSeconds: 4, travelSeconds: 0 });
    expect(boardTimes(show, board, { fadeSeconds: 3 })).toEqual({ fadeSeconds: 3, travelSeconds: 1 });
  });

  it("is recorded as a cue that looks the same", () => {
    const bench = new EngineOnBench(show);
    bench.play(paint("red", { travel: { type: "along", degrees: 170 } }));
    bench.play(paint("green", { mask: "even" }));
    bench.play({ type: "bed-level", boardId: board.id, bedIds: ["movers"], level: 0.5 });
    bench.t += 5;
    const strokes = strokesOfBoard(bench.engine.show, board);
    const kept = new EngineOnBench(
      withEmitters(smallShow([bluePreset, ...listWithCard("kept", [{ inSeconds: 1, strokes: Object.values(strokes) }])])),
    );
    kept.play({ type: "level", playbackId: "card-kept", level: 1 });
    kept.play({ type: "go", playbackId: "card-kept" });
    kept.t += 0.5;
    // From the right to the left: the last head is half way, the first hasn't begun.
    expect([leaves(kept, 7)[1], leaves(kept, 1)[1]]).toEqual([leaves(kept, 7)[2], 1]);
    kept.t += 4.5;
    expect(all(kept)).toBe("rgrgrgrg");
    expect(kept.read(1, 0)).toBeCloseTo(0.5, 3);
  });

  it("refuses what doesn't fit: pots and beds that aren't there, levels without a strip, groups and presets in use, keys that are too long", () => {
    const refused = (command: PlayCommand): string => {
      const bench = new EngineOnBench(show);
      try {
        bench.play(command);
        return "taken";
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused(paint("ochre"))).toBe("record.unknown");
    expect(refused({ ...paint("red"), bedIds: ["gone"] } as PlayCommand)).toBe("record.unknown");
    expect(refused({ ...paint("red"), boardId: "gone" } as PlayCommand)).toBe("record.unknown");
    expect(refused({ type: "dab", boardId: board.id, bedIds: ["movers"], press: "down" })).toBe("record.unknown");
    expect(refused({ type: "bed-level", boardId: board.id, bedIds: ["cells"], level: 1 })).toBe("value.invalid");
    for (const id of ["movers", "blue"]) {
      const gone = edit(show, [{ op: "remove", record: show.records.get(id)! }]);
      expect(gone.ok ? "taken" : gone.error.code).toBe("record.in-use");
    }
    const painted = after(show, 100, paint("red"));
    const taken = edit(painted, [{ op: "remove", record: board }]);
    expect(taken.ok ? "taken" : taken.error.code).toBe("record.in-use");
    const long = edit(show, [setChange(board.id, ["pots", "much-too-long"], { from: undefined, to: POTS["red"]! })]);
    expect(long.ok).toBe(false);
    expect(apply(show.records, []).ok).toBe(true);
  });

  it("knows which of its beds are painted, and by whom", () => {
    expect(paintedBeds(show, board)).toEqual([]);
    const painted = after(show, 100, paint("red"));
    expect([paintedBeds(painted, board), paintedBeds(painted, board, "ann"), paintedBeds(painted, board, "ben")]).toEqual([
      ["movers"],
      ["movers"],
      [],
    ]);
    const rinsed = after(painted, 101, { type: "rinse", boardId: board.id, bedIds: ["movers"], coats: "all" });
    expect(paintedBeds(rinsed, board, "ann")).toEqual([]);
  });

  it("keeps its pots when a preset of theirs is merged with another, or goes with its colour written in; not while a bed is painted with it", () => {
    const other = { ...bluePreset, id: "other", name: "Other" };
    const two = withEmitters(smallShow([bluePreset, other, board]));
    const merged = edit(two, mergePresetInto(two, bluePreset, "other"));
    expect(merged.ok && merged.value.get("board", board.id)!.pots["blue"]!.color).toEqual({ presetId: "other" });
    const written = writePresetIn(two, bluePreset);
    const gone = edit(two, [...(written.ok ? written.value : []), { op: "remove", record: bluePreset }]);
    expect(gone.ok && gone.value.get("board", board.id)!.pots["blue"]!.color).toEqual({ x: 0.15, y: 0.06 });
    const several = { ...bluePreset, perHead: { "fx-1": { ColorAdd_R: 1 } } };
    const refused = writePresetIn(withEmitters(smallShow([several, board])), several);
    expect(refused.ok ? "" : refused.error.details?.["users"]).toBe("a pot of the colour board Colour");
    const painted = after(two, 100, paint("blue"));
    const used = edit(painted, mergePresetInto(painted, bluePreset, "other"));
    expect(used.ok ? "" : used.error.details?.["users"]).toBe("the stage, where a bed is painted with it");
  });

  it("plays on as it was on another rig", () => {
    const bench = new EngineOnBench(show);
    bench.play(paint("red", { fadeSeconds: 0 }));
    bench.change([{ op: "add", record: fixture(11) }]);
    expect(leaves(bench, 1, 0.1)).toEqual(RED);
    expect(TEST_PROFILES.length).toBe(2);
    expect(new Engine(bench.engine.show, bench.t).running.length).toBe(1);
  });
});
