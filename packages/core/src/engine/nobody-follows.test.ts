import { describe, expect, it } from "vitest";
import { Engine } from "./engine";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import type { Preset } from "../preset/preset";
import { headValues } from "../stroke/head-values";
import { resolve } from "../stroke/resolve";
import { setChange } from "../document/transaction";
import { fixture, listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, FRAME, frames, missOf, mostTurn, moved } from "../testing/follow-show";
import { dancer, follows, lightOf, LIT, looksProgrammed, off, PROGRAMMED, running, singer, watch } from "../testing/lost-show";

const presetOf = (id: string, universal: Preset["universal"]): Preset => ({
  ...{ id, kind: "preset", version: 1, name: id, rank: 1, family: "Position", territoryId: null, perProfile: {}, perHead: {} },
  universal,
});

describe("targets that nobody follows", () => {
  it("leave heads to what lies beneath over two seconds, which follow on meanwhile, and follow again as softly", () => {
    const bench = running();
    expect(missOf(bench, 2, at(1, 4, 1.5))).toBeLessThan(0.02);
    const before = anglesOf(bench, 2);
    bench.play(off(true));
    expect(anglesOf(bench, 2).pan).toBeCloseTo(before.pan, 1);
    frames(bench, 1);
    expect(anglesOf(bench, 2).pan).toBeCloseTo((before.pan + 30) / 2, 0);
    frames(bench, 1.1);
    expect(looksProgrammed(bench, 2)).toBe(true);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
    bench.play(moved("singer", at(5, 6, 1.5)));
    frames(bench, 1);
    expect(looksProgrammed(bench, 2)).toBe(true);
    bench.play(off(false));
    expect(anglesOf(bench, 2).pan).toBeCloseTo(30, 0);
    expect(mostTurn(bench, 2, 2.2)).toBeLessThan(3);
    expect(missOf(bench, 2, at(5, 6, 1.5))).toBeLessThan(0.02);
    expect(bench.engine.show.all("targetOff")).toEqual([]);
  });

  it("are followed on by those heads alone that are named, softly on both ways, also while they are lost", () => {
    const bench = running("beneath");
    bench.play({ ...off(true), but: ["fx-2"] } as PlayCommand);
    expect(mostTurn(bench, 2, 2.2)).toBeLessThan(1);
    expect([looksProgrammed(bench, 1), looksProgrammed(bench, 2), looksProgrammed(bench, 3)]).toEqual([true, false, true]);
    expect(missOf(bench, 2, at(1, 4, 1.5))).toBeLessThan(0.02);
    // Others are named: the one lets go as softly as the others come.
    bench.play({ ...off(true), but: ["fx-1", "fx-3"] } as PlayCommand);
    expect(anglesOf(bench, 1).pan).toBeCloseTo(30, 0);
    expect(mostTurn(bench, 2, 2.2)).toBeLessThan(3);
    expect([looksProgrammed(bench, 1), looksProgrammed(bench, 2), looksProgrammed(bench, 3)]).toEqual([false, true, false]);
    // It is lost, and those who are left let go as it says.
    bench.play(watch);
    frames(bench, 2.2);
    expect(looksProgrammed(bench, 1)).toBe(true);
    bench.play(moved("singer", at(1, 4, 1.5)));
    bench.play(watch);
    expect(bench.engine.show.all("targetOff").find(({ targetId }) => targetId === "singer")).toMatchObject({
      off: true,
      but: ["fx-1", "fx-3"],
    });
    bench.play(off(false));
    expect(bench.engine.show.all("targetOff")).toEqual([]);
  });

  it("may be switched at any moment: nothing jumps, also while it still comes or goes", () => {
    const bench = running();
    for (const [seconds, on] of [
      [0.7, true],
      [0.4, false],
      [0.9, true],
      [0.3, false],
      [0.2, true],
      [2.5, false],
    ] as const) {
      bench.play(off(on));
      expect(mostTurn(bench, 1, seconds)).toBeLessThan(3);
    }
    expect(missOf(bench, 1, at(1, 4, 1.5))).toBeLessThan(0.02);
  });

  it("are let go of and followed again one after the other, while edits go on: each takes its own time", () => {
    const each = (rank: number, id: string, heads: readonly string[]) => ({ who: { heads }, parts: follows([id]), rank });
    const [left, right] = [
      ["fx-1", "fx-2"],
      ["fx-7", "fx-8"],
    ];
    const strokes = [strokeOn("movers", PROGRAMMED, 1), each(2, "singer", left!), each(3, "dancer", right!)];
    const show = smallShow([singer(), dancer, ...listWithCard("two", [{ inSeconds: 0, strokes }])]);
    const begin: readonly ((bench: EngineOnBench) => void)[] = [
      (bench) => bench.play({ type: "go", playbackId: "card-two" }),
      (bench) => bench.sketch("ann", { a: strokes[0]!, b: strokes[1]!, c: strokes[2]! }),
    ];
    const edits: readonly ((bench: EngineOnBench) => void)[] = [
      (bench) => {
        const [id] = Object.keys(bench.engine.show.get("cue", "two-1")!.strokes);
        bench.change([setChange("two-1", ["strokes", id!, "parts", "Dimmer"], { from: undefined, to: part([0.5]) })]);
      },
      (bench) =>
        bench.sketch("ann", {
          a: { ...strokes[0]!, parts: { ...PROGRAMMED, Dimmer: part([0.5]) } },
          b: strokes[1]!,
          c: strokes[2]!,
        }),
    ];
    for (const [index, start] of begin.entries()) {
      const bench = new EngineOnBench(show);
      start(bench);
      frames(bench, 1.2);
      const steps: readonly (readonly [seconds: number, act: () => void])[] = [
        [0.4, () => bench.play(off(true, "dancer"))],
        [0.5, () => bench.play(off(true, "singer"))],
        [0.4, () => edits[index]!(bench)],
        [0.3, () => bench.play(off(false, "singer"))],
        [0.3, () => bench.change([{ op: "add", record: fixture(14) }])],
        [0.2, () => bench.play(off(false, "dancer"))],
      ];
      for (const [seconds, act] of steps) {
        let before = [1, 8].map((mover) => anglesOf(bench, mover));
        act();
        for (let left = Math.round(seconds / FRAME); left > 0; left--) {
          bench.t += FRAME;
          const now = [1, 8].map((mover) => anglesOf(bench, mover));
          now.forEach(({ pan, tilt }, index) => {
            expect(Math.abs(pan - before[index]!.pan)).toBeLessThan(3);
            expect(Math.abs(tilt - before[index]!.tilt)).toBeLessThan(3);
          });
          before = now;
        }
      }
      frames(bench, 2.2);
      expect(missOf(bench, 1, at(1, 4, 1.5))).toBeLessThan(0.02);
      expect(missOf(bench, 8, at(6, 4, 1.5))).toBeLessThan(0.02);
      expect(lightOf(bench, 1)).toBeCloseTo(0.5, 3);
    }
  });

  it("are named one by one: of heads between two those let go that look at one whom nobody is to follow", () => {
    const pair = listWithCard("pair", [
      { inSeconds: 0, strokes: [strokeOn("movers", PROGRAMMED, 1), strokeOn("movers", follows(["singer", "dancer"]), 2)] },
    ]);
    const bench = new EngineOnBench(smallShow([singer(), dancer, ...pair]));
    bench.play({ type: "go", playbackId: "card-pair" });
    expect(playChanges(bench.engine.show, off(false), { t: bench.t, personId: "ann" })).toEqual({ ok: true, value: [] });
    bench.play(off(true, "singer"));
    frames(bench, 2.2);
    for (const mover of [1, 4, 7]) expect(looksProgrammed(bench, mover)).toBe(true);
    expect(missOf(bench, 8, at(6, 4, 1.5))).toBeLessThan(0.02);
    bench.play(off(false));
    bench.play(off(true, "dancer"));
    frames(bench, 2.2);
    for (const mover of [2, 4, 8]) expect(looksProgrammed(bench, mover)).toBe(true);
    expect(missOf(bench, 1, at(1, 4, 1.5))).toBeLessThan(0.02);
    expect(playChanges(bench.engine.show, off(true, "nobody"), { t: bench.t, personId: "ann" })).toMatchObject({
      error: { code: "record.unknown" },
    });
    expect(playChanges(bench.engine.show, off(true, "dancer"), { t: bench.t, personId: "ann" })).toEqual({ ok: true, value: [] });
  });

  it("leave heads that follow by a preset, by an earlier cue, and in a sketch", () => {
    const preset = presetOf("key", { Position: follows().Position });
    const named = { Position: { presets: { ids: ["key"], path: "straight" as const }, shape: {}, touched: 2 } };
    const lists = [
      ...listWithCard("preset", [{ inSeconds: 0, strokes: [strokeOn("movers", PROGRAMMED, 1), strokeOn("movers", named, 2)] }]),
      ...listWithCard("later", [
        { inSeconds: 0, strokes: [strokeOn("movers", PROGRAMMED, 1)] },
        { inSeconds: 0, strokes: [strokeOn("movers", follows(), 1)] },
        { inSeconds: 0, strokes: [strokeOn("movers", LIT, 1)] },
      ]),
    ];
    const show = smallShow([singer(), dancer, preset, ...lists]);
    const starts: readonly ((bench: EngineOnBench) => void)[] = [
      (bench) => bench.play({ type: "go", playbackId: "card-preset" }),
      (bench) => [1, 2, 3].forEach(() => bench.play({ type: "go", playbackId: "card-later" })),
      (bench) => bench.sketch("ann", { a: strokeOn("movers", PROGRAMMED, 1), b: strokeOn("movers", follows(), 2) }),
    ];
    for (const start of starts) {
      const bench = new EngineOnBench(show);
      start(bench);
      frames(bench, 1.2);
      expect(missOf(bench, 3, at(1, 4, 1.5))).toBeLessThan(0.02);
      bench.play(off(true));
      expect(mostTurn(bench, 3, 2.1)).toBeLessThan(3);
      expect(looksProgrammed(bench, 3)).toBe(true);
      bench.play(off(false));
      expect(mostTurn(bench, 3, 2.1)).toBeLessThan(3);
      expect(missOf(bench, 3, at(1, 4, 1.5))).toBeLessThan(0.02);
    }
  });

  it("leave a sketch that says nothing else, and come back to it", () => {
    const bench = new EngineOnBench(smallShow([singer("beneath"), dancer]));
    bench.sketch("ann", { a: strokeOn("movers", follows()) });
    bench.play(moved("singer", at(1, 4, 1.5)));
    frames(bench, 1.1);
    bench.play(watch);
    expect(mostTurn(bench, 3, 2.1)).toBeLessThan(3);
    expect(anglesOf(bench, 3).pan).toBeCloseTo(0, 1);
    bench.play(moved("singer", at(1, 4, 1.5)));
    bench.play(watch);
    expect(mostTurn(bench, 3, 2.1)).toBeLessThan(3);
    expect(missOf(bench, 3, at(1, 4, 1.5))).toBeLessThan(0.02);
  });

  it("are still what a sketch says: its lanes stay, and can be changed meanwhile", () => {
    const bench = new EngineOnBench(smallShow([singer(), dancer]));
    const strokes = { a: strokeOn("movers", follows()) };
    bench.play(off(true));
    const { show } = bench.engine;
    const values = headValues(strokes, { attribute: "Position", heads: show.rig.heads, show });
    expect(values.filter((value) => value?.strokeId === "a")).toHaveLength(8);
    expect(resolve(strokes, show).content).toEqual([]);
  });

  it("are the same octets for an engine that begins while nobody follows", () => {
    const bench = running();
    bench.play(off(true));
    frames(bench, 3);
    const frame = new Uint8Array(bench.engine.frameLength);
    new Engine(bench.engine.show, bench.t).tick(bench.t, frame);
    bench.engine.tick(bench.t, bench.frame);
    expect(frame).toEqual(bench.frame);
  });
});
