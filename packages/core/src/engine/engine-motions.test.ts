import { Euler, Object3D, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { PathMotion, WaveMotion } from "../motion/motion";
import { physicalOf } from "../rig/scale";
import type { ShowRecord } from "../show/records";
import type { Part, Strokes } from "../stroke/stroke";
import { circleMotion, EngineOnBench, fixture, listWithCard, moving, part, smallShow, strokeOn, waveMotion } from "../testing";

const go = { type: "go", playbackId: "card-a" } as const;
const FRAME = 1 / 44;

const onDimmer = (more: Partial<WaveMotion> = {}): Strokes => ({ s: strokeOn("movers", { Dimmer: moving(waveMotion(more)) }) });

/** The pulse with its beat 0 at t = 100, at 120 BPM. */
function withPulse(bench: EngineOnBench): EngineOnBench {
  bench.change([
    setChange("state-pulse", ["tempo"], {
      from: bench.engine.show.masterState("pulse")!.tempo,
      to: { bpm: 120, scale: 1, anchorSeconds: 100, anchorBeats: 0, running: "yes", taps: [] },
    }),
  ]);
  return bench;
}

/** The largest step of a mover's pan from frame to frame while something is done and time passes, in parts of its range. */
function largestStep(bench: EngineOnBench, seconds: number, act: () => void): number {
  let largest = 0;
  let before = bench.read(3, 2);
  act();
  for (let frame = 0; frame < seconds / FRAME; frame++) {
    const now = bench.read(3, 2, FRAME);
    largest = Math.max(largest, Math.abs(now - before));
    before = now;
  }
  return largest;
}
/** What a circle of 40 degrees at half a turn a second moves in a frame at most: its radius times the angle, of a range of 540. */
const CIRCLE_STEP = (20 * 2 * Math.PI * 0.5 * FRAME) / 540;

describe("engine: motions", () => {
  it("forms the wave along the heads and moves it with the master", () => {
    const bench = withPulse(new EngineOnBench(smallShow()));
    bench.sketch("ann", onDimmer());
    for (const later of [0, 0.1, 0.4])
      for (let head = 1; head <= 8; head++) {
        const level = bench.read(head, 0, head === 1 ? later : 0);
        const cycles = (bench.t - 100) * 2 + (head - 1) / 8;
        expect(level).toBeCloseTo(0.5 + 0.5 * Math.sin(2 * Math.PI * cycles), 4);
      }
  });

  it("keeps the phase when the tempo changes", () => {
    const bench = new EngineOnBench(smallShow());
    bench.sketch("ann", onDimmer());
    const before = bench.read(3, 0, 0.123);
    bench.play({ type: "bpm", masterId: "pulse", bpm: 400 });
    expect(bench.read(3, 0)).toBeCloseTo(before, 4);
    bench.play({ type: "hold", masterId: "pulse" });
    expect(bench.read(3, 0, 9)).toBeCloseTo(before, 4);
  });

  it("adds relative motions to what lies beneath, also of another source, and two of them to each other", () => {
    const bench = new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([54]) })] }])));
    bench.play(go);
    const push = (high: number): WaveMotion =>
      waveMotion({ waveform: "pulse", width: 1, high, base: "relative", phase: { knots: [0] }, masterId: null });
    bench.sketch("ann", { s: strokeOn("movers", { Pan: moving(push(27)) }) });
    expect(bench.read(1, 2, 2)).toBeCloseTo(0.65, 4);
    bench.sketch("ann", { s: strokeOn("movers", { Pan: moving(push(27)) }, 1), r: strokeOn("movers", { Pan: moving(push(54)) }, 2) });
    expect(bench.read(1, 2, 2)).toBeCloseTo(0.75, 4);
    // Also on a level of their own: -54 + 27 + 54.
    bench.sketch("ann", {
      s: strokeOn("movers", { Pan: { ...moving(push(27)), level: { knots: [-54] } } }, 1),
      r: strokeOn("movers", { Pan: moving(push(54)) }, 2),
    });
    expect(bench.read(1, 2, 2)).toBeCloseTo(0.55, 4);
    bench.sketch("ann", {});
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 4);
  });

  it("the later of two absolute motions wins", () => {
    const bench = new EngineOnBench(smallShow());
    const still = (high: number): WaveMotion => waveMotion({ waveform: "pulse", width: 1, high });
    bench.sketch("ann", {
      s: strokeOn("movers", { Dimmer: moving(still(0.9)) }, 1),
      r: strokeOn("movers", { Dimmer: moving(still(0.3)) }, 2),
    });
    expect(bench.read(1, 0)).toBeCloseTo(0.3, 4);
  });

  it("runs at its card's master when it names none, and at its own where there is neither", () => {
    const strokes = [strokeOn("movers", { Dimmer: moving(waveMotion({ masterId: null, phase: { knots: [0] }, waveform: "ramp-up" })) })];
    for (const [masterId, perSecond] of [
      ["pulse", 2],
      [undefined, 1],
    ] as const) {
      const bench = withPulse(
        new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes }], masterId === undefined ? {} : { masterId }))),
      );
      bench.play(go);
      const start = bench.read(1, 0);
      expect(bench.read(1, 0, 0.25) - start).toBeCloseTo(0.25 * perSecond, 3);
    }
  });

  it("counts its cycles and stops where it began, from when its cue was started", () => {
    const counted = waveMotion({ waveform: "triangle", count: 2, phase: { knots: [0] } });
    const bench = withPulse(
      new EngineOnBench(smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: moving(counted) })] }]))),
    );
    bench.read(1, 0, 0.3);
    bench.play(go);
    expect(bench.read(1, 0)).toBeCloseTo(0, 3);
    expect(bench.read(1, 0, 0.25)).toBeCloseTo(1, 3);
    expect(bench.read(1, 0, 0.5)).toBeCloseTo(1, 3);
    expect(bench.read(1, 0, 0.25)).toBeCloseTo(0, 3);
    expect(bench.read(1, 0, 0.25)).toBeCloseTo(0, 3);
  });

  it("grows from its middle over its fade-in, and shrinks over its fade-out when it is let go", () => {
    const soft = waveMotion({ waveform: "pulse", width: 1, low: 0, high: 0.8, fadeInSeconds: 2, fadeOutSeconds: 1 });
    const bench = new EngineOnBench(
      smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: moving(soft) })] }], { releaseSeconds: 4 })),
    );
    bench.play(go);
    expect(bench.read(1, 0)).toBeCloseTo(0.4, 4);
    expect(bench.read(1, 0, 1)).toBeCloseTo(0.6, 4);
    expect(bench.read(1, 0, 2)).toBeCloseTo(0.8, 4);
    bench.play({ type: "let-go", playbackId: "card-a" });
    // Half of the swing is gone after half a second, and an eighth of the release.
    expect(bench.read(1, 0, 0.5)).toBeCloseTo(0.6 * 0.875, 4);
    expect(bench.read(1, 0, 1.5)).toBeCloseTo(0.4 * 0.5, 4);
  });

  it.each(["absolute", "relative"] as const)(
    "grows on as it began, also %s, where its cue has long arrived and is changed meanwhile",
    (base) => {
      const low = base === "absolute" ? 0 : 0.4;
      const soft = waveMotion({ waveform: "pulse", width: 1, base, low, high: 0.8, fadeInSeconds: 4 });
      const cue = { inSeconds: 1, delaySeconds: 1, strokes: [strokeOn("movers", { Dimmer: moving(soft), Zoom: part([10]) })] };
      const bench = new EngineOnBench(smallShow(listWithCard("a", [cue])));
      bench.play(go);
      // It waits for a second, and has all of its swing after four more; on what lies beneath it grows from nothing.
      const middle = base === "absolute" ? 0.4 : 0;
      const grown = (part: number): number => middle + (0.8 - middle) * part;
      expect(bench.read(1, 0, 3)).toBeCloseTo(grown(0.5), 4);
      bench.change([setChange("a-1", ["strokes", "s1", "parts", "Zoom"], { from: part([10]), to: part([20]) })]);
      expect(bench.read(1, 0)).toBeCloseTo(grown(0.5), 4);
      bench.change([setChange("a-1", ["inSeconds"], { from: 1, to: 3 })]);
      expect(bench.read(1, 0, 1)).toBeCloseTo(grown(0.75), 4);
      expect(bench.read(1, 0, 1)).toBeCloseTo(grown(1), 4);
    },
  );

  it("begins to grow when it comes new into a cue that has long arrived; given another time to grow it has grown since then", () => {
    const bench = new EngineOnBench(
      smallShow(listWithCard("a", [{ inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([0.2]) })] }])),
    );
    const put = (from: Part, to: Part): void => bench.change([setChange("a-1", ["strokes", "s1", "parts", "Dimmer"], { from, to })]);
    const pulse = (fadeInSeconds: number): Part => moving(waveMotion({ waveform: "pulse", width: 1, low: 0, high: 0.8, fadeInSeconds }));
    bench.play(go);
    bench.read(1, 0, 5);
    put(part([0.2]), pulse(4));
    expect(bench.read(1, 0)).toBeCloseTo(0.4, 3);
    expect(bench.read(1, 0, 2)).toBeCloseTo(0.6, 3);
    expect(bench.read(1, 0, 2)).toBeCloseTo(0.8, 3);
    put(pulse(4), pulse(0));
    put(pulse(0), pulse(20));
    expect(bench.read(1, 0)).toBeCloseTo(0.4 + (0.4 * 4) / 20, 3);
  });
});

