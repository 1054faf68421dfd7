import { describe, expect, it } from "vitest";
import { hangsOn } from "./hangs-on";
import type { Scenery } from "./scenery";

const truss: Scenery = {
  ...{ id: "truss", kind: "scenery", version: 1, name: "Truss", form: "truss", turn: 0 },
  position: { x: 1, y: 2, z: 6 },
  size: { x: 8, y: 0.4, z: 0.4 },
};

/** A place so far from the middle of its underside. */
const beside = (x: number, y: number, z: number) => ({ x: 1 + x, y: 2 + y, z: 6 + z });

// Lamps hang within 0.6 m of the outline, and up to 1.2 m beneath it: what Vexa takes for hanging, in no standard.
describe("what hangs on a truss", () => {
  it.each([
    ["beneath its end", beside(4.5, 0, -0.5), true],
    ["beyond its end", beside(4.7, 0, -0.5), false],
    ["beyond its other end", beside(-4.7, 0, -0.5), false],
    ["upstage of it, near", beside(0, 0.75, 0), true],
    ["upstage of it, further away", beside(0, 0.85, 0), false],
    ["downstage of it, further away", beside(0, -0.85, 0), false],
    ["deep beneath it", beside(0, 0, -1.15), true],
    ["deeper", beside(0, 0, -1.25), false],
    ["standing on it", beside(0, 0, 0.95), true],
    ["high above it", beside(0, 0, 1.05), false],
  ])("%s", (_, place, hangs) => {
    expect(hangsOn(place, truss)).toBe(hangs);
  });

  it("is found by how the truss is turned, anticlockwise from above", () => {
    const across = beside(3, 3, -0.3);
    expect(hangsOn(across, truss)).toBe(false);
    expect(hangsOn(across, { ...truss, turn: 45 })).toBe(true);
    expect(hangsOn(across, { ...truss, turn: -45 })).toBe(false);
  });
});
