import { describe, expect, it } from "vitest";
import { MOST_DOTS, MOST_FILM_DOTS, MOST_FRAMES, MOST_PICTURE_COLUMNS, MOST_PICTURE_ROWS } from "@vexa/core";
import { evenly, filmFitting } from "./take-film";
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

describe("a film that is made as small as a stage needs", () => {
  it("has at least two pictures and a dot each, and never more dots than are kept", () => {
    for (const [width, height] of [
      [1, 1],
      [1920, 1080],
      [100_000, 3],
      [3, 100_000],
    ] as const)
      for (const count of [1, 2, 30, 120, 3000]) {
        const { columns, rows, frames } = filmFitting(width, height, count);
        expect(columns * rows * frames).toBeLessThanOrEqual(MOST_FILM_DOTS);
        expect(columns * rows).toBeLessThanOrEqual(MOST_DOTS);
        expect(frames).toBeGreaterThanOrEqual(2);
        expect(frames).toBeLessThanOrEqual(MOST_FRAMES);
        expect([columns <= MOST_PICTURE_COLUMNS, rows <= MOST_PICTURE_ROWS, Math.min(columns, rows) >= 1]).toEqual([true, true, true]);
      }
    expect(filmFitting(1920, 1080, 60)).toEqual({ columns: 44, rows: 24, frames: 60 });
  });

  it("takes of pictures that stand for different times the one that stands then", () => {
    // The first stands for 0.1 s, the second for 0.7 s, the third for 0.2 s.
    expect(evenly([0, 0.1, 0.8], 1, 10)).toEqual([0, 1, 1, 1, 1, 1, 1, 1, 2, 2]);
    expect(evenly([0, 1], 2, 2)).toEqual([0, 1]);
    expect(evenly([0, 0.5], 1, 6)).toEqual([0, 0, 0, 1, 1, 1]);
  });
});
