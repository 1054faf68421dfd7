import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { at, dancer, following, frames, missOf, moved, singer } from "../testing/follow-show";
import { EngineOnBench } from "../testing/engine-on-bench";
import { listWithCard, smallShow, strokeOn } from "../testing/small-show";
import { edit } from "../show/edit";
import { boxText, intoBox, nearestIn, readBox, type StageBox } from "./stage-box";
import type { Follow } from "./target";

describe("a part of the stage", () => {
  it("is typed as two corners, whichever, with commas or blanks, and written so that it is read again", () => {
    const box: StageBox = { low: at(-4, -2, 0), high: at(4, 3, 2) };
    for (const text of ["-4,-2,0..4,3,2", "4,3,2..-4,-2,0", "-4 -2 0..4 3 2", " 4, -2 ,2 .. -4,3,0"]) expect(readBox(text)).toEqual(box);
    const metres = fc.integer({ min: -100_000, max: 100_000 }).map((centimetres) => centimetres / 100);
    fc.assert(
      fc.property(fc.array(metres, { minLength: 6, maxLength: 6 }), ([a, b, c, d, e, f]) => {
        const any = readBox(`${a},${b},${c}..${d},${e},${f}`)!;
        expect(readBox(boxText(any))).toEqual(any);
        expect(readBox(boxText(any, " "))).toEqual(any);
      }),
    );
    for (const text of ["", "1,2,3", "1,2,3..", "1,2..3,4", "1,2,3..4,5,6..7,8,9", "a,b,c..1,2,3", "1,2,3,4..5,6,7,8", "0,0,0..1001,0,0"])
      expect(readBox(text)).toBeNull();
  });

  it("takes places in: those inside stay, others come to the nearest one there is", () => {
    const box: StageBox = { low: at(-4, -2, 0), high: at(4, 3, 0) };
    const metres = fc.double({ min: -20, max: 20, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(metres, metres, metres), fc.tuple(metres, metres, metres), (place, other) => {
        const taken = Float64Array.from([...place, 7]);
        intoBox(box, taken);
        const [x, y, z, kept] = taken as unknown as [number, number, number, number];
        expect(nearestIn(box, at(...place))).toEqual(at(x, y, z));
        expect([x >= -4 && x <= 4, y >= -2 && y <= 3, z === 0, kept]).toEqual([true, true, true, 7]);
        // No place inside is nearer than that.
        const inside = [Math.max(-4, Math.min(4, other[0])), Math.max(-2, Math.min(3, other[1])), 0];
        const far = (to: readonly number[]): number => Math.hypot(...place.map((metre, axis) => metre - to[axis]!));
        expect(far([x, y, z])).toBeLessThanOrEqual(far(inside) + 1e-9);
      }),
    );
  });
});

describe("heads that follow within a part of the stage", () => {
  const running = (follow: Follow): EngineOnBench => {
    const list = listWithCard("key", [{ inSeconds: 0, strokes: [strokeOn("movers", following(follow))] }]);
    const bench = new EngineOnBench(smallShow([singer, dancer, ...list]));
    bench.play({ type: "go", playbackId: "card-key" });
    frames(bench, 0.1);
    return bench;
  };
  const within: StageBox = { low: at(-3, 1, 0), high: at(5, 6, 2) };

  // Where a beam goes is worked out by three.js (missOf), the nearest place by hand.
  it.each([
    ["inside", at(2, 4, 1), {}, at(2, 4, 1)],
    ["beyond the right side", at(9, 4, 1), {}, at(5, 4, 1)],
    ["far off a corner, and too high", at(-20, 30, 8), {}, at(-3, 6, 2)],
    ["inside, with what lies beside it outside", at(4, 4, 1), { offset: at(3, 0, 5) }, at(5, 4, 2)],
  ] as const)("look at the nearest place of it: %s", (_, place, more, expected) => {
    const bench = running({ targetIds: ["singer"], within, ...more });
    bench.play(moved("singer", place));
    // A beam turns by no more than 180° a second.
    frames(bench, 1.5);
    for (const mover of [1, 4, 8]) expect(missOf(bench, mover, expected)).toBeLessThan(0.02);
  });

  it("stay on a plane where two sides of it are one, whatever the height that is heard", () => {
    const bench = running({ targetIds: ["singer"], within: { low: at(-50, -50, 0), high: at(50, 50, 0) } });
    for (const height of [0.2, 1.7, 6]) {
      bench.play(moved("singer", at(3, 4, height)));
      frames(bench, 1.5);
      expect(missOf(bench, 2, at(3, 4, 0))).toBeLessThan(0.02);
    }
  });

  it("are refused corners the wrong way round", () => {
    const { show } = running({ targetIds: ["singer"] }).engine;
    const [id] = [...show.records.values()].flatMap((record) => (record.kind === "cue" ? record.id : []));
    const [strokeId] = Object.keys(show.get("cue", id)!.strokes);
    const wrong: Follow = { targetIds: ["singer"], within: { low: at(1, 0, 0), high: at(0, 1, 1) } };
    const path = ["strokes", strokeId!, "parts", "Position", "follow"];
    expect(edit(show, [setChange(id!, path, { from: { targetIds: ["singer"] }, to: wrong })]).ok).toBe(false);
  });
});
