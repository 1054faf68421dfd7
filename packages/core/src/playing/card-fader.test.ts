import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { EngineOnBench, listWithCard, moving, part, smallShow, strokeOn, waveMotion } from "../testing";
import type { Playback } from "../playback/playback";
import type { PlayCommand } from "./commands";

/** Four steps at 20, 40, 60 and 80 %, each with a place of its own for a head that only it names. */
function dial(card: Partial<Playback> = {}, inSeconds = 0): EngineOnBench {
  const cues = [0.2, 0.4, 0.6, 0.8].map((at, index) => ({
    inSeconds,
    strokes: [{ ...strokeOn("movers", { Dimmer: part([at]) }), who: { heads: ["fx-1", `fx-${index + 2}`] } }],
    cueOnly: true as const,
  }));
  return new EngineOnBench(smallShow(listWithCard("a", cues, { fader: "dial", releaseSeconds: 1, ...card })));
}

const to = (level: number): PlayCommand => ({ type: "level", playbackId: "card-a", level });
const card = { playbackId: "card-a" };

describe("a dial", () => {
  it("divides its travel equally among the cues", () => {
    const bench = dial();
    const reached = [0.01, 0.24, 0.26, 0.5, 0.74, 0.76, 1].map((level) => {
      bench.play(to(level));
      return Math.round(bench.read(1, 0) * 100);
    });
    expect(reached).toEqual([20, 20, 40, 60, 60, 80, 80]);
  });

  it("a fast pull down doesn't leave the last step stuck: at the bottom it is the first cue, or nothing", () => {
    const bench = dial();
    bench.play(to(1));
    bench.play(to(0));
    expect(bench.read(1, 0, 0.05)).toBeCloseTo(0.2, 3);
    expect([2, 3, 4, 5].map((head) => Math.round(bench.read(head, 0) * 100))).toEqual([20, 0, 0, 0]);
    const letsGo = dial({ bottom: "lets-go" });
    letsGo.play(to(1));
    letsGo.play(to(0));
    letsGo.t += 1;
    expect([1, 2, 3, 4, 5].map((head) => letsGo.read(head, 0))).toEqual([0, 0, 0, 0, 0]);
  });

  it("leaves no step behind when it is let go, wherever it stood", () => {
    const bench = dial({}, 2);
    bench.play(to(0.3));
    bench.read(1, 0, 0.4);
    bench.play(to(0.9));
    bench.read(1, 0, 0.4);
    bench.play({ type: "let-go", ...card });
    bench.read(1, 0, 1.5);
    expect([1, 2, 3, 4, 5].map((head) => bench.read(head, 0, 1))).toEqual([0, 0, 0, 0, 0]);
  });

  it("needs no base: what a step doesn't name is what lies beneath, or home", () => {
    const bench = dial();
    bench.play(to(0.4));
    expect([2, 3, 4, 5].map((head) => Math.round(bench.read(head, 0) * 100))).toEqual([0, 40, 0, 0]);
  });

  it("ends right however it was pulled: the same as going there at once (100 pulls of five random moves)", () => {
    const random = seededRandom(7);
    for (let pull = 0; pull < 100; pull++) {
      const [bench, straight] = [dial(), dial()];
      const end = random();
      for (let step = 0; step < 5; step++) {
        bench.play(to(random()));
        bench.t += random() * 0.1;
      }
      bench.play(to(end));
      straight.play(to(end));
      expect([1, 2, 3, 4, 5].map((head) => bench.read(head, 0, 0.5))).toEqual([1, 2, 3, 4, 5].map((head) => straight.read(head, 0, 0.5)));
    }
  });
});

