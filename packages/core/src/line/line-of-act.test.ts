import { describe, expect, it } from "vitest";

import { withLines, type ActLine } from "./line-of-act";

const at = (level: number): ActLine => ({ line: `Ember wash at ${level}`, about: "Ember wash at" });
const tap: ActLine = { line: "Pulse tap", about: null };

describe("what is written down while it is done", () => {
  it("keeps of a drag the last step, and every touch", () => {
    const lines = [at(10), at(20), tap, tap, at(30), at(31)].reduce<ActLine[]>((all, line) => withLines(all, [line]), []);
    expect(lines.map(({ line }) => line)).toEqual(["Ember wash at 20", "Pulse tap", "Pulse tap", "Ember wash at 31"]);
    expect(withLines([at(1)], [])).toEqual([at(1)]);
  });
});
