import { describe, expect, it } from "vitest";
import type { Macro } from "../playback/macro";
import { runningIdOf, type RunningMacro } from "../playback/running-macro";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { PlayCommand } from "./commands";
import { playChanges } from "./play";
import { macrosOfCues } from "./play-macros";
import { startedCues } from "./started-cues";

const macro: Macro = { id: "quiet", kind: "macro", version: 1, name: "Quiet house", rank: 0, lines: ["ask wide: How wide?", "undo"] };
const list = listWithCard("bloom", [{ inSeconds: 1, macroId: "quiet", strokes: [strokeOn("movers", { Dimmer: part([1]) })] }]);
const show = smallShow([macro, ...list]);
const after = (from: Show, t: number, command: PlayCommand, personId = "lead"): Show => {
  const changes = playChanges(from, command, { t, personId });
  const next = changes.ok ? edit(from, changes.value) : changes;
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
};
const run = (of: Show): RunningMacro | null => of.get("runningMacro", runningIdOf("quiet"));

describe("a run of a macro", () => {
  it("begins at its first line with what is selected, and anew when it is started again", () => {
    const who = { heads: ["1.0"] };
    const begun = after(show, 10, { type: "macro", macroId: "quiet", who });
    expect(run(begun)).toMatchObject({ personId: "lead", startSeconds: 10, dueSeconds: 10, who, open: [{ macroId: "quiet", line: 0 }] });
    const going = edit(begun, [{ op: "set", id: "run.quiet", path: ["steps"], from: 0, to: 7 }]);
    const again = after(going.ok ? going.value : show, 12, { type: "macro", macroId: "quiet" });
    expect(run(again)).toMatchObject({ startSeconds: 12, steps: 0, who: { heads: [] } });
    expect(run(after(again, 13, { type: "macro-stop", macroId: "quiet" }))).toBeNull();
    expect(playChanges(show, { type: "macro-stop", macroId: "quiet" }, { t: 0, personId: "lead" })).toEqual({ ok: true, value: [] });
  });

  it("takes an answer to what it asks, once, and goes on", () => {
    const begun = after(show, 10, { type: "macro", macroId: "quiet" });
    const answer: PlayCommand = { type: "macro-answer", macroId: "quiet", name: "wide", text: "30" };
    expect(run(after(begun, 11, answer))).toBe(run(begun));
    const asks = edit(begun, [{ op: "set", id: "run.quiet", path: ["asks"], to: { name: "wide", question: "How wide?" } }]);
    if (!asks.ok) throw new Error("it may ask");
    expect(run(after(asks.value, 11, { ...answer, name: "high" }))!.asks).toEqual({ name: "wide", question: "How wide?" });
    const answered = after(asks.value, 11, answer);
    expect(run(answered)).toMatchObject({ answers: { wide: "30" }, dueSeconds: 11 });
    expect(run(answered)!.asks).toBeUndefined();
  });

  it("that isn't there is an error; one that runs can't be taken away", () => {
    expect(playChanges(show, { type: "macro", macroId: "moon" }, { t: 0, personId: "lead" }).ok).toBe(false);
    expect(playChanges(show, { type: "macro", macroId: "quiet", listId: "moon" }, { t: 0, personId: "lead" }).ok).toBe(false);
    const alone = after(smallShow([macro]), 0, { type: "macro", macroId: "quiet" });
    expect(edit(alone, [{ op: "remove", record: macro }])).toMatchObject({ ok: false, error: { code: "record.in-use" } });
    expect(edit(show, [{ op: "remove", record: macro }])).toMatchObject({ ok: false, error: { code: "record.in-use" } });
  });

  it("comes with the cue that names it, as that is started", () => {
    const [cue] = show.cuesOf("bloom");
    const changes = playChanges(show, { type: "go", playbackId: "card-bloom" }, { t: 5, personId: "lead" });
    if (!changes.ok) throw new Error(changes.error.code);
    const going = edit(show, changes.value);
    if (!going.ok) throw new Error(going.error.code);
    expect(macrosOfCues(going.value, startedCues(going.value, changes.value, 5))).toEqual([{ macroId: "quiet", listId: "bloom" }]);
    expect(macrosOfCues(going.value, startedCues(going.value, changes.value, 50))).toEqual([]);
    expect(cue!.macroId).toBe("quiet");
  });
});
