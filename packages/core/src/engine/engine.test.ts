import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { playChanges, type PlayCommand } from "../show/play";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { sketchIdOf } from "../stroke/sketch";
import type { Strokes } from "../stroke/stroke";
import { Engine } from "./engine";

/** An engine with a clock that tests turn, and readings of single slots. */
class Bench {
  readonly engine: Engine;
  readonly frame: Uint8Array;
  t = 100;

  constructor(show: Show) {
    this.engine = new Engine(show, this.t);
    this.frame = new Uint8Array(this.engine.frameLength);
  }

  play(command: PlayCommand): void {
    const changes = playChanges(this.engine.show, command, { t: this.t, personId: "ann" });
    if (!changes.ok) throw new Error(changes.error.code);
    this.change(changes.value);
  }

  change(changes: readonly Change[]): void {
    expect(this.engine.command({ at: this.t, changes })).toEqual({ ok: true, value: null });
  }

  sketch(personId: string, strokes: Strokes): void {
    const from = this.engine.show.sketchOf(personId)!.strokes;
    this.change([setChange(sketchIdOf(personId), ["strokes"], { from, to: strokes })]);
  }

  /** The 16-bit level of a mover's dimmer (0), pan (2) or tilt (4), 0..1, at a time later. */
  read(mover: number, offset: 0 | 2 | 4, later = 0): number {
    this.t += later;
    this.engine.tick(this.t, this.frame);
    const at = (mover - 1) * 20 + offset;
    return (this.frame[at]! * 256 + this.frame[at + 1]!) / 65535;
  }
}

const half = { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([0.5]), Pan: part([108]) })] };
const full = { inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([-108]) })] };
const go = { type: "go", playbackId: "card-a" } as const;

describe("engine: fades", () => {
  it("fades in over the in-time: intensities from nothing, the rest from what is on stage", () => {
    const bench = new Bench(smallShow(listWithCard("a", [half])));
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
    const second = { inSeconds: 9, strokes: [strokeOn("movers", { Dimmer: part([0.8], { delay: { knots: [2] }, fade: { knots: [5] } }) })] };
    const bench = new Bench(smallShow(listWithCard("a", [first, second])));
    bench.play(go);
    bench.play(go);
    const levels = [0, 2, 1, 1.5, 2.5, 2].map((later) => bench.read(1, 0, later));
    levels.forEach((value, index) => expect(value).toBeCloseTo([0.2, 0.2, 0.32, 0.5, 0.8, 0.8][index]!, 4));
  });

  it("a go during a fade starts from what is on stage: nothing jumps", () => {
    const bench = new Bench(smallShow(listWithCard("a", [half, full])));
    bench.play(go);
    const [dimmer, pan] = [bench.read(1, 0, 2), bench.read(1, 2)];
    bench.play(go);
    expect(bench.read(1, 0)).toBeCloseTo(dimmer, 4);
    expect(bench.read(1, 2)).toBeCloseTo(pan, 4);
    expect(bench.read(1, 0, 1)).toBeCloseTo((dimmer + 1) / 2, 4);
    expect(bench.read(1, 2, 1)).toBeCloseTo(0.3, 4);
  });

  it("a time of nothing is there at once, at the instant of its delay (R5)", () => {
    const bench = new Bench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1], { delay: { knots: [0.5] } }) })] }])));
    bench.play(go);
    expect(bench.read(1, 0, 0.4999)).toBe(0);
    expect(bench.read(1, 0, 0.0001)).toBe(1);
  });
});

describe("engine: merge (2-model.md section 8)", () => {
  const lists = [
    ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.6]), Pan: part([54]) })] }]),
    ...listWithCard("b", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.8]), Pan: part([-54]) })] }], { releaseSeconds: 2 }),
  ];
  const started = (): Bench => {
    const bench = new Bench(smallShow(lists));
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
    const bench = new Bench(smallShow(lists));
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
    const bench = new Bench(smallShow([...listWithCard("a", cues)]));
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
    const bench = new Bench(smallShow(listWithCard("a", [full], { territoryId: "south" })));
    bench.sketch("cleo", { s: strokeOn("movers", { Dimmer: part([1]) }) });
    bench.play(go);
    expect(bench.read(1, 0, 5)).toBe(0);
    expect(bench.read(1, 2)).toBeCloseTo(0.5, 4);
  });

  it("scales colours by the virtual dimmer where a head has none (5-references.md R7: .4 on 1, .5, .25)", () => {
    const bench = new Bench(smallShow());
    bench.sketch("ann", { s: strokeOn("cells", { Dimmer: part([0.4]), ColorAdd_R: part([1]), ColorAdd_G: part([0.5]), ColorAdd_B: part([0.25]) }) });
    bench.read(1, 0);
    expect([...bench.frame.subarray(160, 163)]).toEqual([102, 51, 26]);
  });
});

