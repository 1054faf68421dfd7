import { Euler, Object3D, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { beam } from "./beam";

const RADIANS = Math.PI / 180;
const vector = (x: number, y: number, z: number): { x: number; y: number; z: number } => ({ x, y, z });

describe("beam", () => {
  // 5-references.md section 2f, G1 to G7: position, base rotation, the pan and tilt that aim at the target.
  it.each([
    { at: vector(0, 0, 6), turn: vector(0, 0, 0), target: vector(0, 3, 0), pan: 0, tilt: 26.5651 },
    { at: vector(0, 0, 6), turn: vector(0, 0, 0), target: vector(3, 0, 0), pan: -90, tilt: 26.5651 },
    { at: vector(2, 1, 5), turn: vector(0, 0, 0), target: vector(-1, 5, 1.5), pan: 36.8699, tilt: 55.008 },
    { at: vector(0, 0, 0), turn: vector(180, 0, 0), target: vector(0, 3, 6), pan: 0, tilt: -26.5651 },
    { at: vector(-4, 2, 7), turn: vector(0, 0, 90), target: vector(0, 0, 1.7), pan: 153.4349, tilt: 40.1576 },
    { at: vector(4, -3, 6.5), turn: vector(0, 15, 30), target: vector(1, 2, 0), pan: -15.2327, tilt: 43.7867 },
    { at: vector(0, 0, 8), turn: vector(90, 0, 0), target: vector(1, -4, 3), pan: -168.6901, tilt: 128.1129 },
  ])("from $at goes through $target", ({ at, turn, target, pan, tilt }) => {
    const { direction } = beam({ position: at, rotation: turn }, pan, tilt);
    const wanted = new Vector3(target.x - at.x, target.y - at.y, target.z - at.z).normalize();
    expect(direction.x).toBeCloseTo(wanted.x, 5);
    expect(direction.y).toBeCloseTo(wanted.y, 5);
    expect(direction.z).toBeCloseTo(wanted.z, 5);
  });

  it("agrees with a base, yoke and head of nested objects (oracle: three 0.187.0)", () => {
    const random = seededRandom(4);
    for (let round = 0; round < 200; round++) {
      const [rx, ry, rz, pan, tilt] = Array.from({ length: 5 }, () => (random() - 0.5) * 540) as [number, number, number, number, number];
      const base = new Object3D();
      base.setRotationFromEuler(new Euler(rx * RADIANS, ry * RADIANS, rz * RADIANS, "ZYX"));
      const yoke = new Object3D();
      yoke.rotateZ(pan * RADIANS);
      const head = new Object3D();
      head.rotateX(tilt * RADIANS);
      base.add(yoke);
      yoke.add(head);
      base.updateMatrixWorld(true);
      const wanted = new Vector3(0, 0, -1).transformDirection(head.matrixWorld);
      const { direction } = beam({ position: vector(0, 0, 0), rotation: vector(rx, ry, rz) }, pan, tilt);
      expect(Math.hypot(direction.x - wanted.x, direction.y - wanted.y, direction.z - wanted.z)).toBeLessThan(1e-9);
    }
  });
});
