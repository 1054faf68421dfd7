import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import type { WaveMotion } from "../motion/motion";
import type { Preset } from "../preset/preset";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import { fan } from "../shape/fan";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import type { ShowRecord } from "../show/records";
import { masterStateIdOf } from "../playback/speed-master";
import { steadyTempo } from "../tempo/tempo-clock";
import { sketchIdOf } from "../stroke/sketch";
import { Engine } from "../engine/engine";
import { listWithCard, moving, smallShow, strokeOn, waveMotion } from "../testing";
import { phaseChanges } from "./keep-phases";

const FRAME = 1 / 44;
const MOVERS = 8;

/** The dimmers ramp up once a cycle: a level is a phase. */
const ramp = (more: Partial<WaveMotion> = {}): WaveMotion => waveMotion({ waveform: "ramp-up", ...more });

/** An engine whose edits go through what the door adds to them. */
class Bench {
  readonly engine: Engine;
  readonly #frame: Uint8Array;
  t = 1000;

  constructor(show: Show) {
    this.engine = new Engine(show, this.t);
    this.#frame = new Uint8Array(this.engine.frameLength);
  }

  get show(): Show {
    return this.engine.show;
  }

  change(changes: readonly Change[]): void {
    const after = edit(this.show, changes);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    const phases = phaseChanges(this.show, after.value, { changes, t: this.t });
    const done = this.engine.command({ at: this.t, changes: [...changes, ...phases] });
    if (!done.ok) throw new Error(JSON.stringify(done.error));
  }

  play(command: PlayCommand): void {
    const changes = playChanges(this.show, command, { t: this.t, personId: "ann" });
    if (!changes.ok) throw new Error(changes.error.code);
    this.change(changes.value);
  }

  /** Each mover's phase now, as it is at the wire. */
  phases(): number[] {
    this.engine.tick(this.t, this.#frame);
    return Array.from({ length: MOVERS }, (_, mover) => (this.#frame[mover * 20]! * 256 + this.#frame[mover * 20 + 1]!) / 65535);
  }
}

/** How far apart two phases are, the short way round. */
const apart = (a: number, b: number): number => Math.min(Math.abs(a - b), 1 - Math.abs(a - b));
/** A step of the slots, and the rounding of the ramp's table. */
const SLACK = 0.002;

const inSketch = (motion: WaveMotion): Show =>
  mustEdit(smallShow(MORE), [
    setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: { s: strokeOn("movers", { Dimmer: moving(motion) }) } }),
  ]);
const inCue = (motion: WaveMotion): Show =>
  smallShow([
    ...MORE,
    ...listWithCard(
      "sway",
      [
        { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: moving(motion) })] },
        { inSeconds: 0, strokes: [] },
      ],
      { masterId: "slow" },
    ),
  ]);
const MORE: readonly ShowRecord[] = [
  { id: "slow", kind: "master", version: 1, name: "Slow", rank: 1 },
  { id: masterStateIdOf("slow"), kind: "masterState", version: 1, masterId: "slow", tempo: steadyTempo(47) },
];

const MOVER_PROFILE = "profile-mover";
const presetOf = (says: Partial<Preset>): Preset => ({
  id: "sways",
  kind: "preset",
  version: 1,
  name: "Sways",
  rank: 1,
  family: "Intensity",
  territoryId: null,
  universal: {},
  perProfile: {},
  perHead: {},
  ...says,
});

