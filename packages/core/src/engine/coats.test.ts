import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { coatIdOf } from "../playback/coat";
import type { PlayCommand } from "../playing/commands";
import { maskGroups } from "../show/coat-drives";
import { playChanges } from "../playing/play";
import { listWithCard, smallShow, strokeOn } from "../testing";
import { board, bluePreset, lit, show, paint, leaves, all, RED, GREEN, BLUE, touched, blue } from "../testing/board-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { withEmitters } from "../testing/random-content";

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
    const on = { type: "mask-on", boardId: board.id, bedIds: ["movers"], mask: "right" } as const;
    bench.play(on);
    // Said once more it has nothing to do, and neither has another pair's.
    const before = bench.engine.show;
    bench.play(on);
    bench.play({ ...on, mask: "odd" });
    expect(bench.engine.show.get("coat", coatIdOf(board.id, "movers", "second"))).toBe(
      before.get("coat", coatIdOf(board.id, "movers", "second")),
    );
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

  it("lies on those of a saved group, moves on to the rest, and follows the group; of one that goes nobody keeps it", () => {
    const some = { id: "some", kind: "group", version: 1, name: "Some", rank: 9, heads: ["fx-2", "fx-3"], territoryId: null } as const;
    const bench = new EngineOnBench(show.withRecords(new Map([...show.records, [some.id, some]])));
    bench.play(paint("red", { fadeSeconds: 0, travelSeconds: 0 }));
    const mask = { groupId: "some" };
    bench.play(paint("green", { fadeSeconds: 0, mask }));
    expect(all(bench)).toBe("rggrrrrr");
    // Of the groups that there are it alone is a part of a bed: the others are whole beds.
    expect(maskGroups(bench.engine.show, board).map(({ id }) => id)).toEqual(["some"]);
    bench.change([setChange("some", ["heads"], { from: some.heads, to: ["fx-3", "fx-8"] })]);
    expect(all(bench)).toBe("rrgrrrrg");
    bench.play({ type: "mask-on", boardId: board.id, bedIds: ["movers"], mask: { groupId: "some", others: true } });
    bench.t += 2;
    expect(all(bench)).toBe("ggrggggr");
    // Not the one that lies there: nothing moves on.
    bench.play({ type: "mask-on", boardId: board.id, bedIds: ["movers"], mask: { groupId: "some", others: true } });
    expect(all(bench)).toBe("ggrggggr");
    bench.change([{ op: "remove", record: bench.engine.show.get("group", "some")! }]);
    bench.t += 2;
    expect(all(bench)).toBe("rrrrrrrr");
    const gone = playChanges(bench.engine.show, paint("green", { mask }), { t: bench.t, personId: "ann" });
    expect(gone).toMatchObject({ ok: false, error: { code: "record.unknown" } });
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
