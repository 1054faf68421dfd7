import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { setChange } from "../document/transaction";
import type { Board } from "../playback/board";
import { coatIdOf } from "../playback/coat";
import type { PlayCommand } from "../playing/commands";
import { boardTimes } from "../playing/pace-for";
import { mayDo } from "../rights/rights";
import { edit } from "../show/edit";
import { strokesOfBoard } from "../edits/board-edits";
import { fixture, listWithCard, smallShow, strokeOn, TEST_PROFILES } from "../testing";
import { withEmitters } from "../testing/random-content";
import { EngineOnBench } from "../testing/engine-on-bench";
import { Engine } from "./engine";
import type { Show } from "../show/show";

/** sRGB's red, green and blue, which the lamps' emitters are: each lights one emitter alone. */
const POTS: Board["pots"] = {
  red: { rank: 1, color: { x: 0.64, y: 0.33 } },
  green: { rank: 2, color: { x: 0.3, y: 0.6 } },
  blue: { rank: 3, color: { presetId: "blue" } },
};
const board: Board = {
  id: "board-1",
  kind: "board",
  version: 1,
  pageId: "page",
  name: "Colour",
  fadeSeconds: 1,
  travelSeconds: 1,
  releaseSeconds: 2,
  pots: POTS,
  beds: { movers: { rank: 1, groupId: "movers", level: true }, cells: { rank: 2, groupId: "cells" } },
  column: 0,
  row: 0,
  columns: 9,
  rows: 5,
};
const touched = { shape: {}, touched: 1 };
const blue = { x: 0.15, y: 0.06, luminance: 1 };
const bluePreset = {
  id: "blue",
  kind: "preset" as const,
  version: 1,
  name: "Blue",
  rank: 1,
  family: "Colour" as const,
  territoryId: null,
  universal: { Color: { colors: { knots: [blue], path: "straight" as const }, ...touched } },
  perProfile: {},
  perHead: {},
};
const lit = listWithCard("lit", [
  { inSeconds: 0, strokes: [strokeOn("movers", { Color: { presets: { ids: ["blue"], path: "straight" }, ...touched } })] },
]);

const show = withEmitters(smallShow([bluePreset, board, ...lit]));
const paint = (potId: string, more: object = {}): PlayCommand => ({ type: "paint", boardId: board.id, bedIds: ["movers"], potId, ...more });

/** Red, green and blue of a mover as they leave, 0..1. */
function leaves(bench: EngineOnBench, mover: number, later = 0): number[] {
  bench.t += later;
  bench.engine.tick(bench.t, bench.frame);
  const at = (mover - 1) * 20 + 6;
  return [0, 1, 2].map((emitter) => Math.round((bench.frame[at + emitter]! / 255) * 100) / 100);
}
const RED = [1, 0, 0];
const GREEN = [0, 1, 0];
const BLUE = [0, 0, 1];
const all = (bench: EngineOnBench): string =>
  [1, 2, 3, 4, 5, 6, 7, 8].map((mover) => ({ "1,0,0": "r", "0,1,0": "g", "0,0,1": "b" })[leaves(bench, mover).join(",")] ?? "?").join("");

