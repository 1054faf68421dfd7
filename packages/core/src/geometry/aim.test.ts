import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aim, type Aimable } from "./aim";
import { beam, type Vector } from "./beam";
import { missByThree } from "../testing/miss-by-three";
import { fanPoint } from "./point-fan";

const at = (x: number, y: number, z: number): Vector => ({ x, y, z });
const turn = (x: number, y: number, z: number): Aimable["rotation"] => ({ x, y, z });
const head = (position: Vector, rotation: Aimable["rotation"] = { x: 0, y: 0, z: 0 }, ranges: Partial<Aimable> = {}): Aimable => ({
  position,
  rotation,
  panRange: [-270, 270],
  tiltRange: [-135, 135],
  ...ranges,
});

/** How far the beam with these angles passes from the point, by `beam`. */
function miss(of: Aimable, point: Vector, { pan, tilt }: { pan: number; tilt: number }): number {
  const { origin, direction } = beam(of, pan, tilt);
  const to = at(point.x - origin.x, point.y - origin.y, point.z - origin.z);
  const along = to.x * direction.x + to.y * direction.y + to.z * direction.z;
  return Math.hypot(to.x - along * direction.x, to.y - along * direction.y, to.z - along * direction.z);
}

describe("aim", () => {
  it.each([
    ["G1", head(at(0, 0, 6)), at(0, 3, 0), 0, 26.5651],
    ["G2", head(at(0, 0, 6)), at(3, 0, 0), -90, 26.5651],
    ["G3", head(at(2, 1, 5)), at(-1, 5, 1.5), 36.8699, 55.008],
    ["G4", head(at(0, 0, 0), turn(180, 0, 0)), at(0, 3, 6), 180, 26.5651],
    ["G5", head(at(-4, 2, 7), turn(0, 0, 90)), at(0, 0, 1.7), 153.4349, 40.1576],
    ["G6", head(at(4, -3, 6.5), turn(0, 15, 30)), at(1, 2, 0), -15.2327, 43.7867],
    ["G7", head(at(0, 0, 8), turn(90, 0, 0)), at(1, -4, 3), -168.6901, 128.1129],
  ])("%s of 5-references.md: one of its two solutions, and the other from the other side", (_, of, point, ...angles) => {
    const [pan, tilt] = angles;
    const near = aim(of, point, { pan, tilt });
    expect([near.pan, near.tilt]).toEqual([expect.closeTo(pan, 3), expect.closeTo(tilt, 3)]);
    const other = aim(of, point, { pan: pan > 0 ? pan - 180 : pan + 180, tilt: -tilt });
    expect(other.tilt).toBeCloseTo(-tilt, 3);
    expect(miss(of, point, other)).toBeLessThan(1e-6);
  });

  it("follows a moving point (G12)", () => {
    const of = head(at(0, -3, 7));
    const wanted = [
      [0, 38.6598, 47.8295],
      [1, 26.5651, 43.9446],
      [8 / 3, 0, 40.7636],
      [4, -21.8014, 42.876],
    ] as const;
    let present = { pan: 38, tilt: 47 };
    for (const [t, pan, tilt] of wanted) {
      present = aim(of, at(-4 + 1.5 * t, 2, 1.2), present);
      expect([present.pan, present.tilt]).toEqual([expect.closeTo(pan, 3), expect.closeTo(tilt, 3)]);
    }
  });

  it("keeps the pan straight below (G8), and unwinds the short way over its turn and a half (G10)", () => {
    expect(aim(head(at(1, 1, 6)), at(1, 1, 0), { pan: 77, tilt: 3 })).toEqual({
      pan: 77,
      tilt: expect.closeTo(0, 9) as number,
      reached: true,
    });
    const of = head(at(2, 1, 5));
    const target = at(-1, 5, 1.5);
    expect(aim(of, target, { pan: 200, tilt: -50 }).pan).toBeCloseTo(216.87, 2);
    expect(aim(of, target, { pan: -150, tilt: -50 }).pan).toBeCloseTo(-143.13, 2);
    expect(aim(of, target, { pan: 0, tilt: 0 }).pan).toBeCloseTo(36.87, 2);
  });

  it("stays two whole turns round where a head can turn that far", () => {
    const far = head(at(2, 1, 5), turn(0, 0, 0), { panRange: [-800, 800] });
    const target = at(-1, 5, 1.5);
    // 36.87 degrees (G3) and two turns.
    expect(aim(far, target, { pan: 750, tilt: 55 }).pan).toBeCloseTo(36.8699 + 720, 3);
    expect(aim(far, target, { pan: -680, tilt: 55 }).pan).toBeCloseTo(36.8699 - 720, 3);
  });

  it("reports what is out of reach, with the nearest angles", () => {
    const short = head(at(0, 0, 6), turn(0, 0, 0), { panRange: [-20, 20], tiltRange: [-10, 10] });
    const got = aim(short, at(0, 3, 0));
    expect(got).toEqual({ pan: expect.closeTo(0, 6) as number, tilt: 10, reached: false });
  });

  it("then beam goes through the point within 1 mm at 20 m, for any place and turn (oracle: three 0.187.0)", () => {
    const metre = fc.double({ min: -10, max: 10, noNaN: true });
    const turned = fc.record({
      x: fc.double({ min: -180, max: 180, noNaN: true }),
      y: fc.double({ min: -180, max: 180, noNaN: true }),
      z: fc.double({ min: -180, max: 180, noNaN: true }),
    });
    const vector = (part: fc.Arbitrary<number>): fc.Arbitrary<Vector> => fc.record({ x: part, y: part, z: part });
    fc.assert(
      fc.property(vector(metre), turned, vector(metre), (position, rotation, point) => {
        fc.pre(Math.hypot(point.x - position.x, point.y - position.y, point.z - position.z) > 0.1);
        const of = head(position, rotation, { tiltRange: [-180, 180] });
        const got = aim(of, point);
        expect(got.reached).toBe(true);
        expect(miss(of, point, got)).toBeLessThan(0.001);
        expect(missByThree(of, point, got)).toBeLessThan(0.001);
      }),
      { seed: 41, numRuns: 10_000 },
    );
  });
});