function mustEdit(show: Show, changes: readonly Change[]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const fans = fc.array(number(-2, 2), { minLength: 1, maxLength: 4 }).map((knots) => ({ knots }));
type Act =
  | { readonly kind: "rate"; readonly rate: { readonly knots: number[] } }
  | { readonly kind: "own"; readonly bpm: number }
  | { readonly kind: "master"; readonly masterId: string | null }
  | { readonly kind: "size"; readonly size: number }
  | { readonly kind: "card master"; readonly masterId: string | undefined }
  | { readonly kind: "play"; readonly command: PlayCommand };
const masterId = fc.constantFrom("pulse", "slow");
const acts: fc.Arbitrary<Act> = fc.oneof(
  fans.map((rate) => ({ kind: "rate" as const, rate })),
  number(10, 400).map((bpm) => ({ kind: "own" as const, bpm })),
  fc.constantFrom("pulse", "slow", null).map((id) => ({ kind: "master" as const, masterId: id })),
  number(0.9, 1).map((size) => ({ kind: "size" as const, size })),
  fc.constantFrom("pulse", "slow", undefined).map((id) => ({ kind: "card master" as const, masterId: id })),
  fc.tuple(masterId, number(10, 400)).map(([id, bpm]) => ({ kind: "play" as const, command: { type: "bpm" as const, masterId: id, bpm } })),
  fc
    .tuple(masterId, number(0, 2))
    .map(([id, factor]) => ({ kind: "play" as const, command: { type: "scale" as const, masterId: id, factor } })),
  fc
    .tuple(masterId, fc.constantFrom("hold", "run", "tap", "release"))
    .map(([id, type]) => ({ kind: "play" as const, command: { type: type as "hold", masterId: id } })),
);

/** Where the motion stands: in Ann's sketch, or in the cue that runs. */
function motionPath(show: Show): { id: string; path: string[]; motion: WaveMotion } {
  const sketch = show.sketchOf("ann")!;
  const [id, key] = Object.keys(sketch.strokes).length > 0 ? [sketch.id, "s"] : ["sway-1", "s1"];
  const strokes = id === sketch.id ? sketch.strokes : show.get("cue", id)!.strokes;
  return { id, path: ["strokes", key, "parts", "Dimmer", "motion"], motion: strokes[key]!.parts.Dimmer!.motion as WaveMotion };
}

function act(bench: Bench, of: Act): void {
  const { id, path, motion } = motionPath(bench.show);
  // As the lanes write it: the motion whole, without what it doesn't know of.
  const put = (more: Partial<WaveMotion>): void => {
    const { lead: _, ...known } = motion;
    bench.change([setChange(id, path, { from: motion, to: { ...known, ...more } })]);
  };
  switch (of.kind) {
    case "rate":
      return put({ rate: of.rate });
    case "own":
      return put({ ownBpm: of.bpm });
    case "master":
      return put({ masterId: of.masterId });
    case "size":
      return put({ size: { knots: [of.size] } });
    case "card master": {
      const card = bench.show.get("playback", "card-sway");
      if (card) bench.change([setChange(card.id, ["masterId"], { from: card.masterId, to: of.masterId })]);
      return;
    }
    case "play":
      return bench.play(of.command);
  }
}

describe("phase", () => {
  it.each(["a sketch", "a cue"])("goes on at every change of rate, tempo, master and size, in %s", (where) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(acts, number(0.05, 30)), { minLength: 1, maxLength: 8 }),
        fc.constantFrom("pulse", null),
        (steps, first) => {
          const motion = ramp({ masterId: first });
          const bench = new Bench(where === "a sketch" ? inSketch(motion) : inCue(motion));
          if (where === "a cue") bench.play({ type: "go", playbackId: "card-sway" });
          for (const [of, later] of steps) {
            bench.t += later;
            const before = bench.phases();
            act(bench, of);
            const after = bench.phases();
            const size = motionPath(bench.show).motion.size?.knots[0] ?? 1;
            // A size other than 1 squeezes the ramp about its middle: by as much the level differs from the phase.
            const slack = SLACK + 2 * Math.abs(1 - size) + (of.kind === "size" ? 0.2 : 0);
            after.forEach((phase, mover) =>
              expect(apart(phase, before[mover]!), `${JSON.stringify(of)} on mover ${mover}`).toBeLessThan(slack),
            );
          }
        },
      ),
      { seed: 31, numRuns: 300 },
    );
  });

  it("runs at the new rate from there on: as plain addition of what goes by says", () => {
    const bench = new Bench(inSketch(ramp({ masterId: null, ownBpm: 60, rate: { knots: [0.3, 0.9] } })));
    const rates = (knots: readonly number[]): number[] => Array.from({ length: MOVERS }, (_, mover) => fan(knots, mover / (MOVERS - 1)));
    let [rate, plain] = [rates([0.3, 0.9]), bench.phases()];
    for (let frame = 1; frame <= 400; frame++) {
      if (frame % 37 === 0) {
        const knots = [0.2 + (frame % 5) / 7, 1.1 - (frame % 7) / 9];
        act(bench, { kind: "rate", rate: { knots } });
        rate = rates(knots);
      }
      bench.t += FRAME;
      plain = plain.map((phase, mover) => (phase + rate[mover]! * FRAME) % 1);
      bench.phases().forEach((phase, mover) => expect(apart(phase, plain[mover]!)).toBeLessThan(SLACK));
    }
  });

  it("is on the beat again after a re-sync, and when its list is started anew", () => {
    const bench = new Bench(inCue(ramp({ masterId: "pulse" })));
    bench.play({ type: "go", playbackId: "card-sway" });
    bench.t += 3.3;
    act(bench, { kind: "rate", rate: { knots: [0.7] } });
    bench.t += 1.1;
    bench.play({ type: "resync", masterId: "pulse" });
    bench.t += 2;
    // Two seconds at 120 are four beats, at 0.7 a beat 2.8 cycles; each mover an eighth of the phase fan on.
    bench.phases().forEach((phase, mover) => expect(apart(phase, (2.8 + mover / MOVERS) % 1)).toBeLessThan(SLACK));
    act(bench, { kind: "rate", rate: { knots: [1.3] } });
    bench.play({ type: "let-go", playbackId: "card-sway" });
    bench.t += 5;
    bench.play({ type: "go", playbackId: "card-sway" });
    bench.t += 1;
    bench.phases().forEach((phase, mover) => expect(apart(phase, (16 * 1.3 + mover / MOVERS) % 1)).toBeLessThan(SLACK));
    // What was ahead in the run before counts no more when the rate is changed in this one.
    const before = bench.phases();
    act(bench, { kind: "rate", rate: { knots: [0.4] } });
    bench.phases().forEach((phase, mover) => expect(apart(phase, before[mover]!)).toBeLessThan(SLACK));
  });

  it("goes on when a card is given one master after another, and none", () => {
    const bench = new Bench(inCue(ramp({ masterId: null, rate: { knots: [0.37, 1.2] } })));
    bench.play({ type: "go", playbackId: "card-sway" });
    for (const masterId of ["pulse", undefined, "slow", "pulse", "slow", undefined]) {
      bench.t += 2.3;
      const before = bench.phases();
      act(bench, { kind: "card master", masterId });
      bench.phases().forEach((phase, mover) => expect(apart(phase, before[mover]!), String(masterId)).toBeLessThan(SLACK));
    }
  });

  it("goes on in the next cue of the same list", () => {
    const bench = new Bench(inCue(ramp({ masterId: "pulse" })));
    bench.play({ type: "go", playbackId: "card-sway" });
    bench.t += 3.3;
    act(bench, { kind: "rate", rate: { knots: [0.7] } });
    bench.t += 1.7;
    const before = bench.phases();
    bench.play({ type: "go", playbackId: "card-sway" });
    bench.phases().forEach((phase, mover) => expect(apart(phase, before[mover]!)).toBeLessThan(SLACK));
  });

  it.each(["a sketch", "a running cue"])("goes on at every change of a preset that %s uses, at its own scope for each profile", (where) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fans, fc.constantFrom("pulse", "slow", null), number(10, 300), number(0.05, 30)), { minLength: 1, maxLength: 6 }),
        fc.constantFrom("universal", "profile"),
        (steps, scope) => {
          const parts = { Dimmer: moving(ramp({ masterId: null })) };
          const preset = presetOf(scope === "universal" ? { universal: parts } : { perProfile: { [MOVER_PROFILE]: parts } });
          const uses = strokeOn("movers", { Dimmer: { shape: {}, touched: 0, presets: { ids: ["sways"], path: "even" } } });
          const bench = new Bench(
            where === "a sketch"
              ? mustEdit(smallShow([...MORE, preset]), [setChange(sketchIdOf("ann"), ["strokes"], { from: {}, to: { s: uses } })])
              : smallShow([...MORE, preset, ...listWithCard("sway", [{ inSeconds: 0, strokes: [uses] }], { masterId: "slow" })]),
          );
          if (where !== "a sketch") bench.play({ type: "go", playbackId: "card-sway" });
          const path = [...(scope === "universal" ? ["universal"] : ["perProfile", MOVER_PROFILE]), "Dimmer", "motion"];
          for (const [rate, masterId, ownBpm, later] of steps) {
            bench.t += later;
            const before = bench.phases();
            const own = bench.show.get("preset", "sways")!;
            const now = scope === "universal" ? own.universal : own.perProfile[MOVER_PROFILE]!;
            const { lead: _, ...motion } = now.Dimmer!.motion!;
            bench.change([setChange("sways", path, { from: now.Dimmer!.motion, to: { ...motion, rate, masterId, ownBpm } })]);
            bench.phases().forEach((phase, mover) => expect(apart(phase, before[mover]!)).toBeLessThan(SLACK));
          }
        },
      ),
      { seed: 33, numRuns: 60 },
    );
  });

  it("is none of an edit's business where nothing of the drive is changed", () => {
    const show = inSketch(ramp());
    const changes = [setChange("movers", ["name"], { from: "Movers", to: "Spots" })];
    expect(phaseChanges(show, mustEdit(show, changes), { changes, t: 5 })).toEqual([]);
    const { id, path, motion } = motionPath(show);
    const wider = [setChange(id, path, { from: motion, to: { ...motion, high: 0.5 } })];
    expect(phaseChanges(show, mustEdit(show, wider), { changes: wider, t: 5 })).toEqual([]);
  });
});
