import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { playChanges } from "../playing/play";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { sketchIdOf } from "../stroke/sketch";
import { Engine } from "./engine";

describe("what is merged by parts", () => {
  it("goes back when what rode on it goes", () => {
    const engine = new Engine(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([0]) })] }])), 1000);
    const frame = new Uint8Array(engine.frameLength);
    const go = playChanges(engine.show, { type: "go", playbackId: "card-a" }, { t: 1000, personId: "ann" });
    engine.command({ at: 1000, changes: go.ok ? go.value : [] });
    engine.tick(1001, frame);
    const before = frame.slice();
    const strokes = { s: strokeOn("movers", { Pan: { shape: {}, touched: 1, nudge: { knots: [20] } } }) };
    engine.command({ at: 1002, changes: [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: strokes })] });
    engine.tick(1003, frame);
    expect([...frame]).not.toEqual([...before]);
    engine.command({ at: 1004, changes: [setChange(sketchIdOf("ann"), ["strokes"], { from: strokes, to: {} })] });
    engine.tick(1005, frame);
    expect([...frame]).toEqual([...before]);
  });

  it("is worked out at a moment of its own for what starts there, and faders that move between frames ask for nothing", () => {
    const show = smallShow(listWithCard("a", [{ inSeconds: 10, strokes: [strokeOn("movers", { Pan: part([200]) })] }]));
    const [often, seldom] = [new Engine(show, 1000), new Engine(show, 1000)];
    const frames = [new Uint8Array(often.frameLength), new Uint8Array(often.frameLength)];
    for (const engine of [often, seldom]) {
      const go = playChanges(engine.show, { type: "go", playbackId: "card-a" }, { t: 1000, personId: "ann" });
      engine.command({ at: 1000, changes: go.ok ? go.value : [] });
    }
    for (let at = 1001; at < 1004; at += 0.25) {
      often.tick(at, frames[0]!);
      for (const engine of [often, seldom]) {
        const moved = playChanges(engine.show, { type: "level", playbackId: "card-a", level: (at % 1) + 0.1 }, { t: at, personId: "ann" });
        expect(engine.command({ at, changes: moved.ok ? moved.value : [] }).ok).toBe(true);
      }
    }
    for (const engine of [often, seldom]) {
      const go = playChanges(engine.show, { type: "let-go", playbackId: "card-a" }, { t: 1004.1, personId: "ann" });
      engine.command({ at: 1004.1, changes: go.ok ? go.value : [] });
    }
    often.tick(1004.6, frames[0]!);
    seldom.tick(1004.6, frames[1]!);
    expect([...frames[0]!]).toEqual([...frames[1]!]);
    expect(frames[0]!.some((octet) => octet > 0)).toBe(true);
  });
});
