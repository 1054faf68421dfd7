import fc from "fast-check";
import { Object3D, OrthographicCamera, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import { smallShow } from "@vexa/core/testing";
import { stageProjection } from "./projection";

const { heads } = smallShow().rig;
const size = { width: 800, height: 400 };
const anywhere = fc.record({
  turn: fc.double({ min: -360, max: 360, noNaN: true }),
  tip: fc.double({ min: 8, max: 90, noNaN: true }),
});
const metres = fc.double({ min: -30, max: 30, noNaN: true });

describe("stageProjection", () => {
  it("gives back the place on the floor under a point of the picture, from wherever it is seen", () => {
    fc.assert(
      fc.property(anywhere, metres, metres, (view, x, y) => {
        const projection = stageProjection(heads, { ...size, view });
        const [px, py] = projection.point({ x, y, z: 0 });
        const found = projection.floorAt(px, py);
        expect(Math.hypot(found.x - x, found.y - y)).toBeLessThan(0.01);
      }),
      { seed: 4 },
    );
  });

  it("sees as a camera does that is turned and tipped likewise (three.js as the independent oracle)", () => {
    fc.assert(
      fc.property(anywhere, fc.tuple(metres, metres, metres), fc.tuple(metres, metres, metres), (view, a, b) => {
        const camera = new OrthographicCamera(-1, 1, 1, -1, -100, 100);
        // Looking straight down, upstage on top; then tipped towards the front and carried round the upright.
        const round = new Object3D();
        round.rotation.z = (view.turn * Math.PI) / 180;
        camera.rotation.x = ((90 - view.tip) * Math.PI) / 180;
        round.add(camera);
        round.updateMatrixWorld(true);
        const seen = ([x, y, z]: [number, number, number]): Vector3 => new Vector3(x, y, z).project(camera);
        const projection = stageProjection(heads, { ...size, view });
        const [from, to] = [projection.point({ x: a[0], y: a[1], z: a[2] }), projection.point({ x: b[0], y: b[1], z: b[2] })];
        const [wantedFrom, wantedTo] = [seen(a), seen(b)];
        expect((to[0] - from[0]) / projection.scale).toBeCloseTo(wantedTo.x - wantedFrom.x, 6);
        expect((from[1] - to[1]) / projection.scale).toBeCloseTo(wantedTo.y - wantedFrom.y, 6);
      }),
      { seed: 5 },
    );
  });

  it("finds a place on a wall as well, but not on one that is seen edge on", () => {
    fc.assert(
      fc.property(anywhere, metres, metres, metres, (view, x, y, z) => {
        const projection = stageProjection(heads, { ...size, view });
        const found = projection.planeAt(...projection.point({ x, y, z }), { axis: "y", at: y });
        if (found) expect(Math.hypot(found.x - x, found.z - z)).toBeLessThan(0.01);
        else expect(Math.abs(Math.cos((view.turn * Math.PI) / 180) * Math.cos((view.tip * Math.PI) / 180))).toBeLessThan(0.03);
      }),
      { seed: 6 },
    );
    expect(stageProjection(heads, { ...size, view: "plan" }).planeAt(10, 10, { axis: "x", at: 0 })).toBeNull();
  });

  it("has every head in the picture", () => {
    for (const view of ["plan", { turn: 24, tip: 28 }, { turn: 200, tip: 8 }] as const) {
      const projection = stageProjection(heads, { ...size, view });
      for (const { position } of heads) {
        const [x, y] = projection.point(position);
        expect(x >= 0 && x <= size.width && y >= 0 && y <= size.height).toBe(true);
      }
    }
  });
});
