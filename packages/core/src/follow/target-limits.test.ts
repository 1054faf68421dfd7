import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { seededRandom } from "../random/random";
import { edit } from "../show/edit";
import { at, moved, target } from "../testing/follow-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { smallShow } from "../testing/small-show";
import type { Target } from "./target";
import { targetStateIdOf } from "./target-state";

const bench = (limits: Partial<Target>): EngineOnBench => new EngineOnBench(smallShow([{ ...target("singer", at(0, 0, 1)), ...limits }]));
const placeOf = ({ engine }: EngineOnBench) => engine.show.get("targetState", targetStateIdOf("singer"))!.at;
const heard = (of: EngineOnBench, [x, y, z]: readonly [number, number, number], later = 0.1) => {
  of.t += later;
  of.play(moved("singer", at(x, y, z)));
  return placeOf(of);
};

describe("what is heard of a target", () => {
  it("from outside its part of the stage counts as at the edge; a hand may take it anywhere", () => {
    const of = bench({ within: { low: at(-2, -1, 0), high: at(2, 3, 2) } });
    expect(heard(of, [9, -9, 1])).toEqual(at(2, -1, 1));
    expect(heard(of, [-9, 9, -5])).toEqual(at(-2, 3, 0));
    expect(heard(of, [1, 1, 9])).toEqual(at(1, 1, 2));
    expect(heard(of, [0.5, 0.5, 0.5])).toEqual(at(0.5, 0.5, 0.5));
    of.play(moved("singer", at(7, 7, 1), "hand"));
    expect(placeOf(of)).toEqual(at(7, 7, 1));
  });

  it("too fast comes after, in its direction; the first word counts wherever it is", () => {
    const of = bench({ mostSpeed: 2 });
    expect(heard(of, [5, 5, 1])).toEqual(at(5, 5, 1));
    expect(heard(of, [5.1, 5, 1])).toEqual(at(5.1, 5, 1));
    // A tenth of a second is worth 0.2 m.
    expect(heard(of, [9.1, 5, 1])).toEqual({ x: expect.closeTo(5.3, 9) as number, y: 5, z: 1 });
    expect(heard(of, [9.1, 5, 1], 10)).toEqual(at(9.1, 5, 1));
    expect(heard(of, [0, 0, 0], 0)).toEqual(at(9.1, 5, 1));
    expect(heard(of, [9.1, 5, 1], 0)).toEqual(at(9.1, 5, 1));
    of.play(moved("singer", at(-9, 0, 1), "hand"));
    expect(placeOf(of)).toEqual(at(-9, 0, 1));
  });

  it("never goes faster than it may, whatever is said, and never leaves its part (2,000 words)", () => {
    const of = bench({ mostSpeed: 3, within: { low: at(-4, -4, 0), high: at(4, 4, 2) } });
    const random = seededRandom(8);
    let before = heard(of, [0, 0, 1]);
    for (let word = 0; word < 2000; word++) {
      const later = random() * 0.2;
      const now = heard(of, [(random() - 0.5) * 30, (random() - 0.5) * 30, random() * 4], later);
      expect(Math.hypot(now.x - before.x, now.y - before.y, now.z - before.z)).toBeLessThanOrEqual(3 * later + 1e-9);
      expect([Math.abs(now.x) <= 4, Math.abs(now.y) <= 4, now.z >= 0, now.z <= 2]).toEqual([true, true, true, true]);
      before = now;
    }
  });

  it("has no part of the stage whose corners are the wrong way round", () => {
    const { show } = bench({}).engine;
    const within = { low: at(1, 0, 0), high: at(0, 1, 1) };
    expect(edit(show, [setChange("singer", ["within"], { from: undefined, to: within })]).ok).toBe(false);
  });
});
