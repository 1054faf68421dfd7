import { describe, expect, it } from "vitest";
import { MOST_DOTS, MOST_PICTURE_COLUMNS, MOST_PICTURE_ROWS } from "@vexa/core";
import { fitting } from "./take-picture";

describe("a picture that is made as small as a stage needs", () => {
  it("keeps its shape, has a dot at least, and never more than are kept", () => {
    for (const [width, height] of [
      [1, 1],
      [64, 64],
      [4000, 3000],
      [8000, 1],
      [1, 8000],
      [100_000, 3],
      [3, 100_000],
      [513, 129],
    ] as const) {
      const { columns, rows } = fitting(width, height);
      expect(columns * rows).toBeLessThanOrEqual(MOST_DOTS);
      expect(columns).toBeLessThanOrEqual(MOST_PICTURE_COLUMNS);
      expect(rows).toBeLessThanOrEqual(MOST_PICTURE_ROWS);
      expect(Math.min(columns, rows)).toBeGreaterThanOrEqual(1);
    }
    expect(fitting(64, 48)).toEqual({ columns: 64, rows: 48 });
    const { columns, rows } = fitting(4000, 3000);
    expect(columns / rows).toBeCloseTo(4 / 3, 1);
  });
});