describe("engine: motions", () => {
  const wave = (more = {}): Strokes => ({
    s: strokeOn("movers", { Dimmer: { shape: {}, touched: 1, motion: { waveform: "sine", low: 0, high: 1, base: "absolute", phase: { knots: [0, 360] }, phaseShape: {}, masterId: "pulse", rate: 1, ...more } } }),
  });

  it("forms the wave along the heads and moves it with the master", () => {
    const bench = new Bench(smallShow());
    bench.change([setChange("state-pulse", ["tempo"], { from: bench.engine.show.masterState("pulse")!.tempo, to: { bpm: 120, scale: 1, anchorSeconds: 100, anchorBeats: 0, running: "yes", taps: [] } })]);
    bench.sketch("ann", wave());
    for (const later of [0, 0.1, 0.4])
      for (let head = 1; head <= 8; head++) {
        const level = bench.read(head, 0, head === 1 ? later : 0);
        const cycles = (bench.t - 100) * 2 + (head - 1) / 8;
        expect(level).toBeCloseTo(0.5 + 0.5 * Math.sin(2 * Math.PI * cycles), 4);
      }
  });

  it("keeps the phase when the tempo changes", () => {
    const bench = new Bench(smallShow());
    bench.sketch("ann", wave());
    const before = bench.read(3, 0, 0.123);
    bench.play({ type: "bpm", masterId: "pulse", bpm: 400 });
    expect(bench.read(3, 0)).toBeCloseTo(before, 4);
    bench.play({ type: "hold", masterId: "pulse" });
    expect(bench.read(3, 0, 9)).toBeCloseTo(before, 4);
  });

  it("adds relative motions to what lies beneath, also of another source", () => {
    const bench = new Bench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([54]) })] }])));
    bench.play(go);
    const motion = { waveform: "pulse" as const, width: 1, low: 0, high: 27, base: "relative" as const, phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: 1 };
    bench.sketch("ann", { s: strokeOn("movers", { Pan: { shape: {}, touched: 1, motion } }) });
    expect(bench.read(1, 2)).toBeCloseTo(0.65, 4);
    bench.sketch("ann", {});
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 4);
  });
});

describe("engine: links and restarts", () => {
  it("shows an edit of a cue or a group on stage in the next frame", () => {
    const bench = new Bench(smallShow(listWithCard("a", [half])));
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
    const bench = new Bench(smallShow());
    bench.sketch("ann", { s: strokeOn("movers", { Dimmer: part([1]) }) });
    bench.read(1, 0);
    bench.change([setChange("fx-1", ["patch"], { from: { universe: 1, address: 1 }, to: { universe: 1, address: 401 } })]);
    const frame = new Uint8Array(bench.engine.frameLength);
    bench.engine.tick(bench.t, frame);
    expect([frame[0], frame[400], frame[401]]).toEqual([0, 255, 255]);
  });

  it("comes back from its records alone, also in the middle of a fade", () => {
    const bench = new Bench(smallShow(listWithCard("a", [half, full])));
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
    const bench = new Bench(smallShow(listWithCard("a", [half])));
    expect(bench.engine.tick(100, bench.frame)).toBe(true);
    expect(bench.engine.tick(101, bench.frame)).toBe(false);
    bench.play(go);
    expect(bench.engine.tick(101, bench.frame)).toBe(true);
    bench.read(1, 0, 20);
    expect(bench.engine.tick(200, bench.frame)).toBe(false);
    expect(bench.engine.command({ at: 200, changes: [setChange("nobody", ["x"], { to: 1 })] })).toMatchObject({ ok: false });
  });
});
