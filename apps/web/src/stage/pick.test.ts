import { describe, expect, it } from "vitest";
import { smallShow } from "@vexa/core/testing";
import { prepareStage } from "./draw-stage";
import { aimedPoints, beginGesture, endGesture, isInside, movedGesture, threadEnds } from "./pick";

const drawing = prepareStage(smallShow().rig, { width: 800, height: 400 }, "plan");
const at = (index: number): readonly [number, number] => [drawing.xy[2 * index]!, drawing.xy[2 * index + 1]!];
const four = [0, 1, 2, 3];

describe("picking on the stage", () => {
  it("takes a press without a drag as a click, on a head or beside all", () => {
    const press = beginGesture(drawing, [], { at: at(2), tool: "box" });
    expect(endGesture(drawing, [], press)).toEqual({ kind: "click", index: 2 });
    expect(endGesture(drawing, [], beginGesture(drawing, [], { at: [5, 5], tool: "lasso" }))).toEqual({ kind: "click", index: null });
  });

  it("takes the heads in a box, whichever way it is drawn, and those inside a lasso", () => {
    const [a, b] = [at(1), at(3)];
    const box = movedGesture({ kind: "box", from: [b[0] + 8, b[1] + 8], to: b }, [a[0] - 8, a[1] - 8]);
    expect(endGesture(drawing, [], box)).toEqual({ kind: "heads", indices: [1, 2, 3] });
    const around: [number, number][] = [
      [a[0] - 8, a[1] - 20],
      [a[0] + 8, a[1] - 20],
      [a[0] + 8, a[1] + 20],
      [a[0] - 8, a[1] + 20],
    ];
    expect(endGesture(drawing, [], { kind: "lasso", points: around })).toEqual({ kind: "heads", indices: [1] });
  });

  it("knows inside from outside of a hollow line", () => {
    const hook: [number, number][] = [
      [0, 0],
      [10, 0],
      [10, 10],
      [6, 10],
      [6, 4],
      [4, 4],
      [4, 10],
      [0, 10],
    ];
    expect([isInside(hook, [2, 8]), isInside(hook, [5, 8]), isInside(hook, [8, 8]), isInside(hook, [11, 5])]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });

  it("turns the thread round when one end is drawn to the other, and nothing when it is dropped elsewhere", () => {
    const ends = threadEnds(drawing, four)!;
    const grabbed = beginGesture(drawing, four, { at: ends.first, tool: "box" });
    expect(grabbed.kind).toBe("thread");
    expect(endGesture(drawing, four, movedGesture(grabbed, ends.last))).toEqual({ kind: "turn" });
    expect(endGesture(drawing, four, movedGesture(grabbed, [3, 3]))).toEqual({ kind: "nothing" });
    expect(threadEnds(drawing, [2])).toBeNull();
  });
});

describe("aiming", () => {
  it("aims at the floor under the pointer: a click at a point, a drag along a line or round a circle", () => {
    const middle = drawing.projection.point({ x: 2, y: 1, z: 0 });
    const press = beginGesture(drawing, four, { at: middle, tool: "aim" });
    if (press.kind !== "aim") throw new Error("an aim");
    expect(aimedPoints(drawing, press)).toEqual({
      knots: [{ x: expect.closeTo(2, 1) as number, y: expect.closeTo(1, 1) as number, z: 0 }],
      path: "straight",
    });
    const circle = movedGesture({ ...press, path: "circle" }, [middle[0] + 50, middle[1]]);
    if (circle.kind !== "aim") throw new Error("an aim");
    expect(aimedPoints(drawing, circle)).toMatchObject({ path: "circle", knots: [{}, {}] });
    expect(endGesture(drawing, four, circle)).toEqual({ kind: "done" });
  });
});
