import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CrowdBeams, toPixels } from "./crowd-beams";
import { CrowdMarks } from "./crowd-marks";

const WHITE = { red: 255, green: 255, blue: 255 };
/** Cover of all pixels together, in pixels of the picture. */
const lightOf = ({ light }: CrowdBeams): number => 4 * light.reduce((sum, value, at) => sum + (at % 4 === 3 ? value : 0), 0);
const coverAt = (beams: CrowdBeams, x: number, y: number): number => beams.light[4 * (y * beams.width + x) + 3]!;

describe("beams of a crowd", () => {
  it("have the light of their triangle, wherever they point", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 30, max: 90 }), (degrees, length) => {
        const angle = (degrees / 180) * Math.PI;
        const beams = new CrowdBeams(400, 400);
        const wedge = { x0: 200, y0: 200, x1: 200 + length * Math.cos(angle), y1: 200 + length * Math.sin(angle), half: 8 };
        beams.add(wedge, WHITE, 0.5);
        // Half the length times the width at its end.
        expect(lightOf(beams) / (0.5 * length * 8)).toBeGreaterThan(0.9);
        expect(lightOf(beams) / (0.5 * length * 8)).toBeLessThan(1.1);
        // Along its middle it is seen, and nothing of it behind the head.
        for (const part of [0.4, 0.9])
          expect(
            coverAt(
              beams,
              Math.floor((200 + part * length * Math.cos(angle)) / 2),
              Math.floor((200 + part * length * Math.sin(angle)) / 2),
            ),
          ).toBeGreaterThan(0.2);
        expect(coverAt(beams, Math.floor((200 - 6 * Math.cos(angle)) / 2), Math.floor((200 - 6 * Math.sin(angle)) / 2))).toBe(0);
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  it("that come at who looks are discs", () => {
    const beams = new CrowdBeams(200, 200);
    beams.add({ x0: 100, y0: 100, x1: 101, y1: 100, half: 30 }, WHITE, 1);
    expect(lightOf(beams) / (Math.PI * 30 * 30)).toBeCloseTo(1, 1);
  });

  it("add up, in their colours, and are gone when they are cleared", () => {
    const beams = new CrowdBeams(40, 40);
    const wedge = { x0: 20, y0: 0, x1: 20, y1: 38, half: 12 };
    beams.add(wedge, { red: 255, green: 0, blue: 0 }, 0.25);
    beams.add(wedge, { red: 0, green: 0, blue: 255 }, 0.5);
    const at = 4 * (15 * beams.width + 10);
    expect([...beams.light.subarray(at, at + 4)]).toEqual([0.25, 0, 0.5, 0.75]);
    const pixels = new Uint8ClampedArray(beams.light.length);
    toPixels(beams.light, pixels);
    // What is covered by three quarters, and its colour as if all were.
    expect([...pixels.subarray(at, at + 4)]).toEqual([85, 0, 170, 191]);
    beams.clear();
    toPixels(beams.light, pixels);
    expect(pixels[at + 3]).toBe(0);
  });

  it("beyond white are white", () => {
    const pixels = new Uint8ClampedArray(4);
    toPixels(Float32Array.of(3, 0.5, 0, 3), pixels);
    expect([...pixels]).toEqual([255, 128, 0, 255]);
  });

  it("end at the edge of the picture, and none is written beyond it", () => {
    const place = fc.integer({ min: -300, max: 300 });
    fc.assert(
      fc.property(place, place, place, place, (x0, y0, x1, y1) => {
        const [beams, all] = [new CrowdBeams(60, 32), new CrowdBeams(660, 632)];
        beams.add({ x0, y0, x1, y1, half: 20 }, WHITE, 1);
        all.add({ x0: x0 + 300, y0: y0 + 300, x1: x1 + 300, y1: y1 + 300, half: 20 }, WHITE, 1);
        for (let y = 0; y < beams.height; y++)
          for (let x = 0; x < beams.width; x++) expect(coverAt(beams, x, y)).toBeCloseTo(coverAt(all, x + 150, y + 150), 4);
      }),
      { seed: 4, numRuns: 100 },
    );
  });
});

describe("marks of a crowd", () => {
  const alphas = ({ pixels }: CrowdMarks): number => pixels.reduce((sum, value, at) => sum + (at % 4 === 3 ? value / 255 : 0), 0);

  it("are as large as they are drawn, on a fine screen by more pixels", () => {
    for (const ratio of [1, 2]) {
      const marks = new CrowdMarks(60, 60, ratio);
      marks.add("disc", { x: 20, y: 20, size: 6 }, WHITE, 1);
      expect(alphas(marks) / ratio ** 2 / (Math.PI * 36)).toBeCloseTo(1, 1);
      marks.clear();
      marks.add("square", { x: 40.3, y: 20, size: 5 }, WHITE, 1);
      expect(alphas(marks) / ratio ** 2).toBeCloseTo(100, 0);
    }
  });

  it("have their colour, and the brighter is seen where two meet", () => {
    const marks = new CrowdMarks(20, 20);
    const place = { x: 10, y: 10, size: 4 };
    marks.add("disc", place, { red: 10, green: 20, blue: 30 }, 0.5);
    marks.add("disc", place, { red: 200, green: 100, blue: 50 }, 0.25);
    const at = 4 * (10 * 20 + 10);
    expect([...marks.pixels.subarray(at, at + 4)]).toEqual([10, 20, 30, 128]);
    marks.add("disc", place, { red: 200, green: 100, blue: 50 }, 1);
    expect([...marks.pixels.subarray(at, at + 4)]).toEqual([200, 100, 50, 255]);
  });

  it("beside the picture are left out", () => {
    const marks = new CrowdMarks(20, 20);
    for (const [x, y] of [
      [-30, 5],
      [5, 90],
      [-5, -5],
    ] as const)
      marks.add("disc", { x, y, size: 4 }, WHITE, 1);
    expect(alphas(marks)).toBe(0);
    marks.add("square", { x: 0, y: 0, size: 4 }, WHITE, 1);
    expect(alphas(marks)).toBeCloseTo(16, 0);
  });
});
