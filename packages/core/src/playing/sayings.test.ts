import { describe, expect, it } from "vitest";
import type { Saying } from "../cue/saying";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, smallShow } from "../testing";
import type { PlayCommand } from "./commands";
import { playChanges } from "./play";
import { sayingsOf } from "./sayings";

const note = (number: number): Saying => ({ type: "note", channel: 1, note: number, velocity: 100 });
const SHOW = smallShow(
  listWithCard(
    "a",
    [
      { inSeconds: 1, strokes: [], says: [note(11)] },
      { inSeconds: 1, strokes: [] },
    ],
    { says: [note(1), note(2)], saysAfter: [note(3)] },
  ),
);

/** The notes that each command has said, one after the other, a second apart. */
function said(...commands: PlayCommand[]): number[][] {
  let show: Show = SHOW;
  return commands.map((command, at) => {
    const changes = playChanges(show, command, { t: 10 + at, personId: "ann" });
    if (!changes.ok) throw new Error(JSON.stringify(changes.error));
    const next = edit(show, changes.value);
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    show = next.value;
    return sayingsOf(show, changes.value, 10 + at).map(({ saying }) => (saying.type === "note" ? saying.note : -1));
  });
}

const go = { type: "go", playbackId: "card-a" } as const;
const letGo = { type: "let-go", playbackId: "card-a" } as const;
const level = (to: number): PlayCommand => ({ type: "level", playbackId: "card-a", level: to });

describe("what cards tell other machines", () => {
  it("is said when they begin from nothing, before what the cue says; and when they are let go", () => {
    expect(said(go, go, letGo, letGo, go)).toEqual([[1, 2, 11], [], [3], [], [1, 2, 11]]);
  });

  it("is said whatever began or ended them: a fader that leaves zero and comes back", () => {
    expect(said(level(0.5), level(0.7), level(0))).toEqual([[1, 2, 11], [], [3]]);
  });

  it("isn't said by a show that is opened with what ran in it, nor for a card that is gone", () => {
    const changes = playChanges(SHOW, go, { t: 10, personId: "ann" });
    const running = changes.ok && edit(SHOW, changes.value);
    if (!running || !running.ok) throw new Error("it didn't start");
    const state = running.value.playbackState("card-a")!;
    expect(sayingsOf(running.value, [{ op: "add", record: state }], 500)).toEqual([]);
    expect(sayingsOf(running.value, [{ op: "add", record: state }], 10.1)).toHaveLength(3);
    expect(sayingsOf(running.value, [{ op: "remove", record: state }], 10.1)).toEqual([]);
    const gone = new Map([...running.value.records].filter(([id]) => id !== "card-a"));
    expect(sayingsOf(running.value.withRecords(gone), [{ op: "add", record: state }], 10.1)).toHaveLength(1);
  });
});
