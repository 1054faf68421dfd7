import { describe, expect, it } from "vitest";
import { beam } from "../geometry/beam";
import { seededRandom } from "../random/random";
import { mixed } from "../rig/mix-head";
import type { Profile } from "../rig/profile";
import type { Head } from "../rig/rig";
import { physicalOf } from "../rig/scale";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { EngineOnBench, listWithCard, part, pick, showOf, smallShow, TEST_PROFILES, type Random } from "../testing";
import { swapProfile } from "./swap-profile";

const EMITTERS = {
  ColorAdd_R: { x: 0.68, y: 0.31, luminance: 0.3 },
  ColorAdd_G: { x: 0.2, y: 0.72, luminance: 0.7 },
  ColorAdd_B: { x: 0.15, y: 0.05, luminance: 0.1 },
};

/** Another body: other order, other ways of pan and tilt, other reds, a fourth emitter. */
const OTHER: Profile = {
  ...TEST_PROFILES[0]!,
  id: "other",
  model: "Other",
  emitters: {
    ColorAdd_R: { x: 0.69, y: 0.3, luminance: 0.4 },
    ColorAdd_G: { x: 0.19, y: 0.74, luminance: 0.6 },
    ColorAdd_B: { x: 0.14, y: 0.04, luminance: 0.1 },
    ColorAdd_W: { x: 0.33, y: 0.34, luminance: 1 },
  },
  modes: [
    {
      id: "wide",
      name: "Wide",
      footprint: 12,
      heads: ["Head"],
      channels: [
        { head: 0, attribute: "Tilt", slots: [1, 2], physical: [130, -130], home: 0 },
        { head: 0, attribute: "Pan", slots: [3, 4], physical: [-315, 315], home: 0 },
        { head: 0, attribute: "ColorAdd_W", slots: [5], physical: [0, 1], home: 0 },
        ...(["ColorAdd_B", "ColorAdd_R", "ColorAdd_G"] as const).map((attribute, at) => ({
          head: 0,
          attribute,
          slots: [6 + at],
          physical: [0, 1] as const,
          home: 1,
        })),
        { head: 0, attribute: "Dimmer", slots: [12], physical: [0, 1], home: 0 },
        { head: 0, attribute: "Zoom", slots: [11], physical: [5, 50], home: 20 },
      ],
    },
  ],
};

/** Aims, colours within both gamuts, levels; each as one look, a fan or values of their own. */
function lookShow(random: Random): Show {
  const show = smallShow();
  const point = () => ({ x: random() * 6, y: 2 + random() * 4, z: random() * 2 });
  const color = () => ({ x: 0.28 + random() * 0.1, y: 0.28 + random() * 0.1, luminance: 1 });
  const who = pick(random, [{ groupIds: ["movers"] }, { heads: ["fx-3", "fx-1", "fx-6"] }]);
  const strokes = [
    {
      who,
      rank: 1,
      parts: {
        Dimmer: part([random(), random()]),
        Position: { points: { knots: [point(), point()], path: "straight" as const }, shape: {}, touched: 1 },
        Color: { colors: { knots: [color(), color()], path: "even" as const }, shape: {}, touched: 1 },
      },
    },
  ];
  const profiles = TEST_PROFILES.map((profile) => ({ ...profile, emitters: EMITTERS }));
  const records = [...show.records.values()].filter(({ kind }) => kind !== "profile");
  return showOf([...profiles, ...records, ...listWithCard("look", [{ inSeconds: 0, strokes }])]);
}

interface Look {
  readonly level: number;
  readonly color: readonly [number, number];
  readonly hit: readonly number[];
}

/** What is seen of each mover, without a word of channels: level, chromaticity, and where the beam goes. */
function looksOf(show: Show): Map<string, Look> {
  const bench = new EngineOnBench(show);
  bench.play({ type: "level", playbackId: "card-look", level: 1 });
  bench.play({ type: "go", playbackId: "card-look" });
  bench.t += 1;
  bench.engine.tick(bench.t, bench.frame);
  const { values } = bench.engine;
  const movers = show.rig.heads.filter(({ parameters }) => parameters.has("Pan"));
  return new Map(movers.map((head) => [head.key, lookOf(head, show, values)]));
}

function lookOf(head: Head, { rig }: Show, values: Float32Array): Look {
  const degrees = (axis: "Pan" | "Tilt"): number => {
    const parameter = head.parameters.get(axis)!;
    return physicalOf(rig.parameters[parameter]!.channel, values[parameter]!, axis);
  };
  const { x, y, z } = mixed(head, new Map([...head.parameters].map(([attribute, parameter]) => [attribute, values[parameter]!])));
  const { direction } = beam(head, degrees("Pan"), degrees("Tilt"));
  const sum = x + y + z;
  return { level: values[head.parameters.get("Dimmer")!]!, color: [x / sum, y / sum], hit: [direction.x, direction.y, direction.z] };
}

const movers = Array.from({ length: 8 }, (_, at) => `fx-${at + 1}`);

