import { describe, expect, it } from "vitest";
import { edit, linesOfSketch, setChange, sketchIdOf, type Attribute, type Motion } from "@vexa/core";
import { smallShow } from "@vexa/core/testing";
import { firstMotion } from "./first-motion";

const show = smallShow();

function linesOf(attribute: Attribute, motion: Motion): ReturnType<typeof linesOfSketch> {
  const strokes = { s: { who: { groupIds: ["movers"] }, parts: { [attribute]: { motion, shape: {}, touched: 1 } }, rank: 1 } };
  const after = edit(show, [setChange(sketchIdOf("ann"), ["strokes"], { from: show.sketchOf("ann")!.strokes, to: strokes })]);
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  return linesOfSketch(after.value, { show, personId: "ann", selection: {}, values: [], newId: () => "new" });
}

describe("a motion to begin with", () => {
  it("is one that a macro by doing writes down, waves and figures; what lines have no words for is counted", () => {
    const of = { show, before: null };
    expect(linesOf("Dimmer", firstMotion("Dimmer", "wave", of)).lines.map(({ line }) => line)).toEqual([
      "Movers: Dimmer wave sine 0..100 phase 0..-360 on Pulse",
    ]);
    expect(linesOf("Position", firstMotion("Position", "path", of)).lines.map(({ line }) => line)).toEqual([
      "Movers: circle 40 phase 0..-360 rate 0.25 on Pulse",
    ]);
    expect(linesOf("Dimmer", firstMotion("Dimmer", "steps", of))).toEqual({ lines: [], missed: 1 });
  });
});
