import { describe, expect, it } from "vitest";
import type { VeilMotion } from "../motion/motion";
import type { Playback } from "../playback/playback";
import { seededRandom } from "../random/random";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { FRAME } from "../testing/follow-show";
import { moving } from "../testing/motions";

const veil = (more: Partial<VeilMotion> = {}): VeilMotion => ({
  ...{ kind: "veil", base: "relative", meets: "covers", pattern: "rings", plane: "flat", centre: { x: 2, y: 1, z: 0 } },
  ...{ width: 9, height: 7, turn: 20, low: 0, high: 1, phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0.4] } },
  ...more,
});
const lit = listWithCard("lit", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.8]) })] }]);
const veiled = (motion: VeilMotion, card: Partial<Playback>) =>
  listWithCard("veil", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: moving(motion) })] }], { letsGoAtZero: false, ...card });
const begun = (...records: Parameters<typeof smallShow>[0] & object): EngineOnBench => {
  const bench = new EngineOnBench(smallShow([...lit, ...records]));
  bench.play({ type: "go", playbackId: "card-lit" });
  bench.read(1, 0, 1);
  return bench;
};
/** Whether a frame later anything could have changed. */
const works = (bench: EngineOnBench): boolean => bench.engine.tick((bench.t += FRAME), bench.frame);
const levels = (bench: EngineOnBench): number[] => [1, 2, 3, 4, 5, 6, 7, 8].map((mover) => bench.read(mover, 0));

describe("a veil that shows nothing", () => {
  it("costs nothing at an opacity of 0, comes with it, and leaves all as it was", () => {
    const bench = begun();
    const before = bench.frame.slice();
    const sketched = (opacity: number) =>
      bench.sketch("ann", { a: strokeOn("movers", { Dimmer: moving(veil({ size: { knots: [opacity] } })) }) });
    sketched(0);
    works(bench);
    expect([works(bench), works(bench)]).toEqual([false, false]);
    expect(bench.frame).toEqual(before);
    sketched(1);
    expect(new Set(levels(bench)).size).toBeGreaterThan(3);
    expect([works(bench), works(bench)]).toEqual([true, true]);
    sketched(0);
    works(bench);
    expect(bench.frame).toEqual(before);
    expect(works(bench)).toBe(false);
  });

  it.each([
    ["whose card’s fader is down", veil({ meets: "multiplies" }), { fader: "everything" }],
    ["whose card’s fader of sizes is down", veil(), { fader: "motion-size" }],
  ] as const)("%s costs nothing, comes with it half way, and leaves all as it was", (_, motion, card) => {
    const bench = begun(...veiled(motion, card));
    const before = bench.frame.slice();
    const fader = (level: number): void => bench.play({ type: "level", playbackId: "card-veil", level });
    bench.play({ type: "go", playbackId: "card-veil" });
    fader(1);
    works(bench);
    const whole = levels(bench);
    expect(new Set(whole).size).toBeGreaterThan(3);
    fader(0.5);
    bench.engine.tick(bench.t, bench.frame);
    levels(bench).forEach((level, at) => expect(level).toBeCloseTo((whole[at]! + 0.8) / 2, 2));
    fader(0);
    works(bench);
    expect(bench.frame).toEqual(before);
    expect([works(bench), works(bench)]).toEqual([false, false]);
    fader(1);
    bench.engine.tick(bench.t, bench.frame);
    expect(bench.frame).not.toEqual(before);
  });
});

describe("what veils show", () => {
  it("depends on the moment alone, whatever was read before: forwards, backwards, slowly and in leaps (200 moments)", () => {
    const random = seededRandom(3);
    const phases = { knots: [0, 200] };
    const show = smallShow(
      [veil({ base: "absolute", phase: phases }), veil({ phase: phases, size: { knots: [0.6] } })].flatMap((motion, at) => {
        const { meets: _, ...still } = motion;
        const own = at === 0 ? (still as VeilMotion) : motion;
        return listWithCard(`veil-${at}`, [
          { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: moving(own), Pan: moving({ ...own, low: -90, high: 90 }) })] },
        ]);
      }),
    );
    const cards = ["card-veil-0", "card-veil-1"];
    const bench = new EngineOnBench(show);
    for (const playbackId of cards) bench.play({ type: "go", playbackId });
    const begin = bench.t;
    for (let round = 0; round < 200; round++) {
      bench.t = begin + (random() < 0.5 ? bench.t - begin + random() * 0.05 : random() * 20);
      bench.engine.tick(bench.t, bench.frame);
      const fresh = new EngineOnBench(show);
      for (const playbackId of cards) fresh.play({ type: "go", playbackId });
      fresh.engine.tick(bench.t, fresh.frame);
      expect(fresh.frame, `at ${bench.t - begin} s`).toEqual(bench.frame);
    }
  });
});
