import { describe, expect, it } from "vitest";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

const half = { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([0.5]), Pan: part([108]) })] };
const full = { inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([-108]) })] };
const go = { type: "go", playbackId: "card-a" } as const;

describe("engine: fades", () => {
  it("fades in over the in-time: intensities from nothing, the rest from what is on stage", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [half])));
    expect(bench.read(1, 2)).toBeCloseTo(0.5, 4);
    bench.play(go);
    expect(bench.read(1, 0)).toBe(0);
    expect(bench.read(1, 0, 1)).toBeCloseTo(0.125, 4);
    expect(bench.read(1, 2)).toBeCloseTo(0.5 + 0.2 / 4, 4);
    expect(bench.read(1, 0, 3)).toBeCloseTo(0.5, 4);
    expect(bench.read(1, 2, 5)).toBeCloseTo(0.7, 4);
  });

  it("keeps the delay and the time of each head (5-references.md R2: .2 to .8, delay 2, time 5)", () => {
    const first = { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.2]) })] };
    const second = {
      inSeconds: 9,
      strokes: [strokeOn("movers", { Dimmer: part([0.8], { delay: { knots: [2] }, fade: { knots: [5] } }) })],
    };
    const bench = new EngineOnBench(smallShow(listWithCard("a", [first, second])));
    bench.play(go);
    bench.play(go);
    const levels = [0, 2, 1, 1.5, 2.5, 2].map((later) => bench.read(1, 0, later));
    levels.forEach((value, index) => expect(value).toBeCloseTo([0.2, 0.2, 0.32, 0.5, 0.8, 0.8][index]!, 4));
  });

  it("a go during a fade starts from what is on stage: nothing jumps", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [half, full])));
    bench.play(go);
    const [dimmer, pan] = [bench.read(1, 0, 2), bench.read(1, 2)];
    bench.play(go);
    expect(bench.read(1, 0)).toBeCloseTo(dimmer, 4);
    expect(bench.read(1, 2)).toBeCloseTo(pan, 4);
    expect(bench.read(1, 0, 1)).toBeCloseTo((dimmer + 1) / 2, 4);
    expect(bench.read(1, 2, 1)).toBeCloseTo(0.3, 4);
  });

  it("a time of nothing is there at once, at the instant of its delay (R5)", () => {
    const bench = new EngineOnBench(
      smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1], { delay: { knots: [0.5] } }) })] }])),
    );
    bench.play(go);
    expect(bench.read(1, 0, 0.4999)).toBe(0);
    expect(bench.read(1, 0, 0.0001)).toBe(1);
  });
});

describe("engine: merge (2-model.md section 8)", () => {
  const lists = [
    ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.6]), Pan: part([54]) })] }]),
    ...listWithCard("b", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.8]), Pan: part([-54]) })] }], {
      releaseSeconds: 2,
    }),
  ];
  const started = (): EngineOnBench => {
    const bench = new EngineOnBench(smallShow(lists));
    bench.play(go);
    bench.play({ type: "go", playbackId: "card-b" });
    return bench;
  };

  it("takes the highest intensity after each level, and the latest of the rest", () => {
    const bench = started();
    expect(bench.read(1, 0)).toBeCloseTo(0.8, 4);
    expect(bench.read(1, 2)).toBeCloseTo(0.4, 4);
    bench.play({ type: "level", playbackId: "card-b", level: 0.5 });
    expect(bench.read(1, 0)).toBeCloseTo(0.6, 4);
    expect(bench.read(1, 2)).toBeCloseTo(0.4, 4);
  });

  it("lets go to what lies beneath, over the release time", () => {
    const bench = started();
    bench.play({ type: "let-go", playbackId: "card-b" });
    expect(bench.read(1, 2)).toBeCloseTo(0.4, 4);
    expect(bench.read(1, 2, 1)).toBeCloseTo(0.5, 4);
    expect(bench.read(1, 0)).toBeCloseTo(0.6, 4);
    expect(bench.read(1, 2, 1)).toBeCloseTo(0.6, 4);
    bench.play({ type: "let-go", playbackId: "card-a" });
    expect(bench.read(1, 2, 5)).toBeCloseTo(0.5, 4);
    expect(bench.read(1, 0)).toBe(0);
    expect(bench.engine.running).toEqual([]);
  });

  it("starts when the fader leaves zero and lets go when it comes back", () => {
    const bench = new EngineOnBench(smallShow(lists));
    bench.play({ type: "level", playbackId: "card-a", level: 0.5 });
    expect(bench.read(1, 0)).toBeCloseTo(0.3, 4);
    expect(bench.engine.running).toEqual([{ id: "card-a", lettingGo: false }]);
    bench.play({ type: "level", playbackId: "card-a", level: 0 });
    expect(bench.read(1, 0, 5)).toBe(0);
    expect(bench.engine.running).toEqual([]);
  });

  it("goes on from where it was when started again while it lets go", () => {
    const bench = started();
    bench.play({ type: "let-go", playbackId: "card-b" });
    const before = bench.read(1, 2, 1);
    bench.play({ type: "go", playbackId: "card-b" });
    expect(bench.engine.running).toHaveLength(2);
    expect(before).toBeCloseTo(0.5, 4);
    expect(bench.read(1, 2)).toBeCloseTo(0.4, 4);
  });

  it("lets what a cue no longer says go back beneath, over that cue's time", () => {
    const cues = [
      { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] },
      { inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([108]) })] },
    ];
    const bench = new EngineOnBench(smallShow([...listWithCard("a", cues)]));
    bench.play(go);
    bench.play(go);
    expect(bench.read(1, 0)).toBe(1);
    expect(bench.read(1, 2)).toBeCloseTo(0.7, 4);
    bench.play({ ...go, cueId: "a-1" });
    expect(bench.read(1, 2)).toBeCloseTo(0.5, 4);
  });

  it("lays a sketch over all playbacks until it is wiped, the latest touch on top", () => {
    const bench = started();
    bench.sketch("ann", { s: strokeOn("movers", { Dimmer: part([0.1]) }) });
    expect(bench.read(1, 0)).toBeCloseTo(0.1, 4);
    bench.sketch("ben", { s: strokeOn("movers", { Dimmer: part([0.3]) }) });
    expect(bench.read(1, 0)).toBeCloseTo(0.3, 4);
    bench.sketch("ann", { s: strokeOn("movers", { Dimmer: part([0.2]) }) });
    expect(bench.read(1, 0)).toBeCloseTo(0.2, 4);
    bench.sketch("ann", {});
    bench.sketch("ben", {});
    expect(bench.read(1, 0)).toBeCloseTo(0.8, 4);
  });

  it("drives nothing outside the reach of a sketch's person or a list's territory", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [full], { territoryId: "south" })));
    bench.sketch("cleo", { s: strokeOn("movers", { Dimmer: part([1]) }) });
    bench.play(go);
    expect(bench.read(1, 0, 5)).toBe(0);
    expect(bench.read(1, 2)).toBeCloseTo(0.5, 4);
  });

  it("scales colours by the virtual dimmer where a head has none (5-references.md R7: .4 on 1, .5, .25)", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", {
      s: strokeOn("cells", { Dimmer: part([0.4]), ColorAdd_R: part([1]), ColorAdd_G: part([0.5]), ColorAdd_B: part([0.25]) }),
    });
    bench.read(1, 0);
    expect([...bench.frame.subarray(160, 163)]).toEqual([102, 51, 26]);
  });
});
