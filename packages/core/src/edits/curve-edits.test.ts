import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import { smallShow } from "../testing";
import { addedCurvePoint, movedCurvePoint, newCurve } from "./curve-edits";

describe("drawing a curve", () => {
  it("keeps a point between its neighbours, wherever the hand is", () => {
    expect(
      movedCurvePoint(
        [
          [0.2, 0.1],
          [0.5, 0.4],
          [0.8, 0.9],
        ],
        1,
        [0.9, 2],
      ),
    ).toEqual([
      [0.2, 0.1],
      [0.795, 0.9],
      [0.8, 0.9],
    ]);
    expect(movedCurvePoint([[0.2, 0.1]], 0, [-1, -1])).toEqual([[0.005, 0]]);
  });

  it("adds one where it belongs, and none where there is no room", () => {
    expect(
      addedCurvePoint(
        [
          [0.2, 0.1],
          [0.8, 0.9],
        ],
        [0.5, 0.95],
      ),
    ).toEqual({
      at: 1,
      points: [
        [0.2, 0.1],
        [0.5, 0.9],
        [0.8, 0.9],
      ],
    });
    expect(
      addedCurvePoint(
        [
          [0.2, 0.1],
          [0.21, 0.2],
        ],
        [0.205, 0.15],
      ),
    ).toBeNull();
    expect(
      addedCurvePoint(
        Array.from({ length: 30 }, (_, at) => [(at + 1) / 31, (at + 1) / 31] as const),
        [0.5, 0.5],
      ),
    ).toBeNull();
  });

  it("begins with a curve that a show takes, under a free name", () => {
    const first = newCurve(smallShow(), () => "1");
    const once = edit(smallShow(), [first.change]);
    const twice = once.ok ? newCurve(once.value, () => "2") : first;
    expect(once.ok && twice.change.op === "add" && twice.change.record).toMatchObject({ name: "Drawn 2" });
  });
});
