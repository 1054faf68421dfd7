import { describe, expect, it } from "vitest";
import { colorOfHex, xyzOf } from "../color/colorimetry";
import { setChange, type Change } from "../document/transaction";
import type { SavedWave } from "../motion/saved-wave";
import type { StepMotion } from "../motion/motion";
import type { Preset } from "../preset/preset";
import { NO_CONTENT } from "../preset/record-preset";
import { mix } from "../rig/mix-head";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { edit } from "../show/edit";
import { mergePresetInto } from "../edits/merge-preset";
import { usersOf } from "../show/users";
import { writePresetIn } from "../edits/write-preset-in";
import type { Part } from "../stroke/stroke";
import { EngineOnBench, fixture, listWithCard, moving, smallShow, strokeOn, waveMotion } from "../testing";

const FRAME = 1 / 44.1;
const HEXES = ["#ff7a30", "#30c060", "#5a40e0", "#ff3050", "#40b0ff"];
const SRGB = {
  ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
  ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
  ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
};

const preset = (id: string, universal: Preset["universal"]): Preset => ({
  ...NO_CONTENT,
  id,
  kind: "preset",
  version: 1,
  name: id,
  rank: 0,
  family: "Colour",
  territoryId: null,
  universal,
});
const color = (hex: string): Part => ({ colors: { knots: [colorOfHex(hex)!], path: "even" }, shape: {}, touched: 0 });
const colors = HEXES.map((hex, index) => preset(`color-${index}`, { Color: color(hex) }));
const chase = (more: Partial<StepMotion> = {}): StepMotion => ({
  kind: "steps",
  steps: colors.map(({ id }) => ({ presetId: id, fade: 0, hold: 1 })),
  base: "absolute",
  phase: { knots: [0, -360] },
  phaseShape: {},
  masterId: "pulse",
  rate: { knots: [1 / 5] },
  ...more,
});
const chased = (more: Partial<StepMotion> = {}): Part => ({ shape: {}, touched: 1, motion: chase(more) });

/** 28 movers in a group with emitters on the sRGB primaries, and these records. */
function rowOf28(...more: ShowRecord[]): Show {
  const lamps = Array.from({ length: 28 }, (_, index) => ({
    ...fixture(101 + index),
    patch: { universe: 20 + (index >> 4), address: 1 + (index % 16) * 20 },
  }));
  const group: ShowRecord = {
    id: "row",
    kind: "group",
    version: 1,
    name: "Row",
    rank: 9,
    heads: lamps.map(({ id }) => id),
    territoryId: null,
  };
  const show = smallShow([...lamps, group, ...colors, ...more]);
  return show.withRecords(
    new Map([...show.records].map(([id, record]) => [id, record.kind === "profile" ? { ...record, emitters: SRGB } : record])),
  );
}
const after = (show: Show, changes: readonly Change[]): Show => {
  const done = edit(show, changes);
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  return done.value;
};

