import { describe, expect, it } from "vitest";
import type { Motion, VeilMotion, WaveMotion } from "../motion/motion";
import { motionSchema } from "../motion/motion";
import { HOW_IT_MEETS, howItMeets, meetingSo } from "../motion/how-it-meets";
import { EngineOnBench } from "../testing/engine-on-bench";
import { listWithCard, part, smallShow, strokeOn } from "../testing/small-show";
import { ADDS, COVERS, LIGHTENS, LIGHTENS_LEFT, met, meetingOf, MULTIPLIES, MULTIPLIES_LEFT, neutralOf, type Meets } from "./meeting";
import { partsSchema } from "./stroke";

const WAYS = [ADDS, MULTIPLIES, LIGHTENS, MULTIPLIES_LEFT, LIGHTENS_LEFT] as const;
const drive = { phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0] } } as const;
const wave = (more: Partial<WaveMotion> = {}): WaveMotion => ({
  ...{ ...drive, base: "relative", kind: "wave", waveform: "sine", low: 0.5, high: 0.5 },
  ...more,
});

const dimmer = (bench: EngineOnBench, later = 0): number => Math.round(bench.read(1, 0, later) * 1000) / 1000;

/** The first dimmer half way through the four seconds of a cue that rides, behind them, at half of its card, of that beneath, and without it. */
function walked(bench: EngineOnBench): number[] {
  const seen = [dimmer(bench, 2), dimmer(bench, 2)];
  bench.play({ type: "level", playbackId: "card-over", level: 0.5 });
  seen.push(dimmer(bench, 0.1));
  // What lies beneath goes on to count.
  bench.play({ type: "level", playbackId: "card-base", level: 0.5 });
  seen.push(dimmer(bench, 0.1));
  bench.play({ type: "let-go", playbackId: "card-over" });
  return [...seen, dimmer(bench, 60)];
}

describe("what rides on a value", () => {
  it("meets it so (worked by hand)", () => {
    // Half of 0.8; the brighter of 0.8 and 0.5, and of 0.3 and 0.5; where colours take away, 0.2 and 0.5 are left of 0.8 and 0.5.
    expect([met(0.8, 0.5, 1, MULTIPLIES), met(0.8, 0.5, 1, LIGHTENS), met(0.3, 0.5, 1, LIGHTENS)]).toEqual([0.4, 0.8, 0.5]);
    expect([met(0.8, 0.5, 1, MULTIPLIES_LEFT), met(0.8, 0.5, 1, LIGHTENS_LEFT), met(0.3, 0.5, 1, LIGHTENS_LEFT)]).toEqual([
      expect.closeTo(0.9, 12),
      0.5,
      0.3,
    ]);
    expect([met(0.8, 0.5, 1, ADDS), met(0.8, 0.5, 1, COVERS), met(0.3, 0.5, 1, COVERS)]).toEqual([1.3, 0.5, 0.5]);
    // Half way is half way between.
    expect([met(0.8, 0.5, 0.5, MULTIPLIES), met(0.2, 0.6, 0.5, LIGHTENS)]).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.4, 12)]);
    expect([met(0.8, 0.4, 0.5, COVERS), met(0.2, 0.4, 0.25, COVERS)]).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.25, 12)]);
  });

  it("changes nothing in a share of nothing, or when it says what changes nothing (all ways)", () => {
    for (const way of WAYS)
      for (const value of [0, 0.2, 0.7, 1]) {
        for (const swing of [0, 0.4, 1]) expect([met(value, swing, 0, way), met(value, swing, 0, COVERS)]).toEqual([value, value]);
        for (const share of [0.3, 1]) expect(met(value, neutralOf(way), share, way)).toBe(value);
      }
    expect(met(0.4, 0.9, 1, 99)).toBe(1.3);
  });

  it("counts what colours leave where they take away", () => {
    expect([meetingOf("Dimmer", "multiplies"), meetingOf("ColorAdd_R", "lightens")]).toEqual([MULTIPLIES, LIGHTENS]);
    expect([meetingOf("ColorSub_C", "multiplies"), meetingOf("ColorSub_C", "lightens")]).toEqual([MULTIPLIES_LEFT, LIGHTENS_LEFT]);
    expect(meetingOf("ColorSub_C", undefined)).toBe(ADDS);
    expect([meetingOf("ColorSub_C", "covers"), meetingOf("Dimmer", "covers")]).toEqual([COVERS, COVERS]);
  });
});

