import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { resolve } from "../stroke/resolve";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
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
        if (random() < 0.3) bench.play({ type: "go", playbackId });
        else if (random() < 0.3) bench.play({ type: "back", playbackId });
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
