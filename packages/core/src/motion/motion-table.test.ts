import { easeSinInOut } from "d3-ease";
import { interpolateNumber, piecewise } from "d3-interpolate";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fraction } from "../units/units";
import { cycleTable, readTable } from "./cycle-table";
import { DIRECTIONS, RANDOM_CYCLES, stepOrder } from "./direction";
import { anglePathTables, stepTable, waveMotionTable } from "./motion-table";
import type { PathMotion } from "./motion";
import type { SavedWave } from "./saved-wave";
import { waveform, WAVEFORMS, type Waveform } from "./waveform";

const at = (table: Float32Array, places: number[]): number[] => places.map((place) => Math.round(readTable(table, place) * 1e6) / 1e6);
const wave = (kind: Waveform, more = {}) => waveMotionTable({ waveform: kind, ...more }, null);

describe("cycleTable", () => {
  it.each(WAVEFORMS)("of %s reads as the formula does, within a 16-bit step, but for the half millisecond after a jump", (kind) => {
    const { table } = wave(kind, { width: 0.7, softIn: 0.1 });
    let apart = 0;
    for (let step = 0; step < 5000; step++) {
      const place = step / 5003;
      if (Math.abs(readTable(table, place) - waveform(kind, place, { width: 0.7, softIn: 0.1 })) > 1.5 / 65535) apart++;
    }
    expect(apart).toBeLessThanOrEqual(kind === "random" ? 18 : 4);
  });

  it("never shows what lies between the two sides of a jump", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
        (width, place) => {
          const table = cycleTable((c) => (c < width ? 7 : 3), { cells: 64, edges: [0, width] });
          expect([3, 7]).toContain(Math.round(readTable(table, place) * 1e4) / 1e4);
        },
      ),
      { seed: 2 },
    );
  });
});

describe("waves", () => {
  it("agree with d3: a soft pulse rises as easeSinInOut, a triangle as a piecewise line (oracles: d3-ease 3.0.1, d3-interpolate 3.0.2)", () => {
    const line = piecewise(interpolateNumber, [0, 1, 0]);
    for (let step = 0; step < 100; step++) {
      const place = step / 101;
      expect(readTable(wave("soft-pulse", { width: 1 }).table, place)).toBeCloseTo(
        easeSinInOut(place < 0.5 ? 2 * place : 2 - 2 * place),
        5,
      );
      expect(readTable(wave("triangle").table, place)).toBeCloseTo(line(place), 6);
      expect(readTable(wave("sine").table, place)).toBeCloseTo(
        easeSinInOut(fraction(place + 0.25) < 0.5 ? 2 * fraction(place + 0.25) : 2 - 2 * fraction(place + 0.25)),
        5,
      );
    }
  });

  it("come in and go out within the part of the cycle that they use", () => {
    const { table } = wave("pulse", { width: 0.5, softIn: 0.5, softOut: 0.25 });
    expect(at(table, [0, 0.125, 0.25, 0.3, 0.4375, 0.5, 0.9])).toEqual([0, 0.5, 1, 1, 0.5, 0, 0]);
  });

  it("run backward, there and back, and by dice that fall the same every time", () => {
    expect(at(wave("ramp-up", { direction: "backward" }).table, [0.25, 0.75])).toEqual([0.75, 0.25]);
    expect(at(wave("ramp-up", { direction: "there-and-back" }).table, [0, 0.25, 0.5, 0.75])).toEqual([0, 0.5, 1, 0.5]);
    const dice = wave("ramp-up", { direction: "random" });
    expect(dice.cycles).toBe(RANDOM_CYCLES);
    const ways = Array.from({ length: RANDOM_CYCLES }, (_, cycle) => at(dice.table, [(cycle + 0.25) / RANDOM_CYCLES])[0]);
    expect(new Set(ways)).toEqual(new Set([0.25, 0.75]));
    expect(wave("ramp-up", { direction: "random" }).table).toBe(dice.table);
  });

  it("are drawn through points, straight or smooth, and back to the first", () => {
    const drawn = (joined: SavedWave["joined"]): SavedWave => ({
      id: "w",
      kind: "savedWave",
      version: 1,
      name: "Fern",
      rank: 0,
      joined,
      points: [
        { at: 0, value: 0 },
        { at: 0.25, value: 1 },
        { at: 0.5, value: 0.5 },
      ],
    });
    const straight = waveMotionTable({ waveform: "drawn" }, drawn("straight")).table;
    expect(at(straight, [0, 0.125, 0.25, 0.375, 0.5, 0.75])).toEqual([0, 0.5, 1, 0.75, 0.5, 0.25]);
    const smooth = waveMotionTable({ waveform: "drawn" }, drawn("smooth")).table;
    expect(at(smooth, [0.0625])[0]).toBeCloseTo(easeSinInOut(0.25), 5);
    expect(at(waveMotionTable({ waveform: "drawn" }, null).table, [0.3])).toEqual([0]);
  });
});

