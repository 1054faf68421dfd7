import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { highlightChanges } from "../edits/highlight-changes";
import { phaseChanges } from "../edits/keep-phases";
import { partChanges } from "../edits/sketch-edits";
import { playChanges } from "../playing/play";
import { seededRandom } from "../random/random";
import type { Attribute } from "../rig/attributes";
import { selectGroups, selectHeads, withMask, type Selection } from "../selection/selection";
import { edit } from "../show/edit";
import { headValues } from "../stroke/head-values";
import { headsOf } from "../stroke/spread";
import type { Part, Strokes } from "../stroke/stroke";
import { CROWD_GROUPS, crowdedShow, EngineOnBench, listWithCard, moving, part, pick, smallShow, waveMotion, strokeOn } from "../testing";
import { Engine } from "./engine";
import { overruled } from "./overruled";
import { takenUp, takenUpChanges } from "./taken-up";

let ids = 0;
const newId = (): string => `t${++ids}`;
const movers = selectGroups(["movers"]);

/** What a browser has of the stage: values rounded to 16 bits. */
const asSent = (values: Float32Array): Float32Array => values.map((value) => Math.round(value * 65535) / 65535);

function lay(bench: EngineOnBench, selection: Selection, attribute: Attribute): Part {
  const { show } = bench.engine;
  const taken = takenUp(show, { selection, attribute, stage: asSent(bench.engine.values), now: bench.t })!;
  bench.change(partChanges(show, { personId: "ann", newId, selection, attribute, part: { ...taken, touched: 1 } }));
  return taken;
}

function benchWith(...lists: Parameters<typeof listWithCard>[]): EngineOnBench {
  const bench = new EngineOnBench(smallShow(lists.flatMap((of) => listWithCard(...of))));
  for (const [id] of lists) bench.play({ type: "go", playbackId: `card-${id}` });
  bench.read(1, 0, 5);
  return bench;
}

