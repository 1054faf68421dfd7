import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { stateAt } from "../cue/state-at";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { blockedStrokes, copyChanges, moveChanges, numberAfter, numberBetween, renumberChanges } from "./cue-edits";
import { edit } from "../show/edit";
import type { Show } from "../show/show";

const dim = (level: number) => strokeOn("movers", { Dimmer: part([level]) });
const list = (...numbers: number[]): Show =>
  smallShow(
    listWithCard(
      "a",
      numbers.map((number, index) => ({ inSeconds: 1, number, strokes: [dim(index / 10)] })),
    ),
  );
const after = (show: Show, changes: Parameters<typeof edit>[1]): Show => {
  const done = edit(show, changes);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};
const numbers = (show: Show): number[] => show.cuesOf("a").map(({ number }) => number);

describe("numbers of cues", () => {
  it("are found between two, with as few decimals as it takes, until no thousandth is left", () => {
    expect([numberBetween(1, 2), numberBetween(1, 3), numberBetween(1.5, 1.6), numberBetween(0, 1), numberBetween(4, Infinity)]).toEqual([
      1.1, 2, 1.51, 0.1, 5,
    ]);
    expect(numberBetween(1.234, 1.235)).toBeNull();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 5000 }), (start, step) => {
        const [low, high] = [start / 1000, (start + step) / 1000];
        const found = numberBetween(low, high);
        if (step === 1) expect(found).toBeNull();
        else expect(found! > low && found! < high && Math.abs(found! * 1000 - Math.round(found! * 1000)) < 1e-6).toBe(true);
      }),
      { seed: 1 },
    );
    expect(numberAfter(list(1, 2, 5).cuesOf("a"), null)).toBe(6);
  });

  it("are made whole again in order, also where they are taken by another in between", () => {
    const show = list(2, 3, 3.5, 7);
    expect(numbers(after(show, renumberChanges(show.cuesOf("a"))))).toEqual([1, 2, 3, 4]);
    expect(renumberChanges(list(1, 2, 3).cuesOf("a"))).toEqual([]);
  });
});

describe("cues", () => {
  it("are copied behind another and moved past a neighbour", () => {
    const show = list(1, 2, 3);
    const [first, second, third] = show.cuesOf("a");
    let made = 0;
    const copies = copyChanges(show, [first!, second!], { behind: third!, newId: () => `copy-${++made}` })!;
    const copied = after(show, copies);
    expect(numbers(copied)).toEqual([1, 2, 3, 4, 5]);
    expect(copied.get("cue", "copy-1")!.strokes).toEqual(first!.strokes);
    const moved = after(show, moveChanges(show.cuesOf("a"), third!, "up")!);
    expect(moved.cuesOf("a").map(({ id }) => id)).toEqual(["a-1", "a-3", "a-2"]);
    expect(moveChanges(show.cuesOf("a"), first!, "up")).toEqual([]);
    const tight = list(1, 1.001);
    expect(copyChanges(tight, [tight.cuesOf("a")[1]!], { behind: tight.cuesOf("a")[0]!, newId: () => "x" })).toBeNull();
  });

  it("made a block with what they carry look the same, in that cue and in all behind it", () => {
    const show = smallShow(
      listWithCard("a", [
        { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([0.2, 0.9]), Pan: part([30]) })] },
        { inSeconds: 1, cueOnly: true, strokes: [strokeOn("movers", { Pan: part([80]) })] },
        { inSeconds: 1, strokes: [strokeOn("cells", { ColorAdd_R: part([1]) })] },
        { inSeconds: 1, strokes: [dim(0.1)] },
      ]),
    );
    const look = (of: Show, cueId: string) => stateAt(of.cuesOf("a"), cueId, of).rows.map(({ parameter, value }) => [parameter, value]);
    const cue = show.get("cue", "a-3")!;
    const blocked = after(show, [
      { op: "set", id: "a-3", path: ["strokes"], from: cue.strokes as never, to: blockedStrokes(show.cuesOf("a"), cue) as never },
      { op: "set", id: "a-3", path: ["block"], to: true },
    ]);
    for (const id of ["a-3", "a-4"]) expect(look(blocked, id)).toEqual(look(show, id));
  });
});