describe("steps", () => {
  const hard = { fade: 0, hold: 1 };

  it("stay for their hold part and come in over their fade part", () => {
    expect(at(stepTable([0, 1, 0.5, 0.2], [hard, hard, hard, hard]).table, [0, 0.2499, 0.25, 0.74, 0.75, 0.999])).toEqual(
      [0, 0, 1, 0.5, 0.2, 0.2].map((value) => Math.fround(value)).map((value) => Math.round(value * 1e6) / 1e6),
    );
    const soft = stepTable(
      [0, 1],
      [
        { fade: 1, hold: 1 },
        { fade: 2, hold: 0 },
      ],
    ).table;
    // The first comes in from the last over a quarter, stays for a quarter; the second comes in over a half.
    expect(at(soft, [0, 0.125, 0.25, 0.49, 0.75])).toEqual([1, 0.5, 0, 0, 0.5]);
  });

  it("of equal values share one table", () => {
    expect(stepTable([0, 1], [hard, hard]).table).toBe(stepTable([0, 1], [hard, hard]).table);
  });

  it.each(DIRECTIONS)("%s shows every step, and none twice running", (direction) => {
    for (const count of [1, 2, 3, 5, 12]) {
      const { order, cycles } = stepOrder(direction, count);
      expect(new Set(order).size).toBe(count);
      if (direction === "random") expect([order.length, cycles]).toEqual([count * RANDOM_CYCLES, RANDOM_CYCLES]);
      if (count > 1) order.forEach((step, index) => expect(step).not.toBe(order.at(index - 1)));
    }
    expect(stepOrder("there-and-back", 4).order).toEqual([0, 1, 2, 3, 2, 1]);
    expect(stepOrder("backward", 3).order).toEqual([2, 1, 0]);
  });
});

describe("paths in degrees", () => {
  const path = (more: Partial<PathMotion>): PathMotion => ({
    kind: "path",
    figure: "circle",
    plane: "angles",
    width: 20,
    height: 10,
    turn: 0,
    centre: { x: 0, y: 0, z: 0 },
    base: "relative",
    phase: { knots: [0] },
    phaseShape: {},
    masterId: null,
    rate: { knots: [1] },
    ...more,
  });
  const points = (more: Partial<PathMotion>, places: number[]): [number, number][] => {
    const { pan, tilt } = anglePathTables(path(more));
    return places.map(
      (place) =>
        [readTable(pan.table, place), readTable(tilt.table, place)].map((value) => Math.round(value * 1000) / 1000 + 0) as [number, number],
    );
  };

  it("begin at the right and go up, as wide and high as they say", () => {
    expect(points({}, [0, 0.25, 0.5, 0.75])).toEqual([
      [10, 0],
      [0, 5],
      [-10, 0],
      [0, -5],
    ]);
    expect(points({ figure: "line" }, [0, 0.25, 0.5])).toEqual([
      [10, 0],
      [0, 0],
      [-10, 0],
    ]);
    expect(points({ figure: "eight" }, [0, 0.125, 0.25, 0.375])).toEqual([
      [10, 0],
      [7.071, 5],
      [0, 0],
      [-7.071, -5],
    ]);
  });

  it("turn, have corners and round ones, and are drawn", () => {
    expect(points({ turn: 90 }, [0, 0.25])).toEqual([
      [0, 10],
      [-5, 0],
    ]);
    expect(points({ figure: "polygon", corners: 4, height: 20 }, [0, 0.125, 0.25])).toEqual([
      [10, 0],
      [5, 5],
      [0, 10],
    ]);
    const square = points(
      { figure: "rounded-square", height: 20 },
      Array.from({ length: 80 }, (_, step) => step / 80),
    );
    for (const [x, y] of square) expect(Math.max(Math.abs(x), Math.abs(y)) <= 10.0001 && Math.hypot(x, y) >= 9.999).toBe(true);
    // Even speed: all steps are equally long, a chord across a rounding a little shorter.
    const lengths = square.map(([x, y], index) => Math.hypot(x - square.at(index - 1)![0], y - square.at(index - 1)![1]));
    expect(Math.max(...lengths) / Math.min(...lengths)).toBeLessThan(1.1);
    const drawn = [
      { x: -1, y: -1 },
      { x: 1, y: -1 },
      { x: 1, y: 1 },
      { x: -1, y: 1 },
    ];
    expect(points({ figure: "drawn", points: drawn }, [0, 0.125, 0.5])).toEqual([
      [-10, -5],
      [0, -5],
      [10, 5],
    ]);
  });
});
