import { describe, expect, it } from "vitest";
import { walkOf, type Direction } from "./direction";

/** So many places of a walk, none of them on an edge. */
const PLACES = 9973;

describe("a walk through a curve that jumps", () => {
  const directions: readonly Direction[] = ["forward", "backward", "there-and-back", "random"];

  it.each(directions)("tells where it passes the jumps, no more and no less: %s", (direction) => {
    const walk = walkOf(direction);
    const jumps = [0.21, 0.34, 0.81];
    const told = walk.edges(jumps);
    const wrong: number[] = [];
    let passed = 0;
    for (let step = 1; step < PLACES; step++) {
      const [from, to] = [(step - 0.5) / PLACES, (step + 0.5) / PLACES];
      const [was, is] = [walk.at(from), walk.at(to)].sort((a, b) => a - b) as [number, number];
      // From the end of a cycle to the next one's beginning nothing is passed.
      const between = is - was > 0.5 ? 0 : jumps.filter((jump) => jump > was && jump <= is).length;
      if (told.filter((edge) => edge > from && edge <= to).length !== between) wrong.push(from);
      passed += between;
    }
    expect(wrong).toEqual([]);
    expect(told).toHaveLength(passed);
    expect(passed).toBe(jumps.length * walk.cycles * (direction === "there-and-back" ? 2 : 1));
  });
});