describe("aiming along a way", () => {
  it("never leaves the limits, and the pan goes on without a jump along a moving point", () => {
    const of = head(at(0, 0, 6), turn(0, 0, 0), { panRange: [-270, 270], tiltRange: [-135, 135] });
    let present = { pan: 0, tilt: 0 };
    for (let step = 0; step <= 4000; step++) {
      const angle = (step / 4000) * 1.4 * 2 * Math.PI;
      const next = aim(of, at(3 * Math.sin(angle), 3 * Math.cos(angle), 0), present);
      expect(next.reached).toBe(true);
      expect(Math.abs(next.pan)).toBeLessThanOrEqual(270);
      expect(Math.abs(next.tilt)).toBeLessThanOrEqual(135);
      // 1.4 turns fit into the 540 degrees from the middle only half-way round: one unwinding is needed, no more.
      if (Math.abs(next.pan - present.pan) > 2) expect(Math.abs(next.pan - present.pan)).toBeGreaterThan(170);
      present = next;
    }
  });
});

describe("fans of points", () => {
  it("lie evenly in metres on a line, and once round a circle", () => {
    const line = { knots: [at(-4, 2, 0), at(4, 2, 0)], path: "straight" as const };
    expect([0, 0.25, 1].map((u) => fanPoint(line, u).x)).toEqual([-4, -2, 4]);
    const circle = { knots: [at(1, 1, 0), at(3, 1, 0.5)], path: "circle" as const };
    const quarter = fanPoint(circle, 0.25);
    expect([quarter.x, quarter.y, quarter.z]).toEqual([expect.closeTo(1, 9), expect.closeTo(3, 9), 0.5]);
    expect(fanPoint({ knots: [at(1, 2, 3)], path: "circle" }, 0.7)).toEqual(at(1, 2, 3));
  });
});
