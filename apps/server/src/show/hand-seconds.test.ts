import { describe, expect, it } from "vitest";
import { handSeconds } from "./hand-seconds";

describe("when a hand did what came now", () => {
  it("is what its clock says, where that is near; else now", () => {
    expect([99.9, 100.05, 99.01, 100.99].map((asked) => handSeconds(asked, 100))).toEqual([99.9, 100.05, 99.01, 100.99]);
    expect([undefined, 98.9, 101.1, NaN, Infinity, -Infinity].map((asked) => handSeconds(asked, 100))).toEqual(Array(6).fill(100));
  });
});
