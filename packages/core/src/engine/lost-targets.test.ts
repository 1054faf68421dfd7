import { describe, expect, it } from "vitest";
import { Engine } from "./engine";
import type { Target, WhenLost } from "../follow/target";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import type { Preset } from "../preset/preset";
import { headValues } from "../stroke/head-values";
import { resolve } from "../stroke/resolve";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, FRAME, following, frames, missOf, moved, target } from "../testing/follow-show";

const [ONCE, BACK]: readonly [WhenLost, WhenLost] = ["dark", "beneath"];
const singer = (whenLost?: WhenLost): Target => ({ ...target("singer", at(1, 4, 1.5)), ...(whenLost ? { whenLost } : {}) });
const dancer = target("dancer", at(6, 4, 1.5));
const PROGRAMMED = { Pan: part([30]), Tilt: part([20]) };
const LIT = { Dimmer: part([0.8]) };
const follows = (targetIds: readonly string[] = ["singer"]) => following({ targetIds });
const presetOf = (id: string, universal: Preset["universal"]): Preset => ({
  ...{ id, kind: "preset", version: 1, name: id, rank: 1, family: "Position", territoryId: null, perProfile: {}, perHead: {} },
  universal,
});
/** Lit movers that follow; beneath, in the same cue, they look where angles say. */
const keyed = (whenLost?: WhenLost, more: readonly ShowRecord[] = []): Show =>
  smallShow([
    singer(whenLost),
    dancer,
    ...listWithCard("key", [
      { inSeconds: 0, strokes: [strokeOn("movers", { ...PROGRAMMED, ...LIT }, 1), strokeOn("movers", follows(), 2)] },
    ]),
    ...more,
  ]);