describe("coats of a colour board", () => {
  it("run through the heads as a swipe goes: each begins at its place along it and ends a second later", () => {
    const bench = new EngineOnBench(show);
    bench.play(paint("red", { fadeSeconds: 0 }));
    expect(leaves(bench, 1)).toEqual(RED);
    bench.play(paint("green", { travel: { type: "along", degrees: 0 } }));
    const start = bench.t;
    for (const t of [0.05, 0.3, 0.7, 1, 1.4, 1.99, 2])
      for (const mover of [1, 2, 5, 8]) {
        bench.t = start + t;
        // Movers hang a metre apart: the first begins at once, the last a second later.
        const done = Math.min(1, Math.max(0, t - (mover - 1) / 7));
        const [red, green] = leaves(bench, mover);
        expect(green).toBeCloseTo(done, 1.9);
        expect(red).toBeCloseTo(1 - done, 1.9);
      }
  });

  it("lie over each other: a second coat over its part, also when the first is painted after it, and a dab over all", () => {
    const bench = new EngineOnBench(show);
    bench.play(paint("red", { fadeSeconds: 0 }));
    bench.play(paint("green", { fadeSeconds: 0, mask: "even" }));
    expect(all(bench)).toBe("rgrgrgrg");
    bench.t += 1;
    bench.play(paint("blue", { fadeSeconds: 0 }));
    expect(all(bench)).toBe("bgbgbgbg");
    bench.play({ type: "dab", boardId: board.id, bedIds: ["movers"], press: "down", potId: "red" });
    expect(all(bench)).toBe("rrrrrrrr");
    bench.play({ type: "dab", boardId: board.id, bedIds: ["movers"], press: "up" });
    expect(all(bench)).toBe("bgbgbgbg");
    bench.play(paint("green", { fadeSeconds: 0, mask: "left" }));
    expect(all(bench)).toBe("ggggbbbb");
    bench.play({ type: "mask-on", boardId: board.id, bedIds: ["movers"] });
    bench.t += 0.5;
    // What is left goes as what is taken comes.
    expect([leaves(bench, 8), leaves(bench, 1)]).toEqual([
      [0, 0.5, 0.5],
      [0, 0.5, 0.5],
    ]);
    bench.t += 0.5;
    expect(all(bench)).toBe("bbbbgggg");
    bench.play({ type: "rinse", boardId: board.id, bedIds: ["movers"], coats: "second" });
    bench.t += 1;
    expect(all(bench)).toBe("bbbbbbbb");
    // Let go over the board's time, home being white.
    bench.play({ type: "rinse", boardId: board.id, bedIds: ["movers"], coats: "all" });
    expect(leaves(bench, 3, 1)).toEqual([0.5, 0.5, 1]);
    expect(leaves(bench, 3, 1)).toEqual([1, 1, 1]);
    expect(bench.engine.running).toEqual([]);
  });

  it("win over what was started before, lose to what is started after, and lie by their board's priority", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-lit" });
    bench.t += 1;
    bench.play(paint("red", { fadeSeconds: 0 }));
    expect(leaves(bench, 1)).toEqual(RED);
    const red = bench.engine.show.rig.headByKey.get("fx-1")!.parameters.get("ColorAdd_R")!;
    expect(bench.engine.trace(red).winner).toBe(coatIdOf(board.id, "movers", "first"));
    bench.t += 1;
    bench.play({ type: "go", playbackId: "card-lit", cueId: "lit-1" });
    expect(leaves(bench, 1)).toEqual(BLUE);
    const high = new EngineOnBench(withEmitters(smallShow([bluePreset, { ...board, priority: "high" }, ...lit])));
    high.play(paint("red", { fadeSeconds: 0 }));
    high.t += 1;
    high.play({ type: "go", playbackId: "card-lit" });
    expect(leaves(high, 1)).toEqual(RED);
  });

  it("are live presets: a cue that names a first coat follows in the next frame, also by way of a preset that changes", () => {
    const named = { presets: { ids: [coatIdOf(board.id, "cells", "first")], path: "straight" as const }, ...touched };
    const follows = listWithCard("follows", [{ inSeconds: 0, strokes: [strokeOn("movers", { Color: named })] }]);
    const bench = new EngineOnBench(withEmitters(smallShow([bluePreset, board, ...follows])));
    bench.play({ type: "go", playbackId: "card-follows" });
    expect(leaves(bench, 1)).toEqual([1, 1, 1]);
    bench.play({ ...(paint("red") as Extract<PlayCommand, { type: "paint" }>), bedIds: ["cells"] });
    expect(leaves(bench, 1, 1 / 44)).toEqual(RED);
    bench.play({ ...(paint("blue") as Extract<PlayCommand, { type: "paint" }>), bedIds: ["cells"] });
    expect(leaves(bench, 1, 1 / 44)).toEqual(BLUE);
    const green = { x: 0.3, y: 0.6, luminance: 1 };
    bench.change([setChange("blue", ["universal", "Color", "colors", "knots"], { from: [blue], to: [green] })]);
    expect(leaves(bench, 1, 1 / 44)).toEqual(GREEN);
    // With its bed the name says nothing any more.
    bench.change([setChange(board.id, ["beds", "cells"], { from: board.beds["cells"], to: undefined })]);
    bench.play({ type: "let-go", playbackId: "card-follows" });
    bench.t += 5;
    bench.play({ type: "go", playbackId: "card-follows" });
    expect(leaves(bench, 1, 0.1)).toEqual([1, 1, 1]);
  });

  it("have a level of their own, the highest counting, which a strip moves without a new touch", () => {
    const bench = new EngineOnBench(show);
    const level = (to: number): PlayCommand => ({ type: "bed-level", boardId: board.id, bedIds: ["movers"], level: to });
    bench.play(level(0.5));
    expect(bench.read(1, 0)).toBeCloseTo(0.5, 3);
    const since = (): number => bench.engine.show.get("coat", coatIdOf(board.id, "movers", "level"))!.goSeconds;
    const first = since();
    bench.t += 1;
    bench.play(level(0.25));
    expect(bench.read(1, 0)).toBeCloseTo(0.25, 3);
    expect(since()).toBe(first);
    bench.play({ type: "rinse", boardId: board.id, bedIds: ["movers"], coats: "all" });
    expect(bench.read(1, 0, 2.1)).toBe(0);
    bench.play(level(1));
    expect(bench.read(1, 0)).toBe(1);
  });

  it.each(["first", "second"] as const)(
    "are there again after a restart, in the same order, whichever was painted first: the %s",
    (which) => {
      const bench = new EngineOnBench(show);
      if (which === "first") bench.play(paint("blue", { fadeSeconds: 0 }));
      bench.play(paint("green", { fadeSeconds: 0, mask: "odd" }));
      bench.t += 1;
      bench.play({ type: "go", playbackId: "card-lit" });
      bench.t += 1;
      bench.play(paint("red", { fadeSeconds: 0 }));
      expect(all(bench)).toBe("grgrgrgr");
      const again = new EngineOnBench(bench.engine.show);
      again.t = bench.t + 5;
      expect(all(again)).toBe("grgrgrgr");
    },
  );

  it("follow their bed: heads that join are painted, a bed that is taken off the board goes dark, a lamp that moves keeps its colour", () => {
    const bench = new EngineOnBench(show);
    bench.play({ ...(paint("red", { fadeSeconds: 0 }) as Extract<PlayCommand, { type: "paint" }>), bedIds: ["cells"] });
    expect(leaves(bench, 1)).toEqual([1, 1, 1]);
    const { heads } = show.get("group", "cells")!;
    bench.change([setChange("cells", ["heads"], { from: heads, to: [...heads, "fx-1"] })]);
    expect(leaves(bench, 1)).toEqual(RED);
    bench.change([setChange("fx-1", ["position", "x"], { from: 0, to: 4 })]);
    expect(leaves(bench, 1)).toEqual(RED);
    bench.change([setChange(board.id, ["beds", "cells"], { from: board.beds["cells"], to: undefined })]);
    expect(leaves(bench, 1, 0.1)).toEqual([1, 1, 1]);
  });
});

