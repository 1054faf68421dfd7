import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { Follow } from "../follow/target";
import { seededRandom } from "../random/random";
import { edit } from "../show/edit";
import { listWithCard, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { at, dancer, following, FRAME, frames, go, keyLight, missOf, mostTurn, moved, singer } from "../testing/follow-show";
import { MOST_DEGREES_A_SECOND } from "./running-follows";

const softly = (follow: Omit<Follow, "targetIds">, inSeconds = 0): EngineOnBench =>
  new EngineOnBench(
    smallShow([
      singer,
      dancer,
      ...listWithCard("key", [
        { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"], ...follow }))] },
        { inSeconds, strokes: [strokeOn("movers", following({ targetIds: ["dancer"], ...follow }))] },
      ]),
    ]),
  );

/** How far two equal low-passes after one another have come towards a step, by the closed form: 1 - (1 + t/T) exp(-t/T), T half of the whole time. */
const cameBy = (seconds: number, smoothSeconds: number): number => {
  const ratio = seconds / (smoothSeconds / 2);
  return 1 - (1 + ratio) * Math.exp(-ratio);
};

describe("heads that follow softly", () => {
  it("come to where their target went as two low-passes do, and are there in the end (closed form)", () => {
    const bench = softly({ smoothSeconds: 1 });
    bench.play(go);
    expect(missOf(bench, 2, singer.home)).toBeLessThan(0.02);
    frames(bench, 1);
    bench.play(moved("singer", at(4, 4, 1.5)));
    for (let frame = 1; frame <= 88; frame++) {
      frames(bench, FRAME);
      expect(missOf(bench, 2, at(1 + 3 * cameBy(frame * FRAME, 1), 4, 1.5))).toBeLessThan(0.02);
    }
    frames(bench, 8);
    expect(missOf(bench, 2, at(4, 4, 1.5))).toBeLessThan(0.005);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("go no faster than is said, straight to it; the same however seldom frames come", () => {
    for (const each of [FRAME, 0.1]) {
      const bench = softly({ mostSpeed: 2 });
      bench.play(go);
      frames(bench, 1);
      bench.play(moved("singer", at(7, 4, 1.5)));
      // Nobody knows when a target that stood began to move: a frame ago at the most.
      let gone = 0;
      for (let seconds = each; seconds <= 3.5; seconds += each) {
        bench.t += each;
        gone += gone === 0 ? Math.min(each, FRAME) : each;
        expect(missOf(bench, 3, at(1 + Math.min(6, 2 * gone), 4, 1.5))).toBeLessThan(0.03);
      }
    }
  });

  it("never overshoot, and never leave the part of the stage that is theirs (2,000 words)", () => {
    const bench = softly({ smoothSeconds: 0.6, mostSpeed: 3, within: { low: at(-2, 2, 0), high: at(2, 6, 2) } });
    const random = seededRandom(20);
    bench.play(go);
    for (let word = 0; word < 2000; word++) {
      bench.play(moved("singer", at((random() - 0.5) * 12, 2 + random() * 4, 1.5)));
      frames(bench, FRAME * (1 + Math.floor(random() * 4)));
    }
    bench.play(moved("singer", at(12, 4, 1.5)));
    let before = Infinity;
    for (let frame = 0; frame < 200; frame++) {
      frames(bench, FRAME);
      const away = missOf(bench, 5, at(2, 4, 1.5));
      expect(away).toBeLessThan(before + 0.02);
      before = away;
    }
    expect(before).toBeLessThan(0.01);
  });

  it("come from one target to the other over the cue's time, from where they look, and are edited without a jump", () => {
    const bench = softly({ smoothSeconds: 0.4 }, 2);
    bench.play(go);
    frames(bench, 1);
    bench.play(moved("singer", at(3, 4, 1.5)));
    frames(bench, 0.2);
    bench.play(go);
    expect(mostTurn(bench, 3, 2)).toBeLessThan(MOST_DEGREES_A_SECOND * FRAME);
    frames(bench, 2);
    expect(missOf(bench, 3, dancer.home)).toBeLessThan(0.01);
    bench.play(moved("dancer", at(1, 5, 1.5)));
    frames(bench, 0.2);
    const { strokes } = bench.engine.show.get("cue", "key-2")!;
    bench.change([
      setChange("key-2", ["strokes"], {
        from: strokes,
        to: { a: strokeOn("movers", following({ targetIds: ["dancer"], smoothSeconds: 2 })) },
      }),
    ]);
    expect(mostTurn(bench, 3, 1)).toBeLessThan(2);
    // On its way to somebody it goes to another from where it looks, not from where that one is.
    const slow = softly({ mostSpeed: 0.5 }, 2);
    slow.play(go);
    frames(slow, 0.5);
    slow.play(moved("singer", at(4, 4, 1.5)));
    frames(slow, 1);
    slow.play(go);
    frames(slow, 0.1);
    expect(missOf(slow, 3, at(1.55, 4, 1.5))).toBeLessThan(0.05);
    // One that was at once, softly from now on: from where it looks.
    const plain = new EngineOnBench(keyLight);
    plain.play(go);
    frames(plain, 0.5);
    const first = plain.engine.show.get("cue", "key-1")!.strokes;
    plain.change([
      setChange("key-1", ["strokes"], { from: first, to: { a: strokeOn("movers", following({ targetIds: ["singer"], mostSpeed: 1 })) } }),
    ]);
    plain.play(moved("singer", at(6, 4, 1.5)));
    frames(plain, 1);
    expect(missOf(plain, 2, at(2, 4, 1.5))).toBeLessThan(0.05);
  });

  it("say so within what it can be, and refuse the rest", () => {
    const show = smallShow([singer]);
    const sketch = show.sketchOf("ann")!;
    const taken = (follow: Partial<Follow>): boolean =>
      edit(show, [
        setChange(sketch.id, ["strokes"], { from: {}, to: { a: strokeOn("movers", following({ targetIds: ["singer"], ...follow })) } }),
      ]).ok;
    expect(taken({ smoothSeconds: 0, mostSpeed: 50 })).toBe(true);
    for (const wrong of [{ smoothSeconds: -1 }, { smoothSeconds: 4 }, { smoothSeconds: NaN }, { mostSpeed: 0 }, { mostSpeed: 51 }])
      expect(taken(wrong)).toBe(false);
  });
});

describe("heads that follow somebody who stood", () => {
  it("turn no further in the first frame than in any other", () => {
    const bench = new EngineOnBench(keyLight);
    bench.play(go);
    // Nothing moves for so long that no frame is worked out.
    frames(bench, 5);
    bench.play(moved("singer", at(6, 0.5, 0.2)));
    expect(mostTurn(bench, 2, 2)).toBeLessThanOrEqual(MOST_DEGREES_A_SECOND * FRAME + 0.02);
    expect(missOf(bench, 2, at(6, 0.5, 0.2))).toBeLessThan(0.02);
  });
});
