import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { Engine } from "./engine";

const half = { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([0.5]), Pan: part([108]) })] };
const full = { inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([-108]) })] };
const go = { type: "go", playbackId: "card-a" } as const;

describe("engine: links and restarts", () => {
  it("shows an edit of a cue or a group on stage in the next frame", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [half])));
    bench.play(go);
    bench.read(1, 0, 10);
    bench.change([setChange("a-1", ["strokes", "s1", "parts", "Dimmer", "level", "knots"], { from: [0.5], to: [0.75] })]);
    expect(bench.read(1, 0)).toBeCloseTo(0.75, 4);
    const heads = bench.engine.show.groupHeads("movers")!;
    bench.change([setChange("movers", ["heads"], { from: heads, to: heads.slice(1) })]);
    expect(bench.read(1, 0)).toBe(0);
    expect(bench.read(2, 0)).toBeCloseTo(0.75, 4);
  });

  it("moves a fixture to another address with its look", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", { s: strokeOn("movers", { Dimmer: part([1]) }) });
    bench.read(1, 0);
    bench.change([setChange("fx-1", ["patch"], { from: { universe: 1, address: 1 }, to: { universe: 1, address: 401 } })]);
    const frame = new Uint8Array(bench.engine.frameLength);
    bench.engine.tick(bench.t, frame);
    expect([frame[0], frame[400], frame[401]]).toEqual([0, 255, 255]);
  });

  it("comes back from its records alone, also in the middle of a fade", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [half, full])));
    bench.play(go);
    bench.read(1, 0, 10);
    bench.play(go);
    bench.sketch("ann", { s: strokeOn("cells", { Dimmer: part([0.4]) }) });
    bench.read(1, 0, 0.7);
    const again = new Engine(bench.engine.show, bench.t);
    const frame = new Uint8Array(again.frameLength);
    again.tick(bench.t, frame);
    expect(frame).toEqual(bench.frame);
  });

  it("does nothing when nothing moves, and refuses changes that don't fit", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [half])));
    expect(bench.engine.tick(100, bench.frame)).toBe(true);
    expect(bench.engine.tick(101, bench.frame)).toBe(false);
    bench.play(go);
    expect(bench.engine.tick(101, bench.frame)).toBe(true);
    bench.read(1, 0, 20);
    expect(bench.engine.tick(200, bench.frame)).toBe(false);
    expect(bench.engine.command({ at: 200, changes: [setChange("nobody", ["x"], { to: 1 })] })).toMatchObject({ ok: false });
  });
});
