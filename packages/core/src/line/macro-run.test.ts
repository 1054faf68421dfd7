import { describe, expect, it } from "vitest";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import type { Macro } from "../playback/macro";
import { DEEPEST_MACRO, startOfMacro } from "../playback/running-macro";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { MOST_MACRO_STEPS, nextOfMacro, readStep, type MacroNext } from "./macro-run";

const macro = (id: string, lines: readonly string[]): Macro => ({ id, kind: "macro", version: 1, name: id, rank: 0, lines });
const OPEN = listWithCard("open", [{ inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]) })] }]);
const all = (macros: readonly Macro[], most = 20): MacroNext[] => {
  const show = smallShow(macros);
  let progress = startOfMacro(macros[0]!.id);
  const steps: MacroNext[] = [];
  while (steps.length < most && steps.at(-1)?.do !== "end" && steps.at(-1)?.do !== "stop") {
    const done = nextOfMacro(progress, show, 100);
    progress = done.progress;
    steps.push(done.next);
  }
  return steps;
};
const played = (show: Show, t: number, command: PlayCommand): Show => {
  const changes = playChanges(show, command, { t, personId: "lead" });
  const after = changes.ok ? edit(show, changes.value) : changes;
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  return after.value;
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
    expect(all([macro("deep", ["run deep", "undo"])], 5000)).toEqual([
      { do: "stop", why: `macros run inside each other ${DEEPEST_MACRO} deep, which is the most`, at: "deep, line 1" },
    ]);
  });

  it("stops where a line names what isn't there, with the place; what is taken away while it runs just ends", () => {
    expect(all([macro("one", ["run moon"])])).toEqual([
      { do: "stop", why: expect.stringContaining("there is no macro of this name") as string, at: "one, line 1" },
    ]);
    expect(all([macro("one", ["wait soon"])])).toMatchObject([{ do: "stop", at: "one, line 1" }]);
    const first = nextOfMacro(startOfMacro("one"), smallShow([macro("one", ["undo", "undo"])]), 0);
    expect(first.next.do).toBe("line");
    expect(nextOfMacro(first.progress, smallShow(), 0).next.do).toBe("end");
  });

  it("waits for what fades until it has arrived, as long as that takes, and for what doesn't run not at all", () => {
    const show = smallShow([macro("one", ["wait for open", "undo"]), ...OPEN]);
    expect(nextOfMacro(startOfMacro("one"), show, 100).next).toMatchObject({ do: "line", text: "undo" });
    // Fades in 2 s: a quarter of a second at a time, since it may be paused; at its end the rest.
    let going = played(show, 100, { type: "go", playbackId: "card-open" });
    const waits = (at: number): number | null => {
      const { progress, next } = nextOfMacro(startOfMacro("one"), going, at);
      if (next.do !== "wait") return null;
      expect(progress.open).toEqual([{ macroId: "one", line: 0 }]);
      expect(progress.steps).toBe(0);
      return next.seconds;
    };
    expect(waits(100.5)).toBe(0.25);
    expect(waits(101.9)).toBeCloseTo(0.1, 9);
    expect(waits(102)).toBeNull();
    going = played(going, 101, { type: "pause", playbackId: "card-open" });
    expect(waits(1000)).toBe(0.25);
    going = played(going, 1001, { type: "continue", playbackId: "card-open" });
    expect(waits(1001.9)).toBeCloseTo(0.1, 9);
    expect(waits(1002)).toBeNull();
  });

  it("asks, and puts what was answered into its lines; what nobody asked for stops it", () => {
    const show = smallShow([macro("one", ["ask wide: How wide?", "Movers: pan -{wide}..{WIDE}", "Movers: dim {bright}"])]);
    const asks = nextOfMacro(startOfMacro("one"), show, 0);
    expect(asks.next).toEqual({ do: "ask", name: "wide", question: "How wide?", at: "one, line 1" });
    const does = nextOfMacro({ ...asks.progress, answers: { wide: "$1 20" } }, show, 0);
    expect(does.next).toEqual({ do: "line", text: "Movers: pan -$1 20..$1 20", at: "one, line 2" });
    expect(nextOfMacro(does.progress, show, 0).next).toMatchObject({ do: "stop", why: expect.stringContaining("{bright}") as string });
  });

  it.each([
    ["wait 2", { type: "wait", seconds: 2 }],
    ["WAIT 2 beats of pul", { type: "beats", beats: 2, masterId: "pulse" }],
    ["wait  1 beat", { type: "beats", beats: 1, masterId: "pulse" }],
    ["wait for ope", { type: "arrival", listId: "open" }],
    ["Ask  How-Far: how far,  then?", { type: "ask", name: "how-far", question: "how far, then?" }],
    ["Movers: dim 50", { type: "line", text: "Movers: dim 50" }],
  ])("reads “%s”", (text, step) => {
    expect(readStep(text, smallShow(OPEN))).toEqual({ ok: true, value: step });
  });

  it.each(["", "wait -1", "wait 99999", "wait 1 beats of Moon", "wait for Moon", "ask how wide?", "ask 1st: how wide?", "ask wide:"])(
    "refuses “%s”",
    (text) => {
      expect(readStep(text, smallShow()).ok).toBe(false);
    },
  );
});
