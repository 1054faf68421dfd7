import { describe, expect, it } from "vitest";
import { ControlEar, controlStanding } from "../playing/play-controls";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { ShowRecord } from "../show/records";
import { isAlone, takesOver, type Control } from "./control";
import { PACE_ID } from "./pace";

describe("a fader of a wing that stands elsewhere", () => {
  const at = (position: number, level: number): { position: number; level: number } => ({ position, level });

  it("takes over at once, or when it comes to the level or passes it (common practice: pick-up)", () => {
    const fresh = { position: null, set: null };
    expect(takesOver("at-once", fresh, at(0.1, 0.9))).toBe(true);
    expect(takesOver("when-met", fresh, at(0.1, 0.9))).toBe(false);
    expect(takesOver("when-met", fresh, at(0.895, 0.9))).toBe(true);
    expect(takesOver("when-met", { position: 0.8, set: null }, at(0.95, 0.9))).toBe(true);
    expect(takesOver("when-met", { position: 0.8, set: null }, at(0.85, 0.9))).toBe(false);
  });

  it("keeps the level however fast it moves, until somebody else moves it", () => {
    expect(takesOver("when-met", { position: 0.9, set: 0.9 }, at(0.2, 0.9))).toBe(true);
    expect(takesOver("when-met", { position: 0.9, set: 0.9 }, at(0.8, 0.3))).toBe(false);
  });
});

describe("controls of a wing", () => {
  const control = (name: string, does: Control["does"], more: Partial<Control> = {}): ShowRecord => ({
    ...{ id: `control-${name}`, kind: "control", version: 1, source: "osc", name, does, takes: "when-met" },
    ...(isAlone(does) ? {} : { targetId: "card-a" }),
    ...more,
  });
  const show = smallShow([
    ...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }], { masterId: "pulse" }),
    control("f1", "fader"),
    control("b1", "flash"),
    control("b2", "pause"),
    control("b3", "tap"),
    control("g", "grand-master"),
  ]);

  it("set the pace as its track does: what is off is taken at once, what is on when it is met; a button gives own times back", () => {
    const pace = (seconds: number | null): ShowRecord => ({
      ...{ id: PACE_ID, kind: "pace", version: 1, seconds, listIds: [], personId: "ann" },
    });
    const at = (seconds: number | null) => smallShow([pace(seconds), control("p", "pace"), control("o", "own-times")]);
    const ear = new ControlEar();
    const hear = (name: string, position: number, seconds: number | null): unknown => ear.hear(at(seconds), "osc", { name, position });
    // Notches stand at fifths of the track: 0, 1/2, 1, 2, 4 and 8 s.
    expect(hear("p", 0.6, null)).toEqual({ type: "pace", seconds: 2 });
    expect(hear("p", 1, 2)).toEqual({ type: "pace", seconds: 8 });
    expect(hear("o", 1, 8)).toEqual({ type: "pace", seconds: null });
    expect(hear("o", 0, null)).toBeNull();
    // Somebody has set it elsewhere meanwhile: the fader has to come there first.
    expect(hear("p", 0.9, 0.5)).toBeNull();
    expect(hear("p", 0.21, 0.5)).toEqual({ type: "pace", seconds: 0.5 });
    expect([2, null].map((seconds) => controlStanding(at(seconds), { does: "pace" }))).toEqual([0.6, 0]);
    expect([2, null].map((seconds) => controlStanding(at(seconds), { does: "own-times" }))).toEqual([0, 1]);
  });

  it("ask for what they were learned for", () => {
    const ear = new ControlEar();
    const hear = (name: string, position: number): unknown => ear.hear(show, "osc", { name, position });
    expect(hear("f1", 0)).toEqual({ type: "level", playbackId: "card-a", level: 0 });
    expect(hear("b1", 1)).toEqual({ type: "flash", playbackId: "card-a", press: "down" });
    expect(hear("b1", 0)).toEqual({ type: "flash", playbackId: "card-a", press: "up" });
    expect(hear("b2", 0.5)).toEqual({ type: "pause", playbackId: "card-a" });
    expect(hear("b2", 0)).toBeNull();
    expect(hear("b3", 1)).toEqual({ type: "tap", masterId: "pulse" });
    expect(hear("g", 0.4)).toBeNull();
    expect(hear("g", 1)).toEqual({ type: "grand-master", level: 1 });
    expect(hear("unknown", 1)).toBeNull();
    expect(ear.hear(show, "midi", { name: "f1", position: 1 })).toBeNull();
  });
});
