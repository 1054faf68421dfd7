import { describe, expect, it } from "vitest";
import { ControlEar } from "../playing/play-controls";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { ShowRecord } from "../show/records";
import { takesOver, type Control } from "./control";

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
    ...(does === "grand-master" ? {} : { targetId: "card-a" }),
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
