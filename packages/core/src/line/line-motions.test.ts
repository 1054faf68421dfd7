import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import { smallShow } from "../testing";
import type { LineContext } from "./line";
import { readLine } from "./read-line";

const show = smallShow();
const context: LineContext = { show, personId: "ann", selection: {}, values: [], newId: () => "new" };
const why = (line: string): string => JSON.stringify(readLine(line, context));

/** The motion that a line puts on the movers. */
function motionOf(line: string, attribute: string): unknown {
  const read = readLine(line, context);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const after = edit(show, read.value.changes!);
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  return Object.values(after.value.sketchOf("ann")!.strokes)[0]!.parts[attribute]!.motion;
}

describe("motions in lines", () => {
  it("draw figures about where heads look, as wide and as high as is said", () => {
    const drawn = { kind: "path", base: "relative", plane: "angles", turn: 0 };
    expect(motionOf("Movers: circle 40", "Position")).toMatchObject({ ...drawn, figure: "circle", width: 40, height: 40, masterId: null });
    expect(motionOf("Movers: EIGHT 40x12.5 phase 0..360 rate 0.25 on pulse", "Position")).toMatchObject({
      ...{ ...drawn, figure: "eight", width: 40, height: 12.5, masterId: "pulse" },
      ...{ phase: { knots: [0, 360] }, rate: { knots: [0.25] } },
    });
  });

  it("swing between two values", () => {
    expect(motionOf("Movers: dim wave triangle 20..80 phase 0..180", "Dimmer")).toMatchObject({
      ...{ kind: "wave", waveform: "triangle", low: 0.2, high: 0.8, phase: { knots: [0, 180] }, rate: { knots: [1] } },
    });
  });

  it.each([
    ["Movers: circle", "how wide it is in degrees"],
    ["Movers: circle big", "how wide it is in degrees"],
    ["Movers: circle 0", "how wide it is in degrees"],
    ["Movers: circle 40x", "how wide it is in degrees"],
    ["Movers: eight 40x361", "how wide it is in degrees"],
    ["Cells: circle 40", "none of these heads moves"],
    ["Movers: circle 40 phase", "behind a motion come"],
    ["Movers: circle 40 faster", "behind a motion come"],
    ["Movers: circle 40 rate 65", "too large"],
    ["Movers: circle 40 on Nobody", "speed master"],
    ["Movers: dim wave sine 0..100 phase 36001", "too large"],
  ])("%s: says why not", (line, words) => {
    expect(readLine(line, context).ok).toBe(false);
    expect(why(line)).toContain(words);
  });
});