describe("engine: a phased chase of 5 colour presets over 28 heads at 128 BPM", () => {
  it("has every head at its step in every frame of 30 s, and no step is more than a frame off its moment", () => {
    const bench = new EngineOnBench(rowOf28(...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("row", { Color: chased() })] }])));
    bench.play({ type: "bpm", masterId: "pulse", bpm: 128 });
    bench.play({ type: "resync", masterId: "pulse", how: "at once" });
    bench.play({ type: "go", playbackId: "card-a" });
    const { show } = bench.engine;
    const heads = show.groupHeads("row")!.map((key) => show.rig.headByKey.get(key)!);
    const levels = HEXES.map((hex) => mix(heads[0]!, xyzOf(colorOfHex(hex)!)));
    const start = bench.t;
    const latest = new Float64Array(28);
    for (let frame = 0; frame < 30 / FRAME; frame++) {
      bench.t = start + frame * FRAME;
      bench.engine.tick(bench.t, bench.frame);
      heads.forEach((head, index) => {
        // Computed from the beats alone: one step a beat, 28 heads over one round of five.
        const place = (((bench.t - start) * 128) / 60 / 5 - index / 28 + 10) % 1;
        const step = Math.floor(place * 5);
        const shown = HEXES.findIndex((_, at) =>
          [...levels[at]!].every(([name, level]) => Math.abs(bench.engine.values[head.parameters.get(name)!]! - level) < 1e-6),
        );
        if (shown !== step) {
          // Not there yet: then its moment was less than a frame ago.
          const since = ((place * 5 - step) / 128) * 60;
          latest[index] = Math.max(latest[index]!, since);
          expect(shown).toBe((step + 4) % 5);
        }
      });
    }
    expect(Math.max(...latest)).toBeLessThan(FRAME);
  });

  it("follows a preset that its steps name in the next frame, and cues and presets that have it are listed as users", () => {
    const inside = preset("phased", { Color: chased() });
    const refers: Part = { presets: { ids: ["phased"], path: "even" }, shape: {}, touched: 1 };
    const bench = new EngineOnBench(
      rowOf28(inside, ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("row", { Color: refers })] }])),
    );
    bench.play({ type: "resync", masterId: "pulse", how: "at once" });
    bench.play({ type: "go", playbackId: "card-a" });
    const { show } = bench.engine;
    const red = show.rig.headByKey.get("fx-101")!.parameters.get("ColorAdd_R")!;
    bench.read(1, 0, 0.01);
    const before = bench.engine.values[red]!;
    bench.change([setChange("color-0", ["universal", "Color"], { from: color(HEXES[0]!), to: color("#0000ff") })]);
    bench.read(1, 0, FRAME);
    expect(before).toBeGreaterThan(0.9);
    expect(bench.engine.values[red]!).toBeLessThan(0.01);
    expect(usersOf(colors[0]!, show).map(({ words }) => words)).toEqual(["preset phased"]);
  });

  it("can't be left without a preset that it names; merging takes another one; writing in says where the steps are", () => {
    const show = rowOf28(...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("row", { Color: chased() })] }]));
    expect(edit(show, [{ op: "remove", record: colors[2]! }])).toMatchObject({ ok: false, error: { code: "record.in-use" } });
    expect(writePresetIn(show, colors[2]!)).toMatchObject({ ok: false, error: { details: { users: "steps of a motion in cue a 1" } } });
    const merged = after(show, mergePresetInto(show, show.get("preset", "color-2")!, "color-4"));
    const motion = merged.get("cue", "a-1")!.strokes["s1"]!.parts.Color!.motion as StepMotion;
    expect(motion.steps.map(({ presetId }) => presetId)).toEqual(["color-0", "color-1", "color-4", "color-3", "color-4"]);
    const inside = rowOf28(preset("phased", { Color: chased() }));
    const named = after(inside, mergePresetInto(inside, inside.get("preset", "color-2")!, "color-4")).get("preset", "phased")!;
    expect(JSON.stringify(named.universal)).not.toContain("color-2");
  });

  it("in a preset can't name presets that have such steps themselves: nothing goes round in a ring", () => {
    const show = rowOf28(preset("phased", { Color: chased() }));
    const ring = preset("ring", { Color: chased({ steps: [{ presetId: "phased", fade: 0, hold: 1 }] }) });
    expect(edit(show, [{ op: "add", record: ring }])).toMatchObject({ ok: false, error: { code: "value.invalid" } });
    const self = setChange("color-0", ["universal", "Color"], { from: color(HEXES[0]!), to: chased() });
    expect(edit(show, [self])).toMatchObject({ ok: false, error: { code: "value.invalid" } });
    const gone = preset("gone", { Color: chased({ steps: [{ presetId: "nobody", fade: 0, hold: 1 }] }) });
    expect(edit(show, [{ op: "add", record: gone }])).toMatchObject({ ok: false, error: { code: "record.unknown" } });
  });
});

