import { describe, expect, it } from "vitest";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { cueSheet } from "./cue-sheet";

describe("a cue sheet", () => {
  it("has numbers, names, times, what starts each cue, and notes, in their order", () => {
    const strokes = [strokeOn("movers", { Dimmer: part([1]) })];
    const show = smallShow(
      listWithCard("one", [
        { inSeconds: 3, strokes, name: "Lit" },
        { inSeconds: 1.25, outSeconds: 2, delaySeconds: 0.5, strokes, trigger: { type: "follow" }, note: "She looks up" },
        { inSeconds: 0, strokes, trigger: { type: "wait", seconds: 4 }, families: { Position: { in: { part: 1 } } } },
        { inSeconds: 0, strokes, trigger: { type: "timecode", seconds: 61.5 }, thenCueId: "one-1" },
      ]),
    );
    const rows = cueSheet(show, show.get("cueList", "one")!);
    expect(rows.map(({ number, name, note }) => [number, name, note])).toEqual([
      ["1", "Lit", ""],
      ["2", "one 2", "She looks up"],
      ["3", "one 3", ""],
      ["4", "one 4", ""],
    ]);
    expect(rows.map(({ times }) => times)).toEqual(["3 s", "1.25 s, out 2 s, after 0.5 s", "0 s, Position apart", "0 s"]);
    expect(rows.map(({ comes }) => comes)).toEqual([
      "with a go",
      "by itself, when the one before has arrived",
      "4 s after the one before",
      "at 61.5 s, then 1",
    ]);
    const timed = {
      ...show.get("cueList", "one")!,
      time: { source: "timecode" as const, rate: "25" as const, startSeconds: 3600, markers: [] },
    };
    expect(cueSheet(show, timed)[3]!.comes).toBe("at 01:01:01:12, then 1");
  });
});
