import { describe, expect, it } from "vitest";
import { arranged, CORNERS, type Arrangement } from "./arrangement";

const at = (x: number, y: number, z = 0) => ({ x, y, z });
const flat = (of: Arrangement, count: number): (readonly [number, number])[] => arranged(of, count).map(({ x, y }) => [x, y]);

// Closed forms, worked by hand.
describe("arrangements", () => {
  it("lie evenly along a line, both ends reached", () => {
    expect(arranged({ tool: "line", from: at(-6, 1, 4), to: at(6, 4, 7) }, 4)).toEqual([
      at(-6, 1, 4),
      at(-2, 2, 5),
      at(2, 3, 6),
      at(6, 4, 7),
    ]);
    expect(arranged({ tool: "line", from: at(1, 2), to: at(3, 4) }, 1)).toEqual([at(1, 2)]);
  });

  it("four lamps on a quarter circle of 5 m stand where trigonometry says", () => {
    const places = flat({ tool: "arc", centre: at(1, 2), radius: 5, fromDegrees: 0, toDegrees: 90 }, 4);
    [0, 30, 60, 90].forEach((degrees, index) => {
      expect(places[index]![0]).toBeCloseTo(1 + 5 * Math.cos((degrees * Math.PI) / 180), 3);
      expect(places[index]![1]).toBeCloseTo(2 + 5 * Math.sin((degrees * Math.PI) / 180), 3);
    });
  });

  it("a whole round leaves its end out: it is its beginning", () => {
    expect(flat({ tool: "arc", centre: at(0, 0), radius: 2, fromDegrees: 0, toDegrees: 360 }, 4)).toEqual([
      [2, 0],
      [0, 2],
      [-2, 0],
      [0, -2],
    ]);
  });

  const grid = { tool: "grid", from: at(0, 0), columns: 3, acrossMetres: 2, upstageMetres: 1 } as const;
  it.each([
    [
      "downstage left",
      "rows",
      "to",
      [
        [0, 0],
        [2, 0],
        [4, 0],
        [0, 1],
        [2, 1],
        [4, 1],
      ],
    ],
    [
      "downstage left",
      "rows",
      "to and fro",
      [
        [0, 0],
        [2, 0],
        [4, 0],
        [4, 1],
        [2, 1],
        [0, 1],
      ],
    ],
    [
      "downstage left",
      "columns",
      "to",
      [
        [0, 0],
        [0, 1],
        [2, 0],
        [2, 1],
        [4, 0],
        [4, 1],
      ],
    ],
    [
      "downstage left",
      "columns",
      "to and fro",
      [
        [0, 0],
        [0, 1],
        [2, 1],
        [2, 0],
        [4, 0],
        [4, 1],
      ],
    ],
    [
      "upstage right",
      "rows",
      "to",
      [
        [0, 0],
        [-2, 0],
        [-4, 0],
        [0, -1],
        [-2, -1],
        [-4, -1],
      ],
    ],
    [
      "upstage left",
      "columns",
      "to",
      [
        [0, 0],
        [0, -1],
        [2, 0],
        [2, -1],
        [4, 0],
        [4, -1],
      ],
    ],
  ] as const)("a grid from %s along %s, %s", (corner, along, way, places) => {
    expect(flat({ ...grid, corner, along, way }, 6)).toEqual(places);
  });

  it("every order of a grid fills the same places once", () => {
    for (const corner of CORNERS)
      for (const along of ["rows", "columns"] as const)
        for (const way of ["to", "to and fro"] as const) {
          const places = flat({ ...grid, columns: 5, corner, along, way }, 20).map(([x, y]) => `${Math.abs(x)} ${Math.abs(y)}`);
          expect(new Set(places).size).toBe(20);
        }
  });
});
