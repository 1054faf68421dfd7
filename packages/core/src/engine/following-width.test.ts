import { describe, expect, it } from "vitest";
import type { Follow } from "../follow/target";
import type { Vector } from "../geometry/beam";
import type { Profile } from "../rig/profile";
import { edit } from "../show/edit";
import { setChange } from "../document/transaction";
import { fixture, listWithCard, part, smallShow, strokeOn, TEST_PROFILES } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { at, FRAME, frames, moved, target } from "../testing/follow-show";
import type { Part } from "../stroke/stroke";

const [mover] = TEST_PROFILES as [Profile];
const [mode] = mover.modes;
/** Zooms from 4° to 44° in 16 bit, in the slots behind the mover's own. */
const ZOOMS: Profile = {
  ...mover,
  id: "profile-zoom",
  modes: [
    {
      ...mode!,
      footprint: 11,
      channels: [...mode!.channels, { attribute: "Zoom", head: 0, slots: [10, 11], physical: [4, 44], home: 24 }],
    },
  ],
};
const LAMPS = [11, 12, 13].map((number) => fixture(number, ZOOMS.id));
const wide = (follow: Follow, more: Partial<Part> = {}): Record<"Zoom", Part> => {
  const { level: _, ...rest } = part([0]);
  return { Zoom: { ...rest, follow, ...more } };
};
const singer = target("singer", at(10, 4, 1));
const dancer = target("dancer", at(12, 8, 1));
const show = (...parts: readonly Record<string, Part>[]) =>
  smallShow([
    ZOOMS,
    ...LAMPS,
    { id: "keys", kind: "group", version: 1, name: "Keys", rank: 2, heads: LAMPS.map(({ id }) => id), territoryId: null },
    singer,
    dancer,
    ...listWithCard("key", [{ inSeconds: 2, strokes: parts.map((own, at) => strokeOn("keys", own, at + 1)) }]),
  ]);
const GO = { type: "go", playbackId: "card-key" } as const;
/** What the zoom of a lamp comes to, in degrees. */
const zoomOf = (bench: EngineOnBench, number: number): number => {
  bench.engine.tick(bench.t, bench.frame);
  const slot = (number - 1) * 20 + 9;
  return 4 + (40 * (bench.frame[slot]! * 256 + bench.frame[slot + 1]!)) / 65535;
};
/** How wide a beam of so many degrees is at a point, by plain trigonometry. Lamps hang in a row, five metres up. */
const widthAt = (bench: EngineOnBench, number: number, place: Vector): number => {
  const away = Math.sqrt((place.x - (number - 1)) ** 2 + place.y ** 2 + (place.z - 5) ** 2);
  return 2 * away * Math.tan((zoomOf(bench, number) * Math.PI) / 360);
};

/** A beam of 20° when its iris is open, in the slot behind the mover's own; one that opens towards 255, one towards 0, and one that zooms, too. */
const irisLamp = (id: string, physical: [number, number], more: Profile["modes"][0]["channels"] = []): Profile => ({
  ...mover,
  id,
  beamDegrees: 20,
  modes: [
    {
      ...mode!,
      footprint: 12,
      channels: [...mode!.channels, { attribute: "Iris", head: 0, slots: [10], physical, home: physical[1] }, ...more],
    },
  ],
});
const IRISES = [
  irisLamp("profile-iris", [0, 1]),
  irisLamp("profile-sir", [1, 0]),
  irisLamp("profile-both", [0, 1], [{ attribute: "Zoom", head: 0, slots: [11, 12], physical: [4, 44], home: 24 }]),
];

describe("irises that follow", () => {
  const lamps = IRISES.map(({ id }, at) => fixture(11 + at, id));
  const irisShow = smallShow([
    ...IRISES,
    ...lamps,
    { id: "keys", kind: "group", version: 1, name: "Keys", rank: 2, heads: lamps.map(({ id }) => id), territoryId: null },
    singer,
    ...listWithCard("key", [
      {
        inSeconds: 0,
        strokes: [strokeOn("keys", { Iris: wide({ targetIds: ["singer"], width: 1 }).Zoom }), strokeOn("keys", { Zoom: part([30]) }, 2)],
      },
    ]),
  ]);
  const irisOf = (bench: EngineOnBench, number: number): number => {
    bench.engine.tick(bench.t, bench.frame);
    return bench.frame[(number - 1) * 20 + 9]! / 255;
  };

  it("keep a beam as wide as is said, whichever way they open; of lamps that zoom, from where the zoom can go no narrower", () => {
    const bench = new EngineOnBench(irisShow);
    bench.play(GO);
    bench.play(moved("singer", at(10, 4, 2)));
    frames(bench, 0.1);
    // By hand: five metres away a beam of 20° is 2 · 5 · tan 10° = 1.763 m wide.
    expect(irisOf(bench, 11)).toBeCloseTo(1 / 1.763, 2);
    const away = Math.hypot(1, 4, 3);
    expect(irisOf(bench, 12)).toBeCloseTo(1 - 1 / (2 * away * 0.17633), 2);
    // Its zoom can be as narrow as 4°: 0.38 m here, and 1.05 m fifteen metres away.
    expect(irisOf(bench, 13)).toBe(1);
    bench.play(moved("singer", at(12, 15, 5)));
    frames(bench, FRAME);
    expect(irisOf(bench, 13)).toBeCloseTo(1 / 1.0476, 2);
    bench.play(moved("singer", at(10, 8, 5)));
    frames(bench, FRAME);
    expect(irisOf(bench, 11)).toBeCloseTo(1 / 2.821, 2);
    // So near that the open beam is narrower.
    bench.play(moved("singer", at(10, 1, 5)));
    frames(bench, FRAME);
    expect(irisOf(bench, 11)).toBe(1);
    expect(irisOf(bench, 12)).toBe(0);
  });
});

