import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import type { Preset } from "../preset/preset";
import { NO_CONTENT } from "../preset/record-preset";
import { laidOver } from "../stroke/laid";
import { resolve } from "../stroke/resolve";
import { contextWith, type Row } from "../stroke/row";
import type { Part, Stroke } from "../stroke/stroke";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn, waveMotion } from "../testing";
import type { Show } from "../show/show";
import { stateAt } from "./state-at";

/** What a cue of list a says for a mover's dimmer and pan, null where it says nothing. */
function says(show: Show, cue: number): (number | null)[] {
  const { parameters } = show.rig.headByKey.get("fx-1")!;
  const rows = new Map(stateAt(show.cuesOf("a"), `a-${cue}`, show).rows.map((row) => [row.parameter, row.value]));
  return (["Dimmer", "Pan"] as const).map((name) => {
    const value = rows.get(parameters.get(name)!);
    return value === undefined || value === null ? null : Math.round(value * 1000) / 1000;
  });
}
const dim = (level: number) => strokeOn("movers", { Dimmer: part([level]) });
const pan = (degrees: number) => strokeOn("movers", { Pan: part([degrees]) });

describe("stateAt", () => {
  it("tracks: a cue changes what it names, the rest stays", () => {
    const show = smallShow(
      listWithCard("a", [
        { inSeconds: 0, strokes: [dim(0.2), pan(54)] },
        { inSeconds: 0, strokes: [dim(0.5)] },
        { inSeconds: 0, strokes: [pan(0)] },
      ]),
    );
    expect([1, 2, 3].map((cue) => says(show, cue))).toEqual([
      [0.2, 0.6],
      [0.5, 0.6],
      [0.5, 0.5],
    ]);
  });

  it("takes the content of a cue only back in the next one", () => {
    const show = smallShow(
      listWithCard("a", [
        { inSeconds: 0, strokes: [dim(0.2)] },
        { inSeconds: 0, cueOnly: true, strokes: [dim(0.9), pan(54)] },
        { inSeconds: 0, strokes: [] },
      ]),
    );
    expect([1, 2, 3].map((cue) => says(show, cue))).toEqual([
      [0.2, null],
      [0.9, 0.6],
      [0.2, null],
    ]);
  });

  it("carries nothing into a block, whatever comes before it", () => {
    const show = smallShow(
      listWithCard("a", [
        { inSeconds: 0, strokes: [dim(0.2), pan(54)] },
        { inSeconds: 0, block: true, strokes: [dim(0.7)] },
        { inSeconds: 0, strokes: [pan(0)] },
      ]),
    );
    expect([2, 3].map((cue) => says(show, cue))).toEqual([
      [0.7, null],
      [0.7, 0.5],
    ]);
  });

  it("is equal to a fold from scratch, and so is the stage after any walk of go, back and go to (20 seeds)", () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const cues = Array.from({ length: 6 }, () => ({
        inSeconds: random(),
        strokes: [...(random() < 0.7 ? [dim(random())] : []), ...(random() < 0.6 ? [pan(100 * random())] : [])],
        ...(random() < 0.25 ? { cueOnly: true as const } : {}),
        ...(random() < 0.2 ? { block: true as const } : {}),
      }));
      const bench = new EngineOnBench(smallShow(listWithCard("a", cues)));
      const { show } = bench.engine;
      for (let step = 0; step < 12; step++) {
        const to = 1 + Math.floor(random() * 6);
        const playbackId = "card-a";
        const dice = random();
        if (dice < 0.3) bench.play({ type: "go", playbackId });
        else if (dice < 0.5) bench.play({ type: "back", playbackId });
        else bench.play({ type: "go", playbackId, cueId: `a-${to}`, ...(random() < 0.4 ? { seconds: random() } : {}) });
        bench.t += random();
        bench.engine.tick(bench.t, bench.frame);
      }
      bench.read(1, 0, 5);
      const cueId = bench.engine.show.playbackState("card-a")!.cueId!;
      const folded = fold(show, cueId);
      const { parameters } = show.rig.headByKey.get("fx-1")!;
      for (const name of ["Dimmer", "Pan"] as const) {
        const parameter = parameters.get(name)!;
        expect(bench.engine.values[parameter]).toBeCloseTo(folded.get(parameter) ?? show.rig.parameters[parameter]!.home, 5);
      }
    }
  });
});

/** The state as one would first write it: all cues from the first on, one after the other. */
function fold(show: Show, cueId: string): Map<number, number> {
  let state = new Map<number, number>();
  for (const cue of show.cuesOf("a")) {
    const next = cue.block ? new Map<number, number>() : new Map(state);
    for (const { parameter, value } of resolve(cue.strokes, show).rows) if (value !== null) next.set(parameter, value);
    if (cue.id === cueId) return next;
    if (!cue.cueOnly) state = next;
    else if (cue.block) state = new Map();
  }
  return state;
}