describe("swapping profiles", () => {
  it("keeps looks in levels, colours and metres, for 50 seeded shows", () => {
    for (let seed = 1; seed <= 50; seed++) {
      const show = lookShow(seededRandom(seed));
      const swap = swapProfile(show, movers, { profile: OTHER, modeId: "wide" });
      if (!swap.ok) throw new Error(swap.error.code);
      const swapped = edit(show, swap.value.changes);
      if (!swapped.ok) throw new Error(JSON.stringify(swapped.error));
      const [before, after] = [looksOf(show), looksOf(swapped.value)];
      const { who } = show.get("cue", "look-1")!.strokes["s1"]!;
      for (const key of who.heads ?? movers) {
        const look = before.get(key)!;
        const now = after.get(key)!;
        expect(now.level, `seed ${seed}, ${key}`).toBeCloseTo(look.level, 5);
        expect(now.color[0], `seed ${seed}, ${key}`).toBeCloseTo(look.color[0], 4);
        expect(now.color[1], `seed ${seed}, ${key}`).toBeCloseTo(look.color[1], 4);
        now.hit.forEach((value, axis) => expect(value, `seed ${seed}, ${key}`).toBeCloseTo(look.hit[axis]!, 4));
      }
    }
  });

  it("says beforehand what becomes of each attribute", () => {
    const show = lookShow(seededRandom(1));
    const swap = swapProfile(show, ["fx-1"], { profile: OTHER, modeId: "wide" });
    const rows = swap.ok ? Object.fromEntries(swap.value.rows.map(({ attribute, way, used }) => [attribute, [way, used]])) : {};
    expect(rows).toMatchObject({
      Dimmer: ["same", true],
      Pan: ["by aim", true],
      Tilt: ["by aim", true],
      ColorAdd_R: ["by colour", true],
      Zoom: ["new", false],
    });
    const back = swapProfile(show, ["fx-1"], { profile: TEST_PROFILES[1]!, modeId: "mode-1" });
    expect(back.ok && back.value.rows.filter(({ way }) => way === "lost").map(({ attribute }) => attribute)).toEqual(["Pan", "Tilt"]);
  });

  it("finds another place where the slots don't fit, and says so", () => {
    const wide: Profile = { ...OTHER, modes: [{ ...OTHER.modes[0]!, footprint: 21 }] };
    const swap = swapProfile(smallShow(), ["fx-1", "fx-2"], { profile: wide, modeId: "wide" });
    if (!swap.ok) throw new Error(swap.error.code);
    expect(swap.value.notes[0]).toMatch(/^2 Head 2: no room for 21 slots/);
    const after = edit(smallShow(), swap.value.changes);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    // Eight movers and two lamps of cells, 20 slots apart: the first free place is behind the last.
    expect([1, 2].map((number) => after.value.get("fixture", `fx-${number}`)!.patch)).toEqual([
      { universe: 1, address: 1 },
      { universe: 1, address: 190 },
    ]);
  });

  it("keeps lamps that grow from lying on each other", () => {
    const wide: Profile = { ...OTHER, modes: [{ ...OTHER.modes[0]!, footprint: 25 }] };
    const swap = swapProfile(smallShow(), ["fx-1", "fx-2", "fx-3"], { profile: wide, modeId: "wide" });
    const after = edit(smallShow(), swap.ok ? swap.value.changes : []);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect([1, 2, 3].map((number) => after.value.get("fixture", `fx-${number}`)!.patch!.address)).toEqual([1, 26, 190]);
  });

  it("lets groups and strokes name a lamp's cells where it had none, and back", () => {
    const show = smallShow(
      listWithCard("one", [{ inSeconds: 0, strokes: [{ who: { heads: ["fx-2", "fx-1"] }, rank: 1, parts: { Dimmer: part([1]) } }] }]),
    );
    const cells = swapProfile(show, ["fx-1"], { profile: TEST_PROFILES[1]!, modeId: "mode-1" });
    const after = edit(show, cells.ok ? cells.value.changes : []);
    if (!after.ok) throw new Error(JSON.stringify(after.error));
    expect(after.value.groupHeads("movers")!.slice(0, 4)).toEqual(["fx-1.1", "fx-1.2", "fx-1.3", "fx-2"]);
    expect(after.value.get("cue", "one-1")!.strokes["s1"]!.who.heads).toEqual(["fx-2", "fx-1.1", "fx-1.2", "fx-1.3"]);
    const back = swapProfile(after.value, ["fx-1"], { profile: TEST_PROFILES[0]!, modeId: "mode-1" });
    const again = edit(after.value, back.ok ? back.value.changes : []);
    if (!again.ok) throw new Error(JSON.stringify(again.error));
    expect(again.value.groupHeads("movers")).toEqual(show.groupHeads("movers"));
    expect(again.value.get("cue", "one-1")!.strokes).toEqual(show.get("cue", "one-1")!.strokes);
  });

  it("refuses what isn't there", () => {
    expect(swapProfile(smallShow(), ["fx-99"], { profile: OTHER, modeId: "wide" }).ok).toBe(false);
    expect(swapProfile(smallShow(), ["fx-1"], { profile: OTHER, modeId: "gone" }).ok).toBe(false);
  });
});