describe("zooms that follow", () => {
  it("keep a beam as wide as is said where the target is, however near it comes", () => {
    const bench = new EngineOnBench(show(wide({ targetIds: ["singer"], width: 2 })));
    bench.play(GO);
    frames(bench, 2.1);
    for (let step = 0; step <= 20; step++) {
      const place = at(10 + step * 0.3, 4 + step * 0.4, 1);
      bench.play(moved("singer", place));
      frames(bench, FRAME);
      for (const number of [11, 12, 13]) expect(widthAt(bench, number, place)).toBeCloseTo(2, 2);
    }
    frames(bench, 0.5);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("go no further than the lamp can, come over the cue's time, lie between targets, and can be nudged", () => {
    const bench = new EngineOnBench(show(wide({ targetIds: ["singer", "dancer"], width: 2 }, { nudge: { knots: [3] } })));
    bench.play(GO);
    frames(bench, 1);
    const half = zoomOf(bench, 12);
    frames(bench, 1.1);
    const whole = zoomOf(bench, 12);
    expect(half).toBeCloseTo((24 + whole) / 2, 0);
    const away = Math.hypot(11 - 11, 6, 1 - 5);
    expect(whole).toBeCloseTo((2 * Math.atan(1 / away) * 180) / Math.PI + 3, 2);
    bench.play(moved("singer", at(10, 0.2, 4.8)));
    frames(bench, FRAME);
    expect(zoomOf(bench, 11)).toBe(44);
    bench.play(moved("singer", at(10, 400, 1)));
    frames(bench, FRAME);
    expect(zoomOf(bench, 11)).toBe(4);
  });

  it("follow on beneath a fade to a fixed one, and where other lamps come to the rig", () => {
    const fixed = { inSeconds: 2, strokes: [strokeOn("keys", { Zoom: part([30]) })] };
    const wideOnes = { inSeconds: 0, strokes: [strokeOn("keys", wide({ targetIds: ["singer"], width: 2 }))] };
    const { records } = show();
    const bench = new EngineOnBench(
      smallShow([
        ...[...records.values()].filter(({ id }) => [ZOOMS.id, "keys", "singer", ...LAMPS.map((lamp) => lamp.id)].includes(id)),
        ...listWithCard("key", [wideOnes, fixed]),
      ]),
    );
    bench.play(GO);
    frames(bench, 0.5);
    bench.change([{ op: "add", record: fixture(14) }]);
    bench.play(moved("singer", at(11, 9, 1)));
    frames(bench, FRAME);
    expect(widthAt(bench, 12, at(11, 9, 1))).toBeCloseTo(2, 2);
    bench.play(GO);
    bench.play(moved("singer", at(11, 2, 3)));
    frames(bench, 1);
    const there = (2 * Math.atan(1 / Math.hypot(0, 2, 2)) * 180) / Math.PI;
    expect(zoomOf(bench, 12)).toBeCloseTo((there + 30) / 2, 0);
    // In a sketch, too: what is begun in it keeps where it came from while it is changed.
    bench.sketch("ann", { a: strokeOn("keys", wide({ targetIds: ["singer"], width: 1 })) });
    frames(bench, 0.5);
    const half = zoomOf(bench, 12);
    bench.sketch("ann", {
      a: strokeOn("keys", wide({ targetIds: ["singer"], width: 1 })),
      b: strokeOn("movers", { Dimmer: part([1]) }, 2),
    });
    expect(zoomOf(bench, 12)).toBeCloseTo(half, 0);
  });

  it("go from target to target and from width to width in metres, also where somebody goes on before they have arrived", () => {
    const cue = (targetId: string, width: number) => ({
      inSeconds: 2,
      strokes: [strokeOn("keys", wide({ targetIds: [targetId], width }))],
    });
    const { records } = show();
    const bench = new EngineOnBench(
      smallShow([
        ...[...records.values()].filter(({ id }) => [ZOOMS.id, "keys", "singer", "dancer", ...LAMPS.map((lamp) => lamp.id)].includes(id)),
        ...listWithCard("key", [cue("singer", 2), cue("dancer", 1), cue("dancer", 3), cue("singer", 3)]),
      ]),
    );
    const lit = part([1]);
    const between = (from: Vector, to: Vector, part: number): Vector =>
      at(from.x + (to.x - from.x) * part, from.y + (to.y - from.y) * part, from.z + (to.z - from.z) * part);
    bench.play(GO);
    frames(bench, 2.1);
    bench.play(GO);
    for (const done of [0.25, 0.5, 0.75]) {
      frames(bench, 0.5);
      // Others come to the rig meanwhile, or the cue is edited.
      if (done === 0.25) bench.change([{ op: "add", record: fixture(14) }]);
      if (done === 0.5) {
        const { strokes } = bench.engine.show.get("cue", "key-2")!;
        const to = { ...strokes, more: strokeOn("movers", { Dimmer: lit }, 2) };
        bench.change([setChange("key-2", ["strokes"], { from: strokes, to })]);
      }
      for (const number of [11, 13]) expect(widthAt(bench, number, between(singer.home, dancer.home, done))).toBeCloseTo(2 - done, 1);
    }
    frames(bench, 0.6);
    expect(widthAt(bench, 12, dancer.home)).toBeCloseTo(1, 2);
    // Another width on the same one: nothing moves but how wide it is.
    bench.play(GO);
    frames(bench, 1);
    expect(widthAt(bench, 12, dancer.home)).toBeCloseTo(2, 1);
    // Half way there to somebody else: from where it is, and as wide as it is.
    bench.play(GO);
    expect(widthAt(bench, 12, dancer.home)).toBeCloseTo(2, 1);
    frames(bench, 1);
    expect(widthAt(bench, 12, between(dancer.home, singer.home, 0.5))).toBeCloseTo(2.5, 1);
    frames(bench, 1.1);
    expect(widthAt(bench, 12, singer.home)).toBeCloseTo(3, 2);
    expect(bench.engine.tick((bench.t += FRAME), bench.frame)).toBe(false);
  });

  it("leave heads without a zoom alone, and what lies beneath where nobody follows", () => {
    const bench = new EngineOnBench(show({ Zoom: part([30]) }, wide({ targetIds: ["singer"], width: 2 })));
    bench.play(GO);
    frames(bench, 2.1);
    expect(widthAt(bench, 12, singer.home)).toBeCloseTo(2, 2);
    bench.play({ type: "target-off", on: true });
    frames(bench, 2.1);
    expect(zoomOf(bench, 12)).toBeCloseTo(30, 2);
    const before = bench.frame.slice();
    bench.sketch("ann", { a: strokeOn("movers", wide({ targetIds: ["singer"], width: 2 })) });
    bench.play({ type: "target-off", on: false });
    bench.play({ type: "target-off", on: true });
    frames(bench, 3);
    expect(bench.frame).toEqual(before);
  });

  it("leave the light on when their target is lost, though lamps that look there would go dark", () => {
    const lit = { Dimmer: part([0.7]), ...wide({ targetIds: ["singer"], width: 2 }) };
    const dark = edit(show(lit), [setChange("singer", ["whenLost"], { from: undefined, to: "dark" })]);
    const bench = new EngineOnBench(dark.ok ? dark.value : show(lit));
    bench.play(GO);
    bench.play(moved("singer", singer.home));
    frames(bench, 2.1);
    bench.play({ type: "target-watch" });
    expect(bench.engine.show.all("targetOff")).toMatchObject([{ lost: true }]);
    frames(bench, 2.2);
    expect(bench.read(12, 0)).toBeCloseTo(0.7, 3);
    expect(widthAt(bench, 12, singer.home)).toBeCloseTo(2, 2);
  });

  it("say how wide; positions don't, and nothing else follows", () => {
    const sketch = show().sketchOf("ann")!;
    const refused = (parts: Record<string, Part>): boolean =>
      !edit(show(), [setChange(sketch.id, ["strokes"], { from: {}, to: { a: strokeOn("keys", parts) } })]).ok;
    const follow = { targetIds: ["singer"], width: 2 };
    expect(refused(wide(follow))).toBe(false);
    expect(refused(wide(follow, { nudge: { knots: [1] } }))).toBe(false);
    expect(refused(wide({ targetIds: ["singer"] }))).toBe(true);
    expect(refused(wide(follow, { level: { knots: [20] } }))).toBe(true);
    for (const width of [0, 0.05, 51, NaN, "wide" as unknown as number]) expect(refused(wide({ ...follow, width }))).toBe(true);
    const { Zoom } = wide(follow);
    expect(refused({ Position: Zoom })).toBe(true);
    expect(refused({ Dimmer: Zoom })).toBe(true);
  });
});