describe("a second coat", () => {
  it("follows its bed's heads too: halves are those of the heads that are there", () => {
    // In no territory, whose groups are looked at anew with every change.
    const group = {
      id: "free",
      kind: "group" as const,
      version: 1,
      name: "Free",
      rank: 5,
      heads: ["fx-1", "fx-2", "fx-3", "fx-4"],
      territoryId: null,
    };
    const on = { ...board, beds: { free: { rank: 1, groupId: "free" } } };
    const bench = new EngineOnBench(withEmitters(smallShow([bluePreset, group, on])));
    bench.play({ type: "paint", boardId: board.id, bedIds: ["free"], potId: "green", fadeSeconds: 0, mask: "right" });
    expect(all(bench)).toBe("??gg????");
    bench.change([setChange("free", ["heads"], { from: group.heads, to: [...group.heads, "fx-5", "fx-6", "fx-7", "fx-8"] })]);
    bench.t += 1;
    expect(all(bench)).toBe("????gggg");
  });
});

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
    expect(boardTimes(paced, board, {})).toEqual({ fadeSeconds: 4, travelSeconds: 4 });
    expect(boardTimes(paced, board, { fadeSeconds: 2, travelSeconds: 1 })).toEqual({ fadeSeconds: 4, travelSeconds: 2 });
    expect(boardTimes(paced, board, { fadeSeconds: 0, travelSeconds: 1 })).toEqual({ fadeSeconds: 0, travelSeconds: 4 });
    expect(boardTimes(paced, board, { fadeSeconds: 0, travelSeconds: 0 })).toEqual({ fadeSeconds: 4, travelSeconds: 0 });
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

  it("plays on as it was on another rig", () => {
    const bench = new EngineOnBench(show);
    bench.play(paint("red", { fadeSeconds: 0 }));
    bench.change([{ op: "add", record: fixture(11) }]);
    expect(leaves(bench, 1, 0.1)).toEqual(RED);
    expect(TEST_PROFILES.length).toBe(2);
    expect(new Engine(bench.engine.show, bench.t).running.length).toBe(1);
  });
});
