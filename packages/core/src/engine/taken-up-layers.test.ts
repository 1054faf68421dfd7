import { describe, expect, it } from "vitest";
import { partChanges } from "../edits/sketch-edits";
import { selectGroups } from "../selection/selection";
import { EngineOnBench, listWithCard, moving, part, smallShow, strokeOn, waveMotion } from "../testing";
import type { Part } from "../stroke/stroke";
import { takenUp } from "./taken-up";

type Card = Parameters<typeof listWithCard>[2];
const movers = selectGroups(["movers"]);
const pan = (id: string, of: Part, card: Card = {}): Parameters<typeof listWithCard> => [
  id,
  [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: of })] }],
  card,
];

const wide = {
  ...{ id: "all-movers", kind: "group" as const, version: 1, name: "All movers", rank: 9, territoryId: null },
  heads: [8, 7, 6, 5, 4, 3, 2, 1].map((number) => `fx-${number}`),
};

/** Cards that run, the last one started last; each at its level. */
function running(...lists: readonly (readonly [of: Parameters<typeof listWithCard>, level: number])[]): EngineOnBench {
  const bench = new EngineOnBench(smallShow([wide, ...lists.flatMap(([of]) => listWithCard(...of))]));
  for (const [[id], level] of lists) {
    bench.play({ type: "go", playbackId: `card-${id}` });
    bench.play({ type: "level", playbackId: `card-${id}`, level });
    bench.t += 1;
  }
  bench.read(1, 2, 2);
  return bench;
}

/** What taking up the pans gives, and that nothing on stage changed by it. */
function taking(bench: EngineOnBench): Part {
  const before = bench.frame.slice();
  const { show, values } = bench.engine;
  const of = { selection: movers, attribute: "Pan" } as const;
  const taken = takenUp(show, { ...of, stage: values.slice(), now: bench.t })!;
  bench.change(partChanges(show, { ...of, personId: "ann", newId: () => "new", part: { ...taken, touched: 1 } }));
  bench.read(1, 2);
  expect([...bench.frame].flatMap((octet, at) => (Math.abs(octet - before[at]!) > 1 ? [at] : []))).toEqual([]);
  return taken;
}

describe("taking up what several cards give", () => {
  it("is what the card of the higher priority says, though another was started later, beneath a nudge", () => {
    const nudge: Part = { nudge: { knots: [7] }, shape: {}, touched: 1 };
    const bench = running(
      [pan("shows", part([-30])), 1],
      [pan("low", part([45]), { priority: "low" }), 1],
      [pan("rides", nudge, { priority: "high" }), 1],
    );
    expect(taking(bench)).toMatchObject({ level: { knots: [-30] } });
  });

  it("is the same beneath what swings on it", () => {
    const swing = moving(waveMotion({ base: "relative", low: -5, high: 5 }));
    const bench = running(
      [pan("shows", part([-30])), 1],
      [pan("low", part([45]), { priority: "low" }), 1],
      [pan("rides", swing, { priority: "high" }), 1],
    );
    expect(taking(bench)).toMatchObject({ level: { knots: [-30] } });
  });

  it("is what lies beneath the part that a card of a higher priority has by its fader", () => {
    const bench = running([pan("shows", part([-30])), 1], [pan("over", part([60]), { priority: "high", fader: "everything" }), 0.4]);
    expect(taking(bench)).toMatchObject({ level: { knots: [-30] } });
    // Where nobody says anything beneath it, it is home, which is worked out from what is seen.
    const alone = running([pan("over", part([60]), { priority: "high", fader: "everything" }), 0.4]);
    expect(taking(alone).level?.knots[0]).toBeCloseTo(0, 2);
  });

  it("names the cue that shows where numbers are taken, whichever was started last", () => {
    // The stroke is on the same heads in another order: no fan of it is one of these heads.
    const fan = (id: string, knots: readonly number[], card: Card): Parameters<typeof listWithCard> => [
      id,
      [{ inSeconds: 0, strokes: [strokeOn("all-movers", { Pan: part(knots) })] }],
      card,
    ];
    const bench = running([fan("shows", [-30, 20], {}), 1], [fan("low", [45, 80], { priority: "low" }), 1]);
    const taken = taking(bench);
    expect(taken.taken).toBeDefined();
    expect(taken.takenFrom).toEqual([{ cueId: "shows-1" }]);
  });

  it("is what a higher card says over a sketch where something swings on it", () => {
    const swing = moving(waveMotion({ base: "relative", low: -5, high: 5 }));
    const bench = running([pan("over", part([60]), { priority: "high" }), 1], [pan("rides", swing), 1]);
    bench.sketch("ben", { s1: strokeOn("movers", { Pan: part([10]) }) });
    bench.read(1, 2);
    expect(taking(bench)).toMatchObject({ level: { knots: [60] } });
  });

  it("looks through a higher card at a sketch, and at what moves", () => {
    const over = [pan("over", part([60]), { priority: "high", fader: "everything" }), 0.4] as const;
    const sketched = running([pan("shows", part([-30])), 1], over);
    sketched.sketch("ben", { s1: strokeOn("movers", { Pan: part([10]) }) });
    sketched.read(1, 2);
    expect(taking(sketched)).toMatchObject({ level: { knots: [10] } });
    // On other heads than the stroke has: their numbers are worked out from what is seen.
    const sway = moving(waveMotion({ low: -40, high: 40, phase: { knots: [0, 90] } }));
    const moves = running([["moves", [{ inSeconds: 0, strokes: [strokeOn("all-movers", { Pan: sway })] }]], 1], over);
    expect(taking(moves).taken).toBeDefined();
  });
});