describe("other jobs of a fader", () => {
  it("the size of motions: about their middle, intensities untouched", () => {
    const stroke = strokeOn("movers", { Dimmer: part([1]), Pan: moving(waveMotion({ low: -108, high: 108, masterId: null, ownBpm: 60 })) });
    const bench = new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [stroke] }], { fader: "motion-size" })));
    const span = (): number => {
      const seen = Array.from({ length: 40 }, () => bench.read(1, 2, 0.05));
      return Math.max(...seen) - Math.min(...seen);
    };
    bench.play(to(1));
    const whole = span();
    expect(whole).toBeGreaterThan(0.35);
    bench.play(to(0.5));
    expect(span() / whole).toBeCloseTo(0.5, 1);
    expect(bench.read(1, 0)).toBe(1);
    bench.play(to(0));
    expect(span()).toBe(0);
    expect(bench.read(1, 0)).toBe(1);
  });

  it("a crossfade by hand: there and back, and the next way on is the next cue", () => {
    const cues = [0.2, 0.6, 1].map((at) => ({ inSeconds: 9, strokes: [strokeOn("movers", { Dimmer: part([at]) })] }));
    const bench = new EngineOnBench(smallShow(listWithCard("a", cues, { fader: "crossfade" })));
    const at = (level: number): number => {
      bench.play(to(level));
      return bench.read(1, 0, 0.02);
    };
    expect(at(0.5)).toBeCloseTo(0.1, 3);
    expect(at(1)).toBeCloseTo(0.2, 3);
    // The way down is the next cue.
    expect(at(0.75)).toBeCloseTo(0.3, 3);
    expect(at(0.9)).toBeCloseTo(0.24, 3);
    expect(at(0)).toBeCloseTo(0.6, 3);
    expect(at(0.5)).toBeCloseTo(0.8, 3);
    expect(at(1)).toBeCloseTo(1, 3);
    // After the last cue nothing more comes.
    expect(at(0.5)).toBeCloseTo(1, 3);
  });

  it("the tempo: half way is as it is, full travel is double", () => {
    const bench = new EngineOnBench(
      smallShow(
        listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }], { fader: "tempo", masterId: "pulse" }),
      ),
    );
    bench.play(to(1));
    expect(bench.engine.show.masterState("pulse")?.tempo.scale).toBe(2);
    bench.play(to(0.25));
    expect(bench.engine.show.masterState("pulse")?.tempo.scale).toBe(0.5);
  });

  it("nothing: the card plays by its buttons alone", () => {
    const bench = new EngineOnBench(
      smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }], { fader: "nothing" })),
    );
    bench.play(to(0.5));
    expect(bench.read(1, 0)).toBe(0);
    bench.play({ type: "toggle", ...card });
    expect(bench.read(1, 0)).toBe(1);
    bench.play({ type: "toggle", ...card });
    expect(bench.read(1, 0, 1.1)).toBe(0);
  });
});

describe("flash", () => {
  const flash = { level: 0.8, inSeconds: 1, outSeconds: 2 };
  const pressed = (press: "down" | "up"): PlayCommand => ({ type: "flash", ...card, press });
  const list = listWithCard("a", [{ inSeconds: 9, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([54]) })] }], { flash });

  it("comes and goes in its own times, and leaves nothing on", () => {
    const bench = new EngineOnBench(smallShow(list));
    bench.play(pressed("down"));
    expect([0.5, 0.5, 1].map((later) => bench.read(1, 0, later))).toEqual([0.4, 0.8, 0.8].map((at) => expect.closeTo(at, 3)));
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 3);
    bench.play(pressed("up"));
    expect([1, 1.1].map((later) => bench.read(1, 0, later))).toEqual([expect.closeTo(0.4, 3), 0]);
    expect(bench.read(1, 2)).toBeCloseTo(0.5, 3);
    expect(bench.engine.show.playbackState("card-a")?.cueId).toBeNull();
  });

  it("over a running playback goes back to its fader", () => {
    const bench = new EngineOnBench(smallShow(list));
    bench.play(to(0.2));
    bench.read(1, 0, 10);
    bench.play(pressed("down"));
    expect([0.5, 0.5].map((later) => bench.read(1, 0, later))).toEqual([expect.closeTo(0.5, 3), expect.closeTo(0.8, 3)]);
    bench.play(pressed("up"));
    expect([1, 1, 1].map((later) => bench.read(1, 0, later))).toEqual([0.5, 0.2, 0.2].map((at) => expect.closeTo(at, 3)));
  });

  it("a go during a press keeps it", () => {
    const bench = new EngineOnBench(smallShow(list));
    bench.play(pressed("down"));
    bench.play({ type: "go", ...card, cueId: "a-1" });
    bench.play(pressed("up"));
    expect(bench.engine.show.playbackState("card-a")?.cueId).toBe("a-1");
  });
});
