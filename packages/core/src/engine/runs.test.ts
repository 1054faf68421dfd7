import { describe, expect, it } from "vitest";
import { MIXED, runsOf } from "./runs";

/** Rows from parameter 40 on, with a gap before the twentieth, of two timings from the thirtieth on. */
function rows(from: (row: number) => number): Parameters<typeof runsOf>[0] {
  const all = Array.from({ length: 50 }, (_, row) => row);
  return {
    parameters: Int32Array.from(all, (row) => 40 + row + (row < 20 ? 0 : 5)),
    timing: Uint32Array.from(all, (row) => (row < 30 ? 0 : 1)),
    from: Float32Array.from(all, from),
  };
}

describe("stretches of rows", () => {
  it("end where parameters jump, where a timing is worth being apart, and at the border of what rises", () => {
    const runs = runsOf(
      rows(() => 0.5),
      10,
    );
    expect([...runs.rows]).toEqual([0, 10, 20, 30]);
    expect([...runs.parameters]).toEqual([40, 50, 65, 75]);
    expect([...runs.lengths]).toEqual([10, 10, 10, 20]);
    expect([...runs.timings]).toEqual([0, 0, MIXED, 1]);
    expect([runs.first, runs.end]).toEqual([40, 95]);
  });

  it("tell the level from which all their rows come, where it is one", () => {
    const starts = (from: (row: number) => number): number[] => [...runsOf(rows(from), 20).starts];
    expect(starts(() => 0.25)).toEqual([0.25, 0.25, 0.25]);
    // One row of a stretch comes from elsewhere: its first, one in its midst, its last.
    for (const other of [0, 7, 19]) expect(starts((row) => Number(row === other))).toEqual([NaN, 0, 0]);
    for (const other of [30, 41, 49]) expect(starts((row) => Number(row === other))).toEqual([0, 0, NaN]);
  });

  it("of nothing reach nowhere", () => {
    const none = runsOf({ parameters: new Int32Array(0), timing: new Uint32Array(0), from: new Float32Array(0) }, 0);
    expect([none.count, none.first, none.end]).toEqual([0, 0, 0]);
  });
});
