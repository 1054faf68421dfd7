import { describe, expect, it } from "vitest";
import { smallShow } from "../testing";
import type { Macro } from "../playback/macro";
import { MacroRun, MOST_MACRO_STEPS, readStep, type MacroNext } from "./macro-run";

const macro = (id: string, lines: readonly string[]): Macro => ({ id, kind: "macro", version: 1, name: id, rank: 0, lines });
const all = (macros: readonly Macro[], most = 20): MacroNext[] => {
  const show = smallShow(macros);
  const run = new MacroRun(macros[0]!.id, () => show);
  const steps: MacroNext[] = [];
  while (steps.length < most && steps.at(-1)?.do !== "end" && steps.at(-1)?.do !== "stop") steps.push(run.next());
  return steps;
};

describe("a macro", () => {
  it("is its lines and waits in turn; beats are those of a speed master, and another macro is run in between", () => {
    expect(
      all([macro("one", ["Movers: dim 50", "wait 1,5", "run two", "undo"]), macro("two", ["wait 4 beats of Pulse", "wait 2 beats"])]),
    ).toEqual([
      { do: "line", text: "Movers: dim 50", at: "one, line 1" },
      { do: "wait", seconds: 1.5, at: "one, line 2" },
      // Pulse beats 120 a minute.
      { do: "wait", seconds: 2, at: "two, line 1" },
      { do: "wait", seconds: 1, at: "two, line 2" },
      { do: "line", text: "undo", at: "one, line 4" },
      { do: "end" },
    ]);
  });

  it("that runs itself is stopped after a thousand steps, and says so", () => {
    const steps = all([macro("ring", ["wait 0", "run ring"])], 5000);
    expect(steps.at(-1)).toEqual({ do: "stop", why: `it has done ${MOST_MACRO_STEPS} steps, which is the most`, at: "ring, line 1" });
    expect(all([macro("idle", ["run idle"])], 5000)).toMatchObject([{ do: "stop" }]);
  });

  it("stops where a line names what isn't there, with the place; what is taken away while it runs just ends", () => {
    expect(all([macro("one", ["run moon"])])).toEqual([
      { do: "stop", why: expect.stringContaining("there is no macro of this name") as string, at: "one, line 1" },
    ]);
    expect(all([macro("one", ["wait soon"])])).toMatchObject([{ do: "stop", at: "one, line 1" }]);
    let show = smallShow([macro("one", ["undo", "undo"])]);
    const run = new MacroRun("one", () => show);
    expect(run.next().do).toBe("line");
    show = smallShow();
    expect(run.next().do).toBe("end");
  });

  it.each([
    ["wait 2", { type: "wait", seconds: 2 }],
    ["WAIT 2 beats of pul", { type: "beats", beats: 2, masterId: "pulse" }],
    ["wait  1 beat", { type: "beats", beats: 1, masterId: "pulse" }],
    ["Movers: dim 50", { type: "line", text: "Movers: dim 50" }],
  ])("reads “%s”", (text, step) => {
    expect(readStep(text, smallShow())).toEqual({ ok: true, value: step });
  });

  it.each(["", "wait -1", "wait 99999", "wait 1 beats of Moon"])("refuses “%s”", (text) => {
    expect(readStep(text, smallShow()).ok).toBe(false);
  });
});