describe("engine: positions don't jump", () => {
  const cues = (motion: PathMotion) => [
    { inSeconds: 2, strokes: [strokeOn("movers", { Position: { ...moving(motion) } })] },
    { inSeconds: 2, strokes: [strokeOn("movers", { Pan: part([100]), Tilt: part([20]) })] },
  ];

  it.each(["relative", "absolute"] as const)(
    "when a %s path starts in a cue, is followed by still angles in the next, and is let go",
    (base) => {
      const bench = withPulse(new EngineOnBench(smallShow(listWithCard("a", cues(circleMotion({ base })), { releaseSeconds: 2 }))));
      bench.read(3, 2, 0.37);
      expect(largestStep(bench, 3, () => bench.play(go))).toBeLessThan(CIRCLE_STEP + (20 / 540) * (FRAME / 2) * 1.1);
      // Under way for two seconds: at most 120 degrees in 88 frames, beside the circle that still turns beneath.
      expect(largestStep(bench, 3, () => bench.play(go))).toBeLessThan(CIRCLE_STEP + (120 / 540) * (FRAME / 2) * 1.1);
      expect(bench.read(3, 2)).toBeCloseTo(0.5 + 100 / 540, 4);
      bench.play({ type: "go", playbackId: "card-a", cueId: "a-1" });
      bench.read(3, 2, 3);
      const letGo = (): void => bench.play({ type: "let-go", playbackId: "card-a" });
      expect(largestStep(bench, 3, letGo)).toBeLessThan(CIRCLE_STEP + (20 / 540) * (FRAME / 2) * 1.1);
      expect(bench.read(3, 2)).toBeCloseTo(0.5, 4);
    },
  );

  it("moves on beneath while the next cue fades in, instead of stopping dead", () => {
    const bench = withPulse(new EngineOnBench(smallShow(listWithCard("a", cues(circleMotion({ base: "absolute" }))))));
    bench.play(go);
    bench.read(3, 2, 4);
    bench.play(go);
    // An eighth into the fade the pan is made of seven parts of the circle at that moment.
    const pan = physicalOf(
      bench.engine.show.rig.parameters[bench.engine.show.rig.headByKey.get("fx-3")!.parameters.get("Pan")!]!.channel,
      bench.read(3, 2, 0.25),
    );
    const cycles = (bench.t - 100) * 0.5 + 2 / 8;
    expect(pan).toBeCloseTo(0.875 * 20 * Math.cos(2 * Math.PI * cycles) + 0.125 * 100, 1);
  });

  it("when a sketch begins a path, changes it, or the tempo and the count change, but for a re-sync at once", () => {
    const bench = withPulse(new EngineOnBench(smallShow()));
    const begin = (): void => bench.sketch("ann", { s: strokeOn("movers", { Position: moving(circleMotion({ base: "absolute" })) }) });
    bench.read(3, 2, 0.37);
    expect(largestStep(bench, 2, begin)).toBeLessThan(CIRCLE_STEP + (20 / 540) * FRAME * 1.1);
    const squash = { Position: moving(circleMotion({ base: "absolute", height: 10 })), Dimmer: part([1]) };
    expect(largestStep(bench, 0.5, () => bench.sketch("ann", { s: strokeOn("movers", squash) }))).toBeLessThan(CIRCLE_STEP * 1.01);
    expect(largestStep(bench, 0.5, () => bench.play({ type: "bpm", masterId: "pulse", bpm: 60 }))).toBeLessThan(CIRCLE_STEP * 1.01);
    bench.read(3, 2, 1.3);
    // Half a cycle in a second at 1.5 times its mean speed, on top of the tempo's quarter.
    expect(largestStep(bench, 1.2, () => bench.play({ type: "resync", masterId: "pulse" }))).toBeLessThan(
      (20 * 2 * Math.PI * (0.25 + 0.75) * FRAME) / 540,
    );
    bench.read(3, 2, 2.1);
    const later = bench.read(3, 2);
    bench.play({ type: "resync", masterId: "pulse", how: "at once" });
    expect(Math.abs(bench.read(3, 2) - later)).toBeGreaterThan(CIRCLE_STEP);
  });
});

