import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { HistoryLine } from "./messages";
import { ownSteps } from "./own-steps";

const line = (id: number, state: HistoryLine["state"]): HistoryLine => ({
  id: String(id),
  personId: "ann",
  label: `edit ${id}`,
  at: id,
  state,
  places: [],
});

describe("one's own steps", () => {
  it("count back over what is done, and forward over what was taken back last", () => {
    const steps = ownSteps([
      line(9, "step"),
      line(8, "undone"),
      line(7, "undone"),
      line(6, "done"),
      line(5, "undone"),
      line(4, "step"),
      line(3, "done"),
    ]);
    expect(steps.map(({ line: { id }, hop }) => [id, hop && `${hop.way} ${hop.times}`])).toEqual([
      ["8", "redo 2"],
      ["7", "redo 1"],
      ["6", "undo 1"],
      ["5", null],
      ["3", "undo 2"],
    ]);
  });

  it("may all be taken back: then each can be done again", () => {
    expect(ownSteps([line(2, "undone"), line(1, "undone")]).map(({ hop }) => hop)).toEqual([
      { way: "redo", times: 2 },
      { way: "redo", times: 1 },
    ]);
    expect(ownSteps([])).toEqual([]);
  });

  /** Undo takes back the latest that is done; redo does the first again that was taken back after it: as the server's storage has it. */
  const hopped = (lines: readonly HistoryLine[], way: "undo" | "redo"): HistoryLine[] => {
    const latest = lines.findIndex(({ state }) => state === "done");
    const at = way === "undo" ? latest : lines.findLastIndex(({ state }, index) => state === "undone" && (latest < 0 || index < latest));
    return lines.map((each, index) => (index === at ? { ...each, state: way === "undo" ? "undone" : "done" } : each));
  };
  it("lead where they say: the step is taken back, or done again, and none beyond it (property)", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom("done" as const, "undone" as const), { maxLength: 12 }), (states) => {
        const lines = states.map((state, at) => line(100 - at, state));
        for (const { line: of, hop } of ownSteps(lines)) {
          if (!hop) continue;
          let after = lines;
          for (let time = 0; time < hop.times; time++) after = hopped(after, hop.way);
          const at = lines.indexOf(of);
          expect(after[at]!.state).toBe(hop.way === "undo" ? "undone" : "done");
          // Back takes nothing earlier along, and again nothing later.
          const beyond = (of: readonly HistoryLine[]): readonly HistoryLine[] => (hop.way === "undo" ? of.slice(at + 1) : of.slice(0, at));
          expect(beyond(after)).toEqual(beyond(lines));
        }
      }),
    );
  });
});
