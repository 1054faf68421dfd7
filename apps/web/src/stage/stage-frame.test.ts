import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { smallShow } from "@vexa/core/testing";
import { prepareStage } from "./draw-stage";
import { headAt } from "./pick";
import { stageProjection, type Projection, type StageFrame, type StageView } from "./projection";
import { stretchBetween, unstretched } from "./stage-stretch";
import { drawnBy, frameAround, pinched, zoomedAt } from "./stage-frame";

const { rig } = smallShow();
const size = { width: 900, height: 500 };
const views = fc.oneof(
  fc.constant<StageView>("plan"),
  fc.record({ turn: fc.double({ min: -360, max: 360, noNaN: true }), tip: fc.double({ min: 8, max: 90, noNaN: true }) }),
);
const frames: fc.Arbitrary<StageFrame | null> = fc.option(
  fc.record({
    zoom: fc.double({ min: 0.5, max: 80, noNaN: true }),
    middle: fc.record({
      x: fc.double({ min: -9, max: 9, noNaN: true }),
      y: fc.double({ min: -9, max: 9, noNaN: true }),
      z: fc.constant(0),
    }),
  }),
);
const points = fc.tuple(fc.double({ min: 0, max: 900, noNaN: true }), fc.double({ min: 0, max: 500, noNaN: true }));
const seen = (view: StageView, frame: StageFrame | null): Projection => stageProjection(rig.heads, { ...size, view, frame });
const near = (a: readonly number[], b: readonly number[]): void => a.forEach((value, index) => expect(value).toBeCloseTo(b[index]!, 5));

describe("the picture of the stage", () => {
  it("keeps what is under the pointer there when it grows or shrinks, and stays within its bounds", () => {
    fc.assert(
      fc.property(views, frames, points, fc.double({ min: 0.01, max: 100, noNaN: true }), (view, frame, at, factor) => {
        const before = seen(view, frame);
        const next = zoomedAt(before, at, factor);
        near(seen(view, next).point(before.exactFloorAt(...at)), at);
        expect(next.zoom).toBeCloseTo(Math.min(80, Math.max(0.5, before.zoom * factor)), 9);
      }),
      { seed: 21 },
    );
  });

  it("goes along with a drag pixel for pixel", () => {
    fc.assert(
      fc.property(views, frames, points, points, (view, frame, from, to) => {
        const before = seen(view, frame);
        const next = drawnBy(before, [to[0] - from[0], to[1] - from[1]]);
        near(seen(view, next).point(before.exactFloorAt(...from)), to);
      }),
      { seed: 22 },
    );
  });

  it("when drawn in one frame and stretched into another lies as if drawn there, and is picked there", () => {
    fc.assert(
      fc.property(views, frames, frames, points, (view, drawn, wanted, at) => {
        const [before, after] = [seen(view, drawn), seen(view, wanted)];
        const stretch = stretchBetween(before, after);
        for (const { position } of rig.heads.slice(0, 5)) {
          const [x, y] = before.point(position);
          const [seenX, seenY] = after.point(position);
          expect(stretch.x + stretch.scale * x).toBeCloseTo(seenX, 3);
          expect(stretch.y + stretch.scale * y).toBeCloseTo(seenY, 3);
        }
        near(after.point(before.exactFloorAt(...unstretched(stretch, at))), at);
      }),
      { seed: 24 },
    );
  });

  it("throws a row of places as it throws each", () => {
    const places = new Float64Array(rig.heads.flatMap(({ position: { x, y, z } }) => [x, y, z]));
    fc.assert(
      fc.property(views, frames, (view, frame) => {
        const projection = seen(view, frame);
        const row = projection.points(places);
        rig.heads.forEach(({ position }, index) => {
          const [x, y] = projection.point(position);
          expect(row[2 * index]! / x).toBeCloseTo(1, 4);
          expect(row[2 * index + 1]! / y).toBeCloseTo(1, 4);
        });
      }),
      { seed: 25 },
    );
  });

  it("has under two fingers what was under them", () => {
    const before = seen("plan", { zoom: 4, middle: { x: 1, y: 2, z: 0 } });
    const [a, b] = [
      [300, 200],
      [420, 290],
    ] as const;
    const [toA, toB] = [
      [250, 260],
      [490, 440],
    ] as const;
    // Twice as far apart along the same direction: both places stay under their fingers.
    const after = seen("plan", pinched(before, [a, b], [toA, toB]));
    near(after.point(before.exactFloorAt(...a)), toA);
    near(after.point(before.exactFloorAt(...b)), toB);
  });

  it("holds all of what is fitted, as large as there is room", () => {
    fc.assert(
      fc.property(
        views,
        frames,
        fc.uniqueArray(fc.integer({ min: 0, max: rig.heads.length - 1 }), { minLength: 1 }),
        (view, frame, chosen) => {
          const places = chosen.map((index) => rig.heads[index]!.position);
          const next = frameAround(seen(view, frame), places)!;
          for (const place of places) {
            const [x, y] = seen(view, next).point(place);
            expect(x > 0 && x < size.width && y > 0 && y < size.height).toBe(true);
          }
        },
      ),
      { seed: 23 },
    );
    expect(frameAround(seen("plan", null), [])).toBeNull();
  });

  it("is picked exactly at every zoom", () => {
    fc.assert(
      fc.property(views, frames, fc.integer({ min: 0, max: rig.heads.length - 1 }), (view, frame, index) => {
        const drawing = prepareStage(rig, size, view, { frame });
        const at = drawing.projection.point(rig.heads[index]!.position);
        const hit = headAt(drawing, at)!;
        const there = drawing.projection.point(rig.heads[hit]!.position);
        expect(Math.hypot(there[0] - at[0], there[1] - at[1])).toBeLessThan(1e-3 * Math.max(1, Math.hypot(...at)));
      }),
      { seed: 24 },
    );
  });
});