describe("taking up what is on stage", () => {
  it("keeps a fan a fan, with its shape, and names the cue that it came from", () => {
    const fan = part([0.2, 1], { shape: { folded: true } });
    const bench = benchWith(["wide", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: fan })] }]]);
    const before = bench.frame.slice();
    expect(lay(bench, movers, "Dimmer")).toEqual({ ...fan, takenFrom: [{ cueId: "wide-1" }] });
    bench.read(1, 0, 0.5);
    expect(bench.frame).toEqual(before);
  });

  it("lets a motion go on where it is", () => {
    const sway = moving(waveMotion({ low: -40, high: 40 }));
    const other = new EngineOnBench(smallShow(listWithCard("sway", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: sway })] }])));
    const bench = new EngineOnBench(other.engine.show);
    for (const each of [other, bench]) {
      each.play({ type: "go", playbackId: "card-sway" });
      each.read(1, 2, 5.3);
    }
    expect(lay(bench, movers, "Pan")).toMatchObject({ motion: { kind: "wave" }, takenFrom: [{ cueId: "sway-1" }] });
    // Also while positions come softly into a motion that a sketch begins: they come from where the card would have them.
    for (let look = 0; look < 40; look++) expect(bench.read(3, 2, 0.05)).toBeCloseTo(other.read(3, 2, 0.05), 4);
  });

  it("goes by the clock of the card, and as far ahead as its run is", () => {
    // 0.5 cycles a beat and no master of its own: by the card's, 120 beats a minute; then by another that is given to the card in mid run.
    const sway = moving(waveMotion({ low: -40, high: 40, rate: { knots: [0.5, 0.7] }, masterId: null }));
    const cues = [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: sway })] }];
    for (const swap of [false, true]) {
      const bench = new EngineOnBench(smallShow(listWithCard("sway", cues, { masterId: "pulse" })));
      bench.play({ type: "go", playbackId: "card-sway" });
      bench.read(1, 2, 5.3);
      if (swap) {
        const { show } = bench.engine;
        const without = [setChange("card-sway", ["masterId"], { from: "pulse", to: undefined })];
        const after = edit(show, without);
        if (!after.ok) throw new Error(after.error.code);
        const leads = phaseChanges(show, after.value, { changes: without, t: bench.t });
        expect(leads).toHaveLength(1);
        bench.change([...without, ...leads]);
        bench.read(1, 2, 1.1);
      }
      const taken = lay(bench, movers, "Pan");
      expect(taken.motion).toMatchObject({ masterId: swap ? null : "pulse" });
      expect(taken.motion?.lead === undefined).toBe(!swap);
      // What the card does under it is what the sketch does.
      for (let step = 0; step < 20; step++)
        for (const mover of [1, 5, 8]) {
          bench.read(mover, 2, 0.09);
          const { links } = bench.engine.trace(bench.engine.show.rig.headByKey.get(`fx-${mover}`)!.parameters.get("Pan")!);
          const says = (id: string): number => links.find(({ sourceId }) => sourceId === id)!.says!;
          expect(says("sketch ann")).toBeCloseTo(says("card-sway"), 4);
        }
    }
  });

  it.each([true, false])(
    "is as far ahead as an edit in mid run made it, unless the list was started anew since: in the same run %s",
    (same) => {
      const sway = moving(waveMotion({ low: -40, high: 40, rate: { knots: [0.5] } }));
      const bench = benchWith(["sway", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: sway })] }]]);
      const { show } = bench.engine;
      const faster = [
        setChange("sway-1", ["strokes", "s1", "parts", "Pan", "motion", "rate"], { from: { knots: [0.5] }, to: { knots: [0.8] } }),
      ];
      const after = edit(show, faster);
      if (!after.ok) throw new Error(after.error.code);
      bench.change([...faster, ...phaseChanges(show, after.value, { changes: faster, t: bench.t })]);
      bench.read(1, 2, 1.7);
      if (!same) {
        bench.play({ type: "let-go", playbackId: "card-sway" });
        bench.read(1, 2, 3);
        bench.play({ type: "go", playbackId: "card-sway" });
        bench.read(1, 2, 1.3);
      }
      const taken = lay(bench, movers, "Pan");
      expect(taken.motion?.lead === undefined).toBe(!same);
      bench.read(1, 2, 0.4);
      const { links } = bench.engine.trace(bench.engine.show.rig.headByKey.get("fx-5")!.parameters.get("Pan")!);
      expect(links[1]!.says).toBeCloseTo(links[0]!.says!, 4);
    },
  );

  it("is one level where all heads have the same, and each head's own where they haven't", () => {
    const bench = benchWith(
      ["a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.6]), Pan: part([-35, 35]) })] }]],
      ["b", [{ inSeconds: 0, strokes: [{ who: { heads: ["fx-2"] }, parts: { Pan: part([99]) }, rank: 1 }] }]],
    );
    const before = bench.frame.slice();
    expect(lay(bench, selectHeads(["fx-1", "fx-3"]), "Dimmer")).toMatchObject({ level: { knots: [0.6] } });
    const pan = lay(bench, movers, "Pan");
    expect(pan.taken!["fx-2"]).toEqual({ Pan: 99 });
    expect(pan.takenFrom).toEqual([
      { cueId: "b-1", heads: ["fx-2"] },
      { cueId: "a-1", heads: ["fx-1", "fx-3", "fx-4", "fx-5", "fx-6", "fx-7", "fx-8"] },
    ]);
    bench.read(1, 0, 0.5);
    expect(bench.frame).toEqual(before);
  });

  it("is moved as one by a nudge, head for head", () => {
    const strokes: Strokes = {
      s: {
        who: movers,
        parts: { Pan: { taken: { "fx-1": { Pan: 10 }, "fx-2": { Pan: -20 } }, nudge: { knots: [5] }, shape: {}, touched: 1 } },
        rank: 1,
      },
    };
    const show = smallShow();
    const values = headValues(strokes, { attribute: "Pan", heads: headsOf(movers, show), show });
    expect(values.map((entry) => entry && Math.round(entry.value! * 1000) / 1000)).toEqual([15, -15, null, null, null, null, null, null]);
  });

  it("is what runs beneath a lowered grand master and a blackout, so that nothing is scaled twice", () => {
    for (const act of [
      { type: "grand-master", level: 0.4 },
      { type: "blackout", on: true },
    ] as const) {
      const bench = benchWith(["a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.3, 0.9]) })] }]]);
      bench.play(act);
      bench.read(1, 0, 1);
      const before = bench.frame.slice();
      lay(bench, withMask(movers, { type: "every", n: 2, at: 1 }), "Dimmer");
      bench.read(1, 0, 0.5);
      expect(bench.frame).toEqual(before);
    }
  });

  it("is what runs beneath a highlight, a parked head and a curtain", () => {
    const bench = benchWith(["a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.3]), Pan: part([-35, 35]) })] }]]);
    bench.change(highlightChanges(bench.engine.show, "ann", { who: selectHeads(["fx-1"]), dim: 0.1 }));
    bench.play({ type: "park", head: "fx-2", values: { Dimmer: 1 } });
    bench.play({ type: "curtain-drop", heads: ["fx-3"] });
    bench.read(1, 0, 1);
    const of = { stage: asSent(bench.engine.values), now: bench.t, attribute: "Dimmer" as const };
    for (const head of ["fx-1", "fx-2", "fx-3"])
      expect(takenUp(bench.engine.show, { ...of, selection: selectHeads([head]) }), head).toMatchObject({ level: { knots: [0.3] } });
  });

  it("tells whose later touch lies over one's own, and nothing where that can't be seen", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", { s: strokeOn("movers", { Pan: part([10]) }) });
    const tooFar = { who: selectHeads(["fx-3"]), parts: { Pan: part([500]) }, rank: 2 };
    bench.sketch("ben", { s: { who: selectHeads(["fx-2"]), parts: { Pan: part([30]), Dimmer: part([1]) }, rank: 1 }, tooFar });
    bench.read(1, 0, 1);
    const asked = (attribute: Attribute): unknown =>
      overruled(bench.engine.show, {
        personId: "ann",
        attribute,
        heads: headsOf(movers, bench.engine.show),
        stage: asSent(bench.engine.values),
        now: bench.t,
      }).map(({ head, personId, value }) => [head, personId, Math.round(value!)]);
    // A head turns no further than it can.
    expect(asked("Pan")).toEqual([
      ["fx-2", "ben", 30],
      ["fx-3", "ben", 270],
    ]);
    bench.change(highlightChanges(bench.engine.show, "ann", { who: selectHeads(["fx-2"]), dim: 0 }));
    bench.sketch("ann", { s: strokeOn("movers", { Pan: part([11]), Dimmer: part([0.5]) }) });
    bench.read(1, 0, 1);
    expect(asked("Pan")).toEqual([]);
    expect(asked("Dimmer")).toEqual([]);
  });

  it("says nothing of heads that haven't the attribute", () => {
    const show = smallShow();
    const of = { stage: new Float32Array(show.rig.parameters.length), now: 0 };
    expect(takenUp(show, { ...of, selection: selectGroups(["cells"]), attribute: "Pan" })).toBeNull();
    expect(takenUp(show, { ...of, selection: selectHeads(["nobody"]), attribute: "Pan" })).toBeNull();
  });

  it("lets a motion that has grown go on as large as it is, though it grows when it starts", () => {
    const growing = moving({ ...waveMotion({ low: 0.2, high: 0.9 }), fadeInSeconds: 3 });
    const benches = [0, 1].map(() => benchWith(["grow", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: growing })] }]]));
    const [laid, other] = benches as [EngineOnBench, EngineOnBench];
    expect(lay(laid, movers, "Dimmer")).toMatchObject({ motion: { fadeInSeconds: 3 }, takenFrom: [{ cueId: "grow-1" }] });
    for (let look = 0; look < 20; look++)
      for (let mover = 1; mover <= 8; mover++) expect(laid.read(mover, 0, 0.02)).toBeCloseTo(other.read(mover, 0, 0.02), 4);
  });

  it("leaves heads on which a card's nudge rides where they are, also while it comes", () => {
    for (const later of [0.5, 30]) {
      const bench = new EngineOnBench(
        smallShow([
          ...listWithCard("look", [
            { inSeconds: 0, strokes: [strokeOn("movers", { Pan: moving(waveMotion({ low: -40, high: 40 })), Dimmer: part([0.5]) })] },
          ]),
          ...listWithCard("off", [
            {
              inSeconds: 2,
              strokes: [
                strokeOn("movers", {
                  Pan: { shape: {}, touched: 0, nudge: { knots: [30, -20] } },
                  Dimmer: { shape: {}, touched: 0, nudge: { knots: [0.2] } },
                }),
              ],
            },
          ]),
        ]),
      );
      bench.play({ type: "go", playbackId: "card-look" });
      bench.play({ type: "go", playbackId: "card-off" });
      bench.play({ type: "level", playbackId: "card-off", level: 0.5 });
      bench.read(1, 0, later);
      const before = bench.frame.slice();
      for (const attribute of ["Pan", "Dimmer"] as const) lay(bench, movers, attribute);
      bench.read(1, 0, 0);
      expect([...bench.frame].filter((octet, at) => Math.abs(octet - before[at]!) > 1 && at % 2 === 0)).toEqual([]);
    }
  });

  it.each([[["fx-3"]], [["fx-3", "fx-5"]]])("is of these heads alone, also of one: %s", (heads) => {
    const bench = benchWith(["some", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.2, 1]), Pan: part([30]) })] }]]);
    const { show, values } = bench.engine;
    const before = bench.frame.slice();
    bench.change(takenUpChanges(show, { personId: "ann", newId, heads, stage: asSent(values), now: bench.t }));
    const { strokes } = bench.engine.show.sketchOf("ann")!;
    const parts = Object.values(strokes).flatMap(({ parts: own }) => Object.keys(own));
    expect(new Set(parts)).toEqual(new Set(["Dimmer", "Color", "Position"]));
    for (const stroke of Object.values(strokes)) expect(headsOf(stroke.who, show).map(({ key }) => key)).toEqual(heads);
    bench.read(1, 0, 0.5);
    expect(bench.frame).toEqual(before);
  });

  it("changes no octet, whatever plays (50 random playbacks, seeds)", () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const show = crowdedShow(random);
      const engine = new Engine(show, 100);
      const frame = new Uint8Array(engine.frameLength);
      let t = 100;
      for (let act = 0; act < 12; act++) {
        t += random();
        const playbackId = `card-list-${1 + Math.floor(random() * 50)}`;
        const changes = playChanges(
          engine.show,
          random() < 0.7 ? { type: "go", playbackId } : { type: "level", playbackId, level: random() },
          {
            t,
            personId: "ben",
          },
        );
        if (changes.ok) engine.command({ at: t, changes: changes.value });
        engine.tick(t, frame);
      }
      t += random() < 0.5 ? 0.2 : 30;
      engine.tick(t, frame);
      const before = frame.slice();
      const selection = selectGroups([pick(random, CROWD_GROUPS)]);
      const attribute = pick(random, ["Dimmer", "Pan", "Tilt", "Position", "Color", "ColorAdd_R"] as const);
      const taken = takenUp(engine.show, { selection, attribute, stage: engine.values.slice(), now: t });
      if (!taken) continue;
      const changes = partChanges(engine.show, { personId: "ann", newId, selection, attribute, part: { ...taken, touched: 1 } });
      expect(edit(engine.show, changes).ok).toBe(true);
      engine.command({ at: t, changes });
      engine.tick(t, frame);
      const differing = [...frame].flatMap((octet, at) => (Math.abs(octet - before[at]!) > 1 ? [at] : []));
      expect(differing, `seed ${seed}, ${attribute} on ${JSON.stringify(selection)}`).toEqual([]);
    }
  });
});
