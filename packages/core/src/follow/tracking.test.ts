import { Matrix4, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import type { Vector } from "../geometry/beam";
import { fitSpace } from "./fit-space";
import { heardPlace, placeHeard, placeOnStage, plainTracking, type KnownPoint, type TrackedSpace } from "./tracking";

const at = (x: number, y: number, z: number): Vector => ({ x, y, z });
let state = 11;
const random = (): number => (state = (state * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31;
const between = (low: number, high: number): number => low + (high - low) * random();
const someSpace = (): TrackedSpace => ({
  offset: at(between(-20, 20), between(-20, 20), between(-2, 2)),
  turn: between(-180, 180),
  scale: between(0.2, 5),
  mirrored: random() < 0.5,
});
const somePlace = (): Vector => at(between(-10, 10), between(-10, 10), between(0, 3));
const far = (a: Vector, b: Vector): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

/** The same by three 0.187.0: matrices for each step, multiplied. */
function byThree({ offset, turn, scale, mirrored }: TrackedSpace, { x, y, z }: Vector): Vector {
  const moved = new Matrix4().makeTranslation(offset.x, offset.y, offset.z);
  const turned = new Matrix4().makeRotationZ((turn * Math.PI) / 180);
  const scaled = new Matrix4().makeScale(mirrored ? -scale : scale, scale, scale);
  return new Vector3(x, y, z).applyMatrix4(moved.multiply(turned).multiply(scaled));
}

describe("the space of a tracker", () => {
  it("is scaled, mirrored, turned and moved (oracle: three), and back again", () => {
    for (let round = 0; round < 200; round++) {
      const [space, place] = [someSpace(), somePlace()];
      const stage = placeOnStage(space, place);
      expect(far(stage, byThree(space, place))).toBeLessThan(1e-9);
      expect(far(placeHeard(space, stage), place)).toBeLessThan(1e-9);
    }
    expect(placeOnStage(plainTracking(), at(1, 2, 3))).toEqual(at(1, 2, 3));
    expect(heardPlace({ up: "third" }, [1, 2, 3])).toEqual(at(1, 2, 3));
    expect(heardPlace({ up: "second" }, [1, 2, 3])).toEqual(at(1, 3, 2));
  });

  it("is found again from three points or more, mirrored or not, and through noise as well as it goes", () => {
    for (let round = 0; round < 200; round++) {
      const space = someSpace();
      const points = Array.from({ length: 3 + (round % 4) }, (): KnownPoint => {
        const heard = somePlace();
        return { heard, stage: byThree(space, heard) };
      });
      // Three on a line tell no more than two.
      const [a, b, c] = points as [KnownPoint, KnownPoint, KnownPoint];
      const area = (b.heard.x - a.heard.x) * (c.heard.y - a.heard.y) - (b.heard.y - a.heard.y) * (c.heard.x - a.heard.x);
      if (Math.abs(area) < 5) continue;
      const found = fitSpace(points, { mirrored: !space.mirrored });
      expect(found.ok && found.value.misses).toBeLessThan(1e-6);
      const elsewhere = somePlace();
      if (found.ok) expect(far(placeOnStage(found.value.space, elsewhere), byThree(space, elsewhere))).toBeLessThan(1e-6);
    }
    const square = [at(-4, -3, 1), at(4, -3, 1), at(4, 3, 1), at(-4, 3, 1)];
    const noisy = square.map((heard, index) => ({ heard, stage: at(heard.x + (index % 2 ? 0.1 : -0.1), heard.y, 1) }));
    const found = fitSpace(noisy, { mirrored: false });
    expect(found).toMatchObject({ ok: true, value: { space: { mirrored: false } } });
    // No other space near it is nearer to the points on the whole.
    const miss = (space: TrackedSpace): number =>
      noisy.reduce((sum, { heard, stage }) => {
        const there = byThree(space, heard);
        return sum + (there.x - stage.x) ** 2 + (there.y - stage.y) ** 2;
      }, 0);
    if (!found.ok) return;
    const { space } = found.value;
    const best = miss(space);
    for (const by of [-0.01, 0.01]) {
      expect(miss({ ...space, turn: space.turn + by })).toBeGreaterThan(best);
      expect(miss({ ...space, scale: space.scale + by })).toBeGreaterThan(best);
      expect(miss({ ...space, offset: { ...space.offset, x: space.offset.x + by } })).toBeGreaterThan(best);
    }
  });

  it("is found from two points, or several on a line, with its mirroring left as it is", () => {
    for (const mirrored of [false, true]) {
      const space: TrackedSpace = { offset: at(3, -2, 0.5), turn: 30, scale: 1, mirrored };
      const points = [at(0, 0, 1), at(4, 1, 1), at(8, 2, 1)].map((heard) => ({ heard, stage: byThree(space, heard) }));
      for (const some of [points.slice(0, 2), points]) {
        const found = fitSpace(some, { mirrored });
        expect(found).toMatchObject({ ok: true, value: { space: { mirrored } } });
        if (found.ok) expect(found.value.space.turn).toBeCloseTo(30, 6);
      }
    }
  });

  it("isn't guessed from too little", () => {
    const one = { heard: at(0, 0, 0), stage: at(1, 1, 0) };
    const why = (points: readonly KnownPoint[]): unknown => {
      const found = fitSpace(points, { mirrored: false });
      return found.ok ? "found" : found.error.details["why"];
    };
    expect(why([])).toMatch(/two or more/);
    expect(why([one])).toMatch(/two or more/);
    expect(why([one, one])).toMatch(/too near to each other as they are heard/);
    expect(why([one, { heard: at(3, 0, 0), stage: at(1, 1.2, 0) }])).toMatch(/too near to each other on stage/);
    expect(why([one, { heard: at(0, 3, 0), stage: at(1, 4, 0) }])).toBe("found");
    const uneven = fitSpace([one, { heard: at(3, 0, 0), stage: at(4, 1, 1) }], { mirrored: false });
    // Heights have no turn of their own: what is left of them is told.
    expect(uneven.ok && uneven.value.misses).toBeCloseTo(0.5, 6);
    // Above each other is near, too: only the floor tells of turns.
    expect(why([one, { heard: at(0, 0, 5), stage: at(1, 1, 5) }])).toMatch(/too near/);
    expect(why([one, { heard: at(1, 0, 0), stage: at(990, 1, 0) }])).toBe("found");
    expect(why([one, { heard: at(0.6, 0, 0), stage: at(999, 1, 0) }])).toMatch(/too different/);
  });
});