describe("engine: drawn waveforms", () => {
  const fern: SavedWave = {
    id: "fern",
    kind: "savedWave",
    version: 1,
    name: "Fern",
    rank: 0,
    joined: "straight",
    points: [
      { at: 0, value: 0.25 },
      { at: 0.5, value: 1 },
    ],
  };
  const drawn = (waveId: string): Part => moving(waveMotion({ waveform: "drawn", waveId, phase: { knots: [0] } }));

  it("are linked: redrawn, every motion that uses them follows in the next frame", () => {
    const bench = new EngineOnBench(
      smallShow([fern, ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: drawn("fern") })] }])]),
    );
    bench.play({ type: "go", playbackId: "card-a" });
    bench.play({ type: "hold", masterId: "pulse" });
    bench.play({ type: "resync", masterId: "pulse", how: "at once" });
    expect(bench.read(1, 0)).toBeCloseTo(0.25, 4);
    bench.change([setChange("fern", ["points"], { from: fern.points, to: [{ at: 0, value: 0.75 }, fern.points[1]!] })]);
    expect(bench.read(1, 0, FRAME)).toBeCloseTo(0.75, 4);
    expect(usersOf(fern, bench.engine.show).map(({ words }) => words)).toEqual(["cue a 1 of a"]);
  });

  it("must exist, rise along the cycle, and stay while they are used", () => {
    const show = smallShow([fern, ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: drawn("fern") })] }])]);
    expect(edit(show, [{ op: "remove", record: fern }])).toMatchObject({ ok: false, error: { code: "record.in-use" } });
    const lost = strokeOn("movers", { Dimmer: drawn("nobody") });
    expect(edit(show, [setChange("sketch-ann", ["strokes"], { from: {}, to: { s: lost } })])).toMatchObject({
      error: { code: "record.unknown" },
    });
    const back = [fern.points[1]!, fern.points[0]!];
    expect(edit(show, [setChange("fern", ["points"], { from: fern.points, to: back })])).toMatchObject({
      error: { code: "value.invalid" },
    });
  });
});

describe("motions that make no sense", () => {
  const tried = (attribute: "Color" | "Position" | "Dimmer", motion: object): unknown => {
    const stroke = strokeOn("movers", { [attribute]: { shape: {}, touched: 1, motion } as Part });
    return edit(rowOf28(), [setChange("sketch-ann", ["strokes"], { from: {}, to: { s: stroke } })]);
  };
  const { steps: _, ...drive } = chase();
  const path = {
    ...drive,
    kind: "path",
    figure: "circle",
    plane: "angles",
    width: 1,
    height: 1,
    turn: 0,
    centre: { x: 0, y: 0, z: 0 },
  };

  it.each([
    ["a wave on a whole colour", "Color", { ...drive, kind: "wave", waveform: "sine", low: 0, high: 1 }],
    ["a path on a dimmer", "Dimmer", path],
    ["a figure in metres that is added", "Position", { ...path, plane: "flat", base: "relative" }],
    ["a drawn figure without points", "Position", { ...path, figure: "drawn" }],
    ["steps without any", "Color", chase({ steps: [] })],
    ["a step that says two things", "Dimmer", chase({ steps: [{ level: 1, presetId: "color-1", fade: 0, hold: 1 }] })],
    ["a step that takes no time", "Dimmer", chase({ steps: [{ level: 1, fade: 0, hold: 0 }] })],
    ["levels as steps of a colour", "Color", chase({ steps: [{ level: 1, fade: 0, hold: 1 }] })],
    ["colours that are added", "Color", chase({ base: "relative" })],
    ["another kind", "Dimmer", { ...drive, kind: "spiral" }],
  ] as const)("%s is refused, and says why", (_, attribute, motion) => {
    expect(tried(attribute, motion)).toMatchObject({ ok: false, error: { code: "value.invalid" } });
  });

  it("the same ones put right are taken", () => {
    expect(tried("Color", chase())).toMatchObject({ ok: true });
    expect(tried("Position", { ...path, plane: "flat" })).toMatchObject({ ok: true });
    expect(tried("Dimmer", chase({ steps: [{ level: 1, fade: 0, hold: 1 }] }))).toMatchObject({ ok: true });
  });
});