describe("a wave that meets what another card says", () => {
  const show = smallShow([
    ...listWithCard("base", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.8]) })] }]),
    ...listWithCard("over", [
      { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: { shape: {}, touched: 0, motion: wave({ meets: "multiplies" }) } })] },
    ]),
    ...listWithCard("up", [
      { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: { shape: {}, touched: 0, motion: wave({ meets: "lightens" }) } })] },
    ]),
  ]);

  it("scales it, by its own fade, and leaves it as it was when it goes", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-base" });
    expect(dimmer(bench, 1)).toBe(0.8);
    bench.play({ type: "go", playbackId: "card-over" });
    expect(walked(bench)).toEqual([0.6, 0.4, 0.6, 0.3, 0.4]);
  });

  it("shows only where it is brighter", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-base" });
    bench.play({ type: "go", playbackId: "card-up" });
    expect(dimmer(bench, 1)).toBe(0.8);
    bench.play({ type: "level", playbackId: "card-base", level: 0.25 });
    expect(dimmer(bench, 0.1)).toBe(0.5);
    bench.play({ type: "level", playbackId: "card-up", level: 0.5 });
    expect(dimmer(bench, 0.1)).toBe(0.35);
  });

  it("is told in Trace with what it takes or gives", () => {
    const bench = new EngineOnBench(show);
    bench.play({ type: "go", playbackId: "card-base" });
    bench.play({ type: "go", playbackId: "card-over" });
    bench.read(1, 0, 10);
    const { parameter } = { parameter: bench.engine.show.rig.parameters.findIndex(({ channel }) => channel.attribute === "Dimmer") };
    const over = bench.engine.trace(parameter).links.find(({ sourceId }) => sourceId === "card-over");
    expect(over).toMatchObject({ says: null, rides: expect.closeTo(-0.4, 3) as number });
  });

  it("has its size about what changes nothing", () => {
    const half = (meets: Meets, size: number): number => {
      const motion = wave({ meets, low: 0.6, high: 0.6, size: { knots: [size] } });
      const own = smallShow([
        ...listWithCard("all", [
          {
            inSeconds: 0,
            strokes: [strokeOn("movers", { Dimmer: part([0.5]) }), strokeOn("movers", { Dimmer: { shape: {}, touched: 1, motion } })],
          },
        ]),
      ]);
      const bench = new EngineOnBench(own);
      bench.play({ type: "go", playbackId: "card-all" });
      return dimmer(bench, 1);
    };
    expect([half("multiplies", 1), half("multiplies", 0.5), half("multiplies", 0)]).toEqual([0.3, 0.4, 0.5]);
    expect([half("lightens", 1), half("lightens", 0.5), half("lightens", 0)]).toEqual([0.6, 0.5, 0.5]);
    // Of what covers it is the opacity: wholly, half, a fifth, not at all; more than wholly isn't more.
    expect([1, 0.5, 0.2, 0, 3].map((opacity) => half("covers", opacity))).toEqual([0.6, 0.55, 0.52, 0.5, 0.6]);
  });
});

describe("how a motion meets what lies beneath", () => {
  const veil: VeilMotion = {
    ...{ ...drive, base: "absolute", kind: "veil", pattern: "rings", plane: "flat", width: 4, height: 4, turn: 0, low: 0, high: 1 },
    centre: { x: 0, y: 0, z: 0 },
  };

  it("is one word of four, and goes round", () => {
    for (const motion of [wave(), veil])
      for (const how of HOW_IT_MEETS) {
        const so = meetingSo(motion, how);
        expect(howItMeets(so)).toBe(how);
        expect(motionSchema(so, [])).toBeNull();
        expect(meetingSo(so, howItMeets(motion))).toEqual(motion);
      }
  });

  it("is refused where nothing lies beneath, where there is no such way, and for motions that can't", () => {
    const flaw = (motion: object): string | undefined => motionSchema(motion, [])?.why;
    expect(flaw(wave({ base: "absolute", meets: "multiplies" }))).toContain("meets nothing beneath");
    expect(flaw({ ...veil, meets: "lightens" })).toContain("meets nothing beneath");
    expect(flaw({ ...wave(), meets: "divides" })).toContain("multiplies");
    const steps: Motion = { ...drive, base: "relative", kind: "steps", steps: [{ level: 1, fade: 0, hold: 1 }] };
    expect(flaw({ ...steps, meets: "multiplies" })).toContain("only waves and veils");
    const onColor = (motion: Motion) => partsSchema({ Color: { shape: {}, touched: 0, motion } }, []);
    const colors = { knots: [{ x: 0.3, y: 0.3, luminance: 1 }], path: "even" as const };
    expect(onColor({ ...veil, colors, base: "relative", meets: "multiplies" })).toBeNull();
    expect(onColor({ ...veil, colors })).toBeNull();
    expect(onColor({ ...veil, colors, base: "relative" })).not.toBeNull();
    expect(onColor(wave({ meets: "multiplies" }))).not.toBeNull();
  });
});

describe("what covers by its opacity", () => {
  const covering = (more: Partial<WaveMotion> = {}): WaveMotion => wave({ meets: "covers", low: 0.2, high: 0.2, ...more });
  const over = (motion: WaveMotion) => [
    ...listWithCard("base", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.8]) })] }]),
    ...listWithCard("over", [{ inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: { shape: {}, touched: 0, motion } })] }]),
  ];
  const begun = (motion: WaveMotion): EngineOnBench => {
    const bench = new EngineOnBench(smallShow(over(motion)));
    bench.play({ type: "go", playbackId: "card-base" });
    bench.play({ type: "go", playbackId: "card-over" });
    return bench;
  };

  it("comes with its cue's time, goes with its card, and lies over whoever says what is beneath", () => {
    expect(walked(begun(covering({ size: { knots: [0.5] } })))).toEqual([0.65, 0.5, 0.65, 0.35, 0.4]);
  });

  it("is fanned over its heads, and becomes opaque in the time that it takes to come in", () => {
    const bench = begun(covering({ size: { knots: [0, 1] }, fadeInSeconds: 2 }));
    expect([1, 8].map((fixture) => Math.round(bench.read(fixture, 0, 60) * 1000) / 1000)).toEqual([0.8, 0.2]);
    // The cue takes four seconds, and the opacity two: half a second in, an eighth of a quarter.
    const coming = begun(covering({ fadeInSeconds: 2 }));
    expect(dimmer(coming, 0.5)).toBe(Math.round((0.8 - 0.6 * 0.125 * 0.25) * 1000) / 1000);
  });

  it("changes no octet at an opacity of nothing", () => {
    const [bench, bare] = [
      begun(covering({ size: { knots: [0] }, low: 0, high: 1, rate: { knots: [1] } })),
      begun(wave({ low: 0, high: 0 })),
    ];
    for (let step = 0; step < 20; step++) expect(bench.read(3, 0, 0.21)).toBe(bare.read(3, 0, 0.21));
  });
});
