import { describe, expect, it } from "vitest";
import type { Change } from "../document/transaction";
import type { Result } from "../errors/result";
import type { Vector } from "../geometry/beam";
import { MOST_KNOWN_POINTS, placeOnStage, type TrackedSpace } from "../follow/tracking";
import { playChanges } from "../playing/play";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { smallShow } from "../testing";
import { at, target } from "../testing/follow-show";
import {
  fittedTracking,
  knownPoint,
  mirroredTracking,
  TRACKING_FIELDS,
  trackingOf,
  trackingText,
  typedTracking,
  upTracking,
  withoutPoint,
} from "./tracking-edits";

const show = smallShow([target("voice", at(0, 0, 0)), target("other", at(1, 0, 0))]);
const after = (of: Show, changes: readonly Change[]): Show => {
  const next = edit(of, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const done = (of: Show, changes: Result<readonly Change[]>): Show => after(of, changes.ok ? changes.value : []);
const heard = (of: Show, place: Vector, more: { t: number; by?: "hand" } = { t: 100 }): Show => {
  const { t, ...by } = more;
  return done(of, playChanges(of, { type: "target-at", targetId: "voice", place, ...by }, { t, personId: "ann" }));
};
const why = (changes: Result<unknown>): unknown => (changes.ok ? "taken" : (changes.error.details["why"] ?? changes.error.code));

describe("the space of a tracker, by hand", () => {
  it("is the stage's own at first, and is typed field by field", () => {
    expect(TRACKING_FIELDS.map((field) => trackingText(trackingOf(show), field))).toEqual(["0", "0", "0", "0", "1"]);
    let now = show;
    for (const [field, text] of [
      ["x", "-2,5"],
      ["y", "3 m"],
      ["z", "0.25"],
      ["turn", "90 deg"],
      ["scale", "0.001"],
    ] as const)
      now = done(now, typedTracking(now, field, text));
    expect(trackingOf(now)).toMatchObject({ offset: at(-2.5, 3, 0.25), turn: 90, scale: 0.001, mirrored: false, up: "third" });
    now = after(now, mirroredTracking(now, true));
    expect(trackingOf(now).mirrored).toBe(true);
    expect(mirroredTracking(now, true)).toEqual([]);
    expect(upTracking(now, "third")).toEqual([]);
  });

  it("refuses what can't be, and says from where to where", () => {
    for (const [field, text, says] of [
      ["x", "left", "-1000 to 1000 m"],
      ["y", "1001", "-1000 to 1000 m"],
      ["z", "", "-1000 to 1000 m"],
      ["turn", "361", "-360 to 360°"],
      ["scale", "0", "0.001 to 1000"],
      ["scale", "-1", "0.001 to 1000"],
      ["scale", "1001", "0.001 to 1000"],
    ] as const)
      expect(why(typedTracking(show, field, text))).toContain(says);
  });

  it("is found from places where somebody stands, though it was wrong before", () => {
    const real: TrackedSpace = { offset: at(4, -2, 0.1), turn: 35, scale: 1, mirrored: true };
    const turned10 = done(show, typedTracking(show, "turn", "10"));
    const wrong = done(turned10, typedTracking(turned10, "x", "1"));
    let now = wrong;
    expect(why(fittedTracking(now))).toMatch(/two or more/);
    for (const [index, said] of [at(0, 0, 1.6), at(6, 0, 1.6), at(6, 5, 1.6)].entries()) {
      // What comes in is read by the space that holds at that moment.
      now = heard(now, placeOnStage(trackingOf(now), said), { t: 100 + index });
      now = done(now, knownPoint(now, "voice", { stage: placeOnStage(real, said), t: 100.5 + index }));
    }
    const fitted = fittedTracking(now);
    expect(fitted.ok && fitted.value.misses).toBeLessThan(1e-6);
    now = after(now, fitted.ok ? fitted.value.changes : []);
    const { offset, turn, mirrored } = trackingOf(now);
    expect([offset.x, offset.y, offset.z, turn, mirrored]).toEqual([
      ...[4, -2, 0.1, 35].map((value) => expect.closeTo(value, 6) as number),
      true,
    ]);
    // Another number is up: what was heard stays what was said.
    const turned = after(now, upTracking(now, "second"));
    expect(trackingOf(turned).points[1]!.heard).toEqual({
      ...at(6, 1.6, 0),
      x: expect.closeTo(6, 6) as number,
      y: expect.closeTo(1.6, 6) as number,
      z: expect.closeTo(0, 6) as number,
    });
    expect(trackingOf(after(turned, withoutPoint(turned, 0))).points).toHaveLength(2);
    expect(withoutPoint(turned, 7)).toEqual([]);
  });

  it("takes for heard what is seen: through the smoothing of the target", () => {
    const smooth = smallShow([target("voice", at(0, 0, 0), 1)]);
    const there = heard(heard(smooth, at(0, 0, 0), { t: 100 }), at(2, 0, 0), { t: 101 });
    const known = done(there, knownPoint(there, "voice", { stage: at(0, 0, 0), t: 101.5 }));
    const { heard: kept } = trackingOf(known).points[0]!;
    // Two low-passes of half a second each, after half a second: 1 - 2/e of the way.
    expect(kept.x).toBeCloseTo(2 * (1 - 2 / Math.E), 6);
  });

  it("isn't known from somebody who isn't heard, is held or in a hand, nor from too many", () => {
    const known = (of: Show, t = 100.5, id = "voice") => why(knownPoint(of, id, { stage: at(0, 0, 0), t }));
    expect(known(show)).toMatch(/nothing is heard/);
    const here = heard(show, at(1, 2, 3));
    expect(known(here)).toBe("taken");
    expect(known(here, 101.5)).toMatch(/nothing is heard/);
    expect(known(here, 100.5, "nobody")).toBe("record.unknown");
    expect(known(heard(here, at(1, 1, 1), { t: 100, by: "hand" }))).toMatch(/hand/);
    expect(known(done(here, playChanges(here, { type: "target-hold", on: true }, { t: 100, personId: "ann" })))).toMatch(/held/);
    let now = here;
    for (let index = 0; index < MOST_KNOWN_POINTS; index++) now = done(now, knownPoint(now, "voice", { stage: at(index, 0, 0), t: 100.5 }));
    expect(known(now)).toMatch(/already/);
  });
});