describe("engine: a circle in metres", () => {
  it("is one circle on the floor for 24 heads in different places, within 5 cm through a full turn (oracle: three 0.187.0)", () => {
    // Hung about a room of 18 by 8 m at different heights, each turned its own way.
    const hung = Array.from({ length: 24 }, (_, index) => ({
      ...fixture(101 + index),
      patch: { universe: 9 + Math.floor(index / 12), address: 1 + (index % 12) * 20 },
      position: { x: -9 + ((index * 7) % 18), y: -4 + ((index * 5) % 9), z: 4 + (index % 4) },
      rotation: { x: 10 * (index % 3) - 10, y: 8 * (index % 2), z: 15 * index },
    }));
    const group: ShowRecord = {
      id: "hung",
      kind: "group",
      version: 1,
      name: "Hung",
      rank: 9,
      heads: hung.map(({ id }) => id),
      territoryId: null,
    };
    const floor = circleMotion({
      plane: "flat",
      base: "absolute",
      width: 4,
      height: 4,
      centre: { x: 1, y: 2, z: 0 },
      rate: { knots: [0.25] },
    });
    const show = smallShow([...hung, group]);
    const bench = withPulse(new EngineOnBench(show));
    bench.sketch("ann", { s: strokeOn("hung", { Position: moving(floor) }) });
    bench.read(1, 0, 2);
    let worst = 0;
    for (let frame = 0; frame < 88; frame++) {
      bench.read(1, 0, FRAME);
      hung.forEach((lamp, index) => {
        const head = show.rig.headByKey.get(lamp.id)!;
        const angle = (name: "Pan" | "Tilt"): number => {
          const parameter = head.parameters.get(name)!;
          return physicalOf(show.rig.parameters[parameter]!.channel, bench.engine.values[parameter]!);
        };
        const spot = spotOnFloor(lamp, { pan: angle("Pan"), tilt: angle("Tilt") });
        const turned = 2 * Math.PI * ((bench.t - 100) * 0.5 + index / 24);
        const wanted = { x: 1 + 2 * Math.cos(turned), y: 2 + 2 * Math.sin(turned) };
        worst = Math.max(worst, Math.hypot(spot.x - wanted.x, spot.y - wanted.y));
      });
    }
    expect(worst).toBeLessThan(0.05);
    expect(worst).toBeGreaterThan(0);
  });
});

/** Where a beam meets the floor, by three's own chain of base, yoke and head. */
function spotOnFloor(lamp: ReturnType<typeof fixture>, { pan, tilt }: { pan: number; tilt: number }): Vector3 {
  const radians = (degrees: number): number => (degrees * Math.PI) / 180;
  const base = new Object3D();
  base.position.set(lamp.position.x, lamp.position.y, lamp.position.z);
  base.setRotationFromEuler(new Euler(radians(lamp.rotation.x), radians(lamp.rotation.y), radians(lamp.rotation.z), "ZYX"));
  const [yoke, head] = [new Object3D(), new Object3D()];
  yoke.rotation.z = radians(pan);
  head.rotation.x = radians(tilt);
  base.add(yoke);
  yoke.add(head);
  base.updateMatrixWorld(true);
  const from = head.localToWorld(new Vector3(0, 0, 0));
  const way = head.localToWorld(new Vector3(0, 0, -1)).sub(from);
  return from.addScaledVector(way, -from.z / way.z);
}
