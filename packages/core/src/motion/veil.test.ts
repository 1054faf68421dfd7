import fc from "fast-check";
import { Matrix4, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import { patternAt, patternCycles, PATTERNS } from "./patterns";
import { veilAt, VEIL_PLANES, type Veil } from "./veil";

const veil = (more: Partial<Veil> = {}): Veil => ({
  pattern: "gradient",
  plane: "flat",
  centre: { x: 0, y: 0, z: 0 },
  width: 10,
  height: 10,
  turn: 0,
  low: 0,
  high: 1,
  ...more,
});
const pattern = fc.constantFrom(...PATTERNS);
const inside = fc.double({ min: -1.5, max: 1.5, noNaN: true });
const cycles = fc.double({ min: 0, max: 9, noNaN: true });
const metres = fc.double({ min: -8, max: 8, noNaN: true });

describe("patterns", () => {
  it("stay within 0 and 1, are where they began after their cycles, and the same for the same seed (2,000 places)", () => {
    fc.assert(
      fc.property(pattern, inside, inside, cycles, (kind, u, v, at) => {
        const bright = patternAt(kind, { u, v }, at, 3);
        expect(bright).toBeGreaterThanOrEqual(-1e-9);
        expect(bright).toBeLessThanOrEqual(1 + 1e-9);
        expect(patternAt(kind, { u, v }, at + patternCycles(kind), 3)).toBeCloseTo(bright, 6);
        expect(patternAt(kind, { u, v }, at, 3)).toBe(bright);
      }),
      { seed: 5, numRuns: 2000 },
    );
  });

  it("never jump in time: a hundredth of a cycle is no more than a third of the way (2,000 places)", () => {
    fc.assert(
      fc.property(pattern, inside, inside, cycles, (kind, u, v, at) => {
        const [now, next] = [patternAt(kind, { u, v }, at, 1), patternAt(kind, { u, v }, at + 0.01, 1)];
        // Drops come with a hard front, as drops do.
        if (kind !== "drops") expect(Math.abs(next - now)).toBeLessThan(0.34);
      }),
      { seed: 6, numRuns: 2000 },
    );
  });

  it("are what their names say (closed forms)", () => {
    const at = (kind: (typeof PATTERNS)[number], u: number, v: number, cycle = 0): number => patternAt(kind, { u, v }, cycle);
    // Dark at the left edge, bright in the middle, dark at the right; half a cycle on it is the other way round.
    expect([-1, -0.5, 0, 0.5].map((u) => at("gradient", u, 0))).toEqual([0, 0.5, 1, 0.5]);
    expect([-1, 0].map((u) => at("gradient", u, 0.7, 0.5))).toEqual([1, 0]);
    // The sweep is brightest where it is.
    expect([at("sweep", -1, 0, 0.25), at("sweep", 0, 0, 0.5), at("sweep", 1, 0, 0.75)]).toEqual([1, 1, 1]);
    // Three bars from edge to edge, each up for half of its way.
    expect([-0.83, -0.5, -0.17, 0.17, 0.5, 0.83].map((u) => Math.round(at("bars", u, 0)))).toEqual([1, 0, 1, 0, 1, 0]);
    // Rings: bright in the middle and at two thirds of the way out; the same all round; they run outward.
    for (const turn of [0, 1, 2, 3]) {
      expect(at("rings", (2 / 3) * Math.cos(turn), (2 / 3) * Math.sin(turn))).toBeCloseTo(1, 9);
      expect(at("rings", (1 / 3) * Math.cos(turn), (1 / 3) * Math.sin(turn))).toBeCloseTo(0, 9);
    }
    expect(at("rings", 1 / 3, 0, 0.5)).toBeCloseTo(1, 9);
    // Four rays, a quarter of a turn apart.
    for (const ray of [0, 1, 2, 3]) expect(at("rays", Math.cos((ray * Math.PI) / 2), Math.sin((ray * Math.PI) / 2))).toBeCloseTo(1, 9);
    expect(at("rays", Math.cos(Math.PI / 4), Math.sin(Math.PI / 4))).toBeCloseTo(0, 9);
    // Chequers: neighbours are each other's opposite, and change places in half a cycle.
    expect([at("chequers", 0.1, 0.1), at("chequers", 0.4, 0.1), at("chequers", 0.4, 0.4)]).toEqual([1, 0, 1]);
    expect(at("chequers", 0.1, 0.1, 0.5)).toBeCloseTo(0, 9);
    // Two springs: waves from both meet, and each side is the other's mirror image.
    expect(at("ripple", 0.6, 0)).toBeCloseTo(0.75 + 0.25 * Math.cos(2 * Math.PI * 2.4), 9);
    expect(at("ripple", -0.35, 0.2, 0.3)).toBeCloseTo(at("ripple", 0.35, 0.2, 0.3), 9);
    // Two arms that wind outward: a quarter of a turn on it is as far along as half a ring out.
    expect([at("spiral", 2 / 3, 0), at("spiral", 0, 2 / 3), at("spiral", -2 / 3, 0), at("spiral", 0, 1 / 3)]).toEqual(
      [1, 0, 1, 1].map((bright) => expect.closeTo(bright, 9) as number),
    );
    // A cloud has no creases: where its dice lie it is level.
    for (const whole of [-2, -1, 0, 1])
      expect(Math.abs(at("cloud", whole / 2.2 + 1e-4, 0.3, 0.4) - at("cloud", whole / 2.2, 0.3, 0.4))).toBeLessThan(1e-6);
    // Of three discs there is one somewhere, and there is dark between them.
    const field = Array.from({ length: 41 * 41 }, (_, index) => at("discs", (index % 41) / 20 - 1, Math.floor(index / 41) / 20 - 1, 0.3));
    expect(Math.max(...field)).toBe(1);
    expect(field.filter((bright) => bright === 0).length).toBeGreaterThan(400);
  });

  it("fall as drops do, and glow as sparks do", () => {
    // In one column the front goes down: the highest bright place is lower a little later, until it begins again.
    const front = (cycle: number): number =>
      Array.from({ length: 201 }, (_, index) => 1 - index / 100)
        .filter((v) => patternAt("drops", { u: 0, v }, cycle) > 0.97)
        .at(-1) ?? NaN;
    const fronts = Array.from({ length: 40 }, (_, index) => front(index / 40)).filter((v) => !Number.isNaN(v));
    expect(fronts.length).toBeGreaterThan(15);
    const falls = fronts.filter((v, index) => index > 0 && v < fronts[index - 1]!).length;
    expect(falls).toBeGreaterThanOrEqual(fronts.length - 2);
    // Each place glows for less than a quarter of the loop, and another seed glows elsewhere.
    const glows = Array.from({ length: 400 }, (_, index) => patternAt("sparks", { u: 0.05, v: 0.05 }, index / 100, 2));
    const other = Array.from({ length: 400 }, (_, index) => patternAt("sparks", { u: 0.05, v: 0.05 }, index / 100, 9));
    expect(glows.filter((bright) => bright > 0).length).toBeLessThanOrEqual(101);
    expect(glows).not.toEqual(other);
  });
});

describe("a veil over the stage", () => {
  it("lies where it is put, as wide and turned as it is said, in each plane (oracle: the inverse of three's matrices)", () => {
    fc.assert(
      fc.property(
        fc.record({ x: metres, y: metres, z: metres }),
        fc.constantFrom(...VEIL_PLANES),
        fc.double({ min: -400, max: 400, noNaN: true }),
        ({ x, y, z }, plane, turn) => {
          const centre = { x: 1, y: -2, z: 3 };
          const laid = veil({ pattern: "plasma", plane, centre, width: 6, height: 14, turn });
          const [right, up] = { flat: [x - 1, y + 2], across: [x - 1, z - 3], along: [y + 2, z - 3] }[plane] as [number, number];
          const matrix = new Matrix4().makeRotationZ((turn * Math.PI) / 180).multiply(new Matrix4().makeScale(3, 7, 1));
          const own = new Vector3(right, up, 0).applyMatrix4(matrix.invert());
          const outside = Math.abs(own.x) > 1 || Math.abs(own.y) > 1;
          const wanted = outside ? 0 : patternAt("plasma", { u: own.x, v: own.y }, 0.4);
          fc.pre(Math.abs(Math.abs(own.x) - 1) > 1e-6 && Math.abs(Math.abs(own.y) - 1) > 1e-6);
          expect(veilAt(laid, { x, y, z }, 0.4)).toBeCloseTo(wanted, 6);
        },
      ),
      { seed: 7, numRuns: 1000 },
    );
  });

  it("ends at its edges, or is repeated there", () => {
    const place = (x: number): { x: number; y: number; z: number } => ({ x, y: 0, z: 0 });
    expect(veilAt(veil(), place(5.1), 0)).toBe(0);
    for (const x of [-4, -1, 2, 4.9])
      for (const tiles of [1, -1, 3])
        expect(veilAt(veil({ repeat: true }), place(x + 10 * tiles), 0.2)).toBeCloseTo(veilAt(veil(), place(x), 0.2), 9);
  });

  it("is harder or softer about the middle grey, and blurred over metres", () => {
    const place = { x: -3, y: 0, z: 0 };
    expect(veilAt(veil(), place, 0)).toBeCloseTo(0.4, 9);
    expect(veilAt(veil({ contrast: 0 }), place, 0)).toBe(0.5);
    expect(veilAt(veil({ contrast: 2 }), place, 0)).toBeCloseTo(0.3, 9);
    expect(veilAt(veil({ contrast: 20 }), place, 0)).toBe(0);
    // At the ridge of the gradient half of what is looked at lies lower: one and two fifths of a slope of a fifth a metre.
    expect(veilAt(veil({ blur: 2 }), { x: 0, y: 0, z: 0 }, 0)).toBeCloseTo(1 - (2 * 0.2) / 5, 9);
  });
});