const go: PlayCommand = { type: "go", playbackId: "card-key" };
const off = (on: boolean, ...targetIds: string[]): PlayCommand => ({
  type: "target-off",
  on,
  ...(targetIds.length > 0 ? { targetIds } : {}),
});
const watch: PlayCommand = { type: "target-watch" };
const lightOf = (bench: EngineOnBench, mover: number): number => bench.read(mover, 0);
const looksProgrammed = (bench: EngineOnBench, mover: number): void => {
  const { pan, tilt } = anglesOf(bench, mover);
  expect(pan).toBeCloseTo(30, 1);
  expect(tilt).toBeCloseTo(20, 1);
};
const running = (whenLost?: WhenLost, more: readonly ShowRecord[] = []): EngineOnBench => {
  const bench = new EngineOnBench(keyed(whenLost, more));
  bench.play(go);
  bench.play(moved("singer", at(1, 4, 1.5)));
  frames(bench, 0.5);
  return bench;
};
/** The most that a mover turns within a frame while so many seconds go by. */
const mostTurn = (bench: EngineOnBench, mover: number, seconds: number): number => {
  let [before, most] = [anglesOf(bench, mover), 0];
  for (let left = Math.round(seconds / FRAME); left > 0; left--) {
    const now = anglesOf(bench, mover, FRAME);
    most = Math.max(most, Math.abs(now.pan - before.pan), Math.abs(now.tilt - before.tilt));
    before = now;
  }
  return most;
};

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
    looksProgrammed(bench, 2);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
    bench.play(moved("singer", at(5, 6, 1.5)));
    frames(bench, 1);
    looksProgrammed(bench, 2);
    bench.play(off(false));
    expect(anglesOf(bench, 2).pan).toBeCloseTo(30, 0);
    expect(mostTurn(bench, 2, 2.2)).toBeLessThan(3);
    expect(missOf(bench, 2, at(5, 6, 1.5))).toBeLessThan(0.02);
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

  it("are named one by one: of heads between two those let go that look at one of whom nobody is to", () => {
    const pair = listWithCard("pair", [
      { inSeconds: 0, strokes: [strokeOn("movers", PROGRAMMED, 1), strokeOn("movers", follows(["singer", "dancer"]), 2)] },
    ]);
    const bench = new EngineOnBench(smallShow([singer(), dancer, ...pair]));
    bench.play({ type: "go", playbackId: "card-pair" });
    bench.play(off(true, "singer"));
    frames(bench, 2.2);
    for (const mover of [1, 4, 7]) looksProgrammed(bench, mover);
    expect(missOf(bench, 8, at(6, 4, 1.5))).toBeLessThan(0.02);
    expect(playChanges(bench.engine.show, off(true, "nobody"), { t: bench.t, personId: "ann" })).toMatchObject({
      error: { code: "record.unknown" },
    });
    expect(playChanges(bench.engine.show, off(true, "singer"), { t: bench.t, personId: "ann" })).toEqual({ ok: true, value: [] });
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
      looksProgrammed(bench, 3);
      bench.play(off(false));
      expect(mostTurn(bench, 3, 2.1)).toBeLessThan(3);
      expect(missOf(bench, 3, at(1, 4, 1.5))).toBeLessThan(0.02);
    }
  });

  it("leave a sketch that says nothing else, and come back to it", () => {
    const bench = new EngineOnBench(smallShow([singer(BACK), dancer]));
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

describe("lost targets", () => {
  it("are looked at where they were, unless it is said otherwise", () => {
    const bench = running();
    frames(bench, 5);
    bench.play(watch);
    frames(bench, 3);
    expect(missOf(bench, 2, at(1, 4, 1.5))).toBeLessThan(0.02);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
    expect(bench.engine.show.all("targetOff")).toEqual([]);
  });

  it("leave heads to what lies beneath after a second, and are followed softly again when they are heard", () => {
    const bench = running(BACK);
    frames(bench, 0.4);
    bench.play(watch);
    expect(bench.engine.show.all("targetOff")).toEqual([]);
    frames(bench, 0.2);
    bench.play(watch);
    expect(bench.engine.show.all("targetOff")).toMatchObject([{ lost: true, off: false }]);
    expect(mostTurn(bench, 2, 2.1)).toBeLessThan(3);
    looksProgrammed(bench, 2);
    bench.play(moved("singer", at(2, 5, 1.5)));
    bench.play(watch);
    expect(mostTurn(bench, 2, 2.1)).toBeLessThan(3);
    expect(missOf(bench, 2, at(2, 5, 1.5))).toBeLessThan(0.02);
  });

  it("leave their heads dark where that is asked for, which look on where they were, and light them softly again", () => {
    const bench = running(ONCE, listWithCard("wash", [{ inSeconds: 0, strokes: [strokeOn("cells", { Dimmer: part([1]) })] }]));
    const before = anglesOf(bench, 2);
    frames(bench, 0.7);
    bench.play(watch);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 2);
    frames(bench, 1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.4, 1);
    frames(bench, 1.1);
    expect(lightOf(bench, 2)).toBe(0);
    expect(anglesOf(bench, 2)).toEqual(before);
    bench.play(moved("singer", at(1, 4, 1.5)));
    bench.play(watch);
    expect(lightOf(bench, 2)).toBeLessThan(0.02);
    frames(bench, 1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.4, 1);
    frames(bench, 1.1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
  });

  it("take no light of other sources, nor of heads that follow nobody", () => {
    const lists = [
      ...listWithCard("wash", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.3]) })] }]),
      ...listWithCard("own", [{ inSeconds: 0, strokes: [strokeOn("movers", { ...PROGRAMMED, Dimmer: part([0.6]) })] }]),
    ];
    const bench = running(ONCE, lists);
    bench.play({ type: "go", playbackId: "card-wash" });
    frames(bench, 0.7);
    bench.play(watch);
    frames(bench, 2.2);
    expect(lightOf(bench, 2)).toBeCloseTo(0.3, 3);
    bench.play({ type: "go", playbackId: "card-own" });
    frames(bench, 0.2);
    expect(lightOf(bench, 2)).toBeCloseTo(0.6, 3);
  });

  it("aren't those that somebody holds, or has in hand", () => {
    for (const more of [{ type: "target-hold", on: true } as const, moved("singer", at(3, 3, 1), "hand")]) {
      const bench = running(BACK);
      bench.play(more);
      frames(bench, 3);
      bench.play(watch);
      expect(bench.engine.show.all("targetOff")).toEqual([]);
    }
  });
});
