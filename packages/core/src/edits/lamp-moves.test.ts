import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Euler, MathUtils, Matrix4, Vector3 } from "three";
import { beam, type Placement } from "../geometry/beam";
import { movedLamps } from "./lamp-moves";

const lamp = (x: number, y: number, z = 6, turn = 0): Placement => ({ position: { x, y, z }, rotation: { x: 0, y: 0, z: turn } });
const places = (lamps: readonly Placement[]): number[][] => lamps.map(({ position: { x, y, z } }) => [x, y, z]);

describe("moves of lamps that hang", () => {
  it("align, spread and snap along their axes alone", () => {
    const row = [lamp(0, 1, 5), lamp(1, 2, 6), lamp(9, 4, 7), lamp(3, 0, 8)];
    expect(places(movedLamps(row, { move: "align", axis: "y", to: "first" })).map(([, y]) => y)).toEqual([1, 1, 1, 1]);
    expect(places(movedLamps(row, { move: "align", axis: "y", to: "last" })).map(([, y]) => y)).toEqual([0, 0, 0, 0]);
    expect(places(movedLamps(row, { move: "align", axis: "z", to: "middle" })).map(([, , z]) => z)).toEqual([6.5, 6.5, 6.5, 6.5]);
    expect(places(movedLamps(row, { move: "spread", axis: "x" }))).toEqual([
      [0, 1, 5],
      [1, 2, 6],
      [2, 4, 7],
      [3, 0, 8],
    ]);
    expect(places(movedLamps([lamp(0.24, 0.76, 5.1), lamp(-0.26, 1.01)], { move: "snap", metres: 0.5 }))).toEqual([
      [0, 1, 5.1],
      [-0.5, 1, 6],
    ]);
    expect(places(movedLamps([lamp(2, 2)], { move: "spread", axis: "x" }))).toEqual([[2, 2, 6]]);
  });

  it("go along a drawn line in equal steps of its length: four lamps on an L of 2 m and 4 m", () => {
    const line = [
      { x: 0, y: 0 },
      { x: 2, y: 0 },
      { x: 2, y: 4 },
    ];
    const four = Array.from({ length: 4 }, () => lamp(9, 9, 5));
    expect(places(movedLamps(four, { move: "along", line }))).toEqual([
      [0, 0, 5],
      [2, 0, 5],
      [2, 2, 5],
      [2, 4, 5],
    ]);
    expect(
      places(
        movedLamps(four, {
          move: "along",
          line: [
            { x: 1, y: 1 },
            { x: 1, y: 1 },
          ],
        }),
      ).every(([x, y]) => x === 1 && y === 1),
    ).toBe(true);
  });

  it("stretch from a place and back", () => {
    const about = { x: 1, y: 1, z: 0 };
    expect(places(movedLamps([lamp(3, 2, 4)], { move: "stretch", about, by: { x: 2, y: 0.5, z: 1 } }))).toEqual([[5, 1.5, 4]]);
  });

  // Oracle: three.js turns the same lamp about the same upright.
  it("turn a lamp with its beam, as three.js does", () => {
    fc.assert(
      fc.property(fc.double({ min: -180, max: 180, noNaN: true }), fc.integer({ min: -80, max: 80 }), (degrees, tilt) => {
        const hung = lamp(3, 2, 5, 30);
        const [turned] = movedLamps([hung], { move: "turn", about: { x: 1, y: 0, z: 0 }, degrees }) as [Placement];
        const matrix = new Matrix4().makeRotationFromEuler(new Euler(0, 0, MathUtils.degToRad(degrees)));
        const place = new Vector3(2, 2, 5).applyMatrix4(matrix).add(new Vector3(1, 0, 0));
        expect([turned.position.x, turned.position.y]).toEqual([expect.closeTo(place.x, 2), expect.closeTo(place.y, 2)]);
        const [before, after] = [beam(hung, 0, tilt).direction, beam(turned, 0, tilt).direction];
        const way = new Vector3(before.x, before.y, before.z).applyMatrix4(matrix);
        expect(Math.hypot(way.x - after.x, way.y - after.y, way.z - after.z)).toBeLessThan(1e-4);
      }),
    );
  });

  it("say a turn from -180 to 180 degrees", () => {
    const turned = movedLamps([lamp(0, 0, 5, 100), lamp(0, 0, 5, -180)], { move: "turn", about: { x: 0, y: 0, z: 0 }, degrees: 100 });
    expect(turned.map(({ rotation }) => rotation.z)).toEqual([-160, -80]);
  });

  it("mirror where a lamp hangs and where its beam goes, and twice is nothing", () => {
    fc.assert(
      fc.property(
        fc.record({ x: fc.integer({ min: -90, max: 90 }), y: fc.integer({ min: -90, max: 90 }), z: fc.integer({ min: -179, max: 179 }) }),
        (rotation) => {
          const hung: Placement = { position: { x: 3, y: 2, z: 5 }, rotation };
          const [there] = movedLamps([hung], { move: "mirror", axis: "x", at: 1 }) as [Placement];
          expect(there.position).toEqual({ x: -1, y: 2, z: 5 });
          // The middle of the lamp's way: a mirrored lamp looks where the mirror shows it.
          const [before, after] = [beam(hung, 0, 0).direction, beam(there, 0, 0).direction];
          expect(Math.hypot(before.x + after.x, before.y - after.y, before.z - after.z)).toBeLessThan(1e-6);
          expect(movedLamps([there], { move: "mirror", axis: "x", at: 1 })[0]).toEqual(hung);
        },
      ),
    );
  });
});
