import { describe, expect, it } from "vitest";
import type { Profile } from "../rig/profile";
import type { ShowSettings } from "../playback/stage-state";
import type { ShowRecord } from "../show/records";
import { EngineOnBench, fixture, listWithCard, part, showOf, strokeOn } from "../testing";

/** An invented lamp whose dimmer and cyan flag aren't at zero at home. */
const GLOWS: Profile = {
  ...{ id: "profile-glows", kind: "profile", version: 1, maker: "Quillfern", model: "Glows", emitters: {}, beamDegrees: 20 },
  modes: [
    {
      ...{ id: "mode-1", name: "Only", footprint: 3, heads: ["Glows"] },
      channels: [
        { head: 0, attribute: "Dimmer", slots: [1], physical: [0, 1], home: 0.2 },
        { head: 0, attribute: "ColorSub_C", slots: [2], physical: [0, 1], home: 0.25 },
        { head: 0, attribute: "Tilt", slots: [3], physical: [-100, 100], home: 0.5 },
      ],
    },
  ],
};

const look = (id: string, dimmer: number, cyan: number): ShowRecord[] => {
  const stroke = strokeOn("glowing", { Dimmer: part([dimmer]), ColorSub_C: part([cyan]) });
  return listWithCard(id, [{ inSeconds: 0, strokes: [stroke] }], { colors: "add", releaseSeconds: 0, letsGoAtZero: false });
};

/** The same, all dark at home. */
const DARK: Profile = {
  ...GLOWS,
  modes: GLOWS.modes.map((mode) => ({
    ...mode,
    channels: mode.channels.map((channel) => (channel.attribute === "Dimmer" ? { ...channel, home: 0 } : channel)),
  })),
};

const tilted = listWithCard("tilted", [{ inSeconds: 0, strokes: [strokeOn("glowing", { Tilt: part([60]) })] }], {
  releaseSeconds: 2,
  letsGoAtZero: false,
});

function bench(profile = GLOWS, more: readonly ShowRecord[] = []): { slots: (of: () => void) => number[]; on: EngineOnBench } {
  const who = { groupIds: ["glowing"] };
  const on = new EngineOnBench(
    showOf([
      { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
      { id: "page", kind: "page", version: 1, name: "Page", rank: 1, territoryId: null },
      profile,
      fixture(1, profile.id),
      { id: "glowing", kind: "group", version: 1, name: "Glowing", rank: 1, heads: ["fx-1"], territoryId: null },
      {
        ...{ id: "up", kind: "groupMaster", version: 1, pageId: "page", name: "Up", who, how: "lights" },
        ...{ column: 0, row: 5, columns: 1, rows: 1 },
      },
      ...look("a", 0.3, 0.8),
      ...look("b", 0, 0.2),
      ...more,
    ]),
  );
  const slots = (of: () => void): number[] => {
    of();
    on.t += 1;
    on.engine.tick(on.t, on.frame);
    for (const parameter of [0, 1]) expect(on.engine.trace(parameter).value).toBe(on.engine.values[parameter]);
    return [...on.frame.slice(0, 2)];
  };
  return { slots, on };
}

describe("home's part where home isn't nothing (worked by hand from 2-model.md section 8)", () => {
  it("of flags that add up: the lowest shows, and home where nobody covers", () => {
    const { slots, on } = bench();
    const level = (id: string, to: number) => () => on.play({ type: "level", playbackId: `card-${id}`, level: to });
    const flag = (of: () => void): number => slots(of)[1]!;
    expect(flag(() => undefined)).toBe(64); // home, 0.25
    expect(flag(() => on.play({ type: "go", playbackId: "card-a" }))).toBe(204); // 0.8 alone
    expect(flag(level("a", 0.5))).toBe(134); // half of 0.8 and half of home: 0.525
    expect(flag(level("b", 0.5))).toBe(57); // half of 0.2 is lower, and half of home: 0.225
    expect(flag(level("b", 1))).toBe(51); // 0.2 covers all
    expect(flag(level("a", 1))).toBe(51); // the lowest of 0.8 and 0.2
    expect(flag(() => on.play({ type: "let-go", playbackId: "card-b" }))).toBe(204);
    expect(flag(() => on.play({ type: "let-go", playbackId: "card-a" }))).toBe(64);
  });

  it("of flags alone, where all lamps are dark at home", () => {
    const { slots, on } = bench(DARK);
    expect(slots(() => on.play({ type: "go", playbackId: "card-a" }))[1]).toBe(204);
    expect(slots(() => on.play({ type: "level", playbackId: "card-a", level: 0.5 }))[1]).toBe(134); // half of 0.8 and half of home: 0.525
  });

  it("leaves alone what stays where it was, while flags add up beside it", () => {
    const settings: ShowSettings = { id: "settings", kind: "settings", version: 1, stays: { Position: true } };
    const { slots, on } = bench(GLOWS, [...tilted, settings]);
    for (const id of ["a", "tilted"]) slots(() => on.play({ type: "go", playbackId: `card-${id}` }));
    const tilt = on.frame[2]!;
    expect(tilt).toBe(204); // 60 of -100..100: 0.8
    slots(() => on.play({ type: "let-go", playbackId: "card-tilted" }));
    expect(on.engine.running.some(({ id, lettingGo }) => id === "card-tilted" && lettingGo)).toBe(true);
    expect(on.frame[2]).toBe(tilt);
    slots(() => undefined);
    slots(() => undefined);
    expect(on.frame[2]).toBe(tilt);
  });

  it("of intensities: the highest shows, also of masters of groups that light, and home's part follows when they move", () => {
    const { slots, on } = bench();
    const up = (level: number) => () => on.play({ type: "group-level", groupMasterId: "up", level });
    const dimmer = (of: () => void): number => slots(of)[0]!;
    expect(dimmer(() => undefined)).toBe(51); // home, 0.2
    expect(dimmer(up(0.8))).toBe(214); // 0.8 and a fifth of home: 0.84
    expect(dimmer(up(0.6))).toBe(173); // 0.6 and two fifths of home: 0.68
    expect(dimmer(() => on.play({ type: "go", playbackId: "card-a" }))).toBe(153); // 0.6 over 0.3, and all is covered
    expect(dimmer(up(0.1))).toBe(77); // 0.3: 76.5
    expect(dimmer(() => on.play({ type: "let-go", playbackId: "card-a" }))).toBe(71); // 0.1 and nine tenths of home: 0.28
  });
});