describe("stateAt, from the last cue backward", () => {
  it("equals going through all cues from the first on, with fans, masks, riders, presets, motions and aims (40 seeds)", () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed);
      const show = smallShow([
        ...PRESETS,
        ...listWithCard(
          "a",
          Array.from({ length: 12 }, () => randomCue(random, seed % 2 === 0)),
        ),
      ]);
      for (const cueId of ["a-5", "a-12"]) {
        const found = stateAt(show.cuesOf("a"), cueId, show);
        expect(found.rows.map(plain)).toEqual(forward(show, cueId).map(plain));
      }
    }
  });

  it("reads what it used: the cues, and the groups and presets of what shows", () => {
    const show = smallShow([
      ...PRESETS,
      ...listWithCard("a", [
        { inSeconds: 0, strokes: [strokeOn("cells", { ColorAdd_R: part([0.5]) })] },
        { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: referring("bright") })] },
      ]),
    ]);
    expect([...stateAt(show.cuesOf("a"), "a-2", show).reads].sort()).toEqual(["a-1", "a-2", "bright", "cells", "movers"]);
  });
});

/** A row as numbers of nine digits: sums may be made in another order. */
const plain = ({ parameter, value, nudge, fade, delay, motions }: Row): unknown => {
  const nine = (number: number | null): string | null => (number === null ? null : (number + 0).toFixed(9));
  return [
    parameter,
    nine(value),
    nine(nudge),
    fade,
    delay,
    motions.map((motion) => [nine(motion.low), motion.relative, motion.count, nine(motion.phaseCycles)]),
  ];
};
const preset = (id: string, content: Partial<Preset>): Preset => ({
  ...NO_CONTENT,
  id,
  kind: "preset",
  version: 1,
  name: id,
  rank: 0,
  family: "Mixed",
  territoryId: null,
  ...content,
});
const PRESETS = [
  preset("bright", { universal: { Dimmer: part([0.8]) } }),
  preset("some", { perHead: { "fx-2": { Dimmer: 0.3, Pan: 20 } } }),
];
const referring = (id: string): Part => ({ presets: { ids: [id], path: "even" }, shape: {}, touched: 1 });

function randomCue(random: () => number, aims: boolean): Parameters<typeof listWithCard>[1][number] {
  const base = random() < 0.6 ? "relative" : "absolute";
  const motion = waveMotion({ low: -0.2, high: 0.2, base, ...(random() < 0.5 ? { count: 2, fadeInSeconds: 1 } : {}) });
  const dimmer = (): Part => {
    const dice = random();
    if (dice < 0.3) return part([random(), random()], { fade: { knots: [random()] } });
    if (dice < 0.45) return { shape: {}, touched: 1, nudge: { knots: [random() / 4] } };
    if (dice < 0.65) return { shape: {}, touched: 1, motion };
    return referring(dice < 0.85 ? "bright" : "some");
  };
  const stroke = (rank: number): Stroke => ({
    who:
      random() < 0.6 ? { groupIds: ["movers"] } : { groupIds: ["movers"], mask: { type: "every", n: 2, at: 1 + Math.floor(random() * 2) } },
    rank,
    parts: {
      ...(random() < 0.7 ? { Dimmer: dimmer() } : {}),
      ...(random() < 0.5 ? { Pan: random() < 0.7 ? part([200 * random() - 100]) : { shape: {}, touched: 1, nudge: { knots: [5] } } } : {}),
      ...(aims && random() < 0.4
        ? {
            Position: {
              shape: {},
              touched: 1,
              points: { knots: [{ x: 8 * random(), y: 9 * random() - 4, z: 0 }], path: "straight" as const },
            },
          }
        : {}),
      ...(random() < 0.3 ? { ColorAdd_R: part([random()]) } : {}),
    },
  });
  const strokes = [stroke(1), stroke(2)].filter(({ parts }) => Object.keys(parts).length > 0);
  return {
    inSeconds: 1,
    strokes,
    ...(random() < 0.15 ? { cueOnly: true as const } : {}),
    ...(random() < 0.08 ? { block: true as const } : {}),
  };
}

/** The state as one would first write it: all cues that count, from the first on, whole. */
function forward(show: Show, cueId: string): Row[] {
  const cues = show.cuesOf("a");
  const target = cues.findIndex(({ id }) => id === cueId);
  const start = Math.max(
    0,
    cues.slice(0, target + 1).findLastIndex(({ block }) => block === true),
  );
  const rows = new Map<number, Row>();
  for (let index = start; index <= target; index++) {
    const cue = cues[index]!;
    if (cue.cueOnly && index !== target) continue;
    const present = (parameter: number): number | null => rows.get(parameter)?.value ?? null;
    const context = contextWith(show, rows.size > 0 ? { present } : {});
    for (const row of resolve(cue.strokes, context).rows) {
      const motions = row.motions.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
      const { parameter, value, nudge } = row;
      const own = index === target ? row : { parameter, value, nudge, fade: null, delay: null, motions };
      rows.set(parameter, laidOver(rows.get(parameter), own));
    }
  }
  return [...rows.values()].sort((a, b) => a.parameter - b.parameter);
}
