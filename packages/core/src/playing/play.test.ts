import { describe, expect, it } from "vitest";
import { apply } from "../document/apply";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { board, paint, show as boardShow } from "../testing/board-show";
import type { PlayCommand } from "./commands";
import { playChanges } from "./play";
import type { Show } from "../show/show";

const cue = { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })] };
const begin = (card = {}): Show => smallShow(listWithCard("a", [cue, cue, cue], card));
const after = (show: Show, t: number, command: PlayCommand): Show => {
  const changes = playChanges(show, command, { t, personId: "olu" });
  if (!changes.ok) throw new Error(changes.error.code);
  const applied = apply(show.records, changes.value);
  if (!applied.ok) throw new Error(applied.error.code);
  return show.withRecords(applied.value);
};
const level = (value: number): PlayCommand => ({ type: "level", playbackId: "card-a", level: value });
const go: PlayCommand = { type: "go", playbackId: "card-a" };
const stateOf = (show: Show) => show.playbackState("card-a");

describe("playing a card", () => {
  it("starts the first cue when the fader leaves zero, and lets go when it is back", () => {
    let show = after(begin(), 5, level(0.3));
    expect(stateOf(show)).toMatchObject({ level: 0.3, cueId: "a-1", goSeconds: 5, letGoSeconds: null, personId: "olu" });
    show = after(show, 6, level(0.7));
    expect(stateOf(show)).toMatchObject({ level: 0.7, cueId: "a-1", goSeconds: 5 });
    show = after(show, 7, level(0));
    expect(stateOf(show)).toMatchObject({ level: 0, cueId: null, letGoSeconds: 7 });
  });

  it("does neither where the card says so", () => {
    let show = after(begin({ startsOnRaise: false, letsGoAtZero: false }), 5, level(0.3));
    expect(stateOf(show)).toMatchObject({ level: 0.3, cueId: null });
    show = after(after(show, 6, go), 7, level(0));
    expect(stateOf(show)).toMatchObject({ level: 0, cueId: "a-1" });
  });

  it("goes from cue to cue and stays at the last", () => {
    let show = after(after(begin(), 1, go), 2, go);
    expect(stateOf(show)).toMatchObject({ cueId: "a-2", previousCueId: "a-1", goSeconds: 2, level: 1 });
    show = after(show, 3, go);
    expect(playChanges(show, go, { t: 4, personId: "olu" })).toEqual({ ok: true, value: [] });
    expect(stateOf(after(show, 5, { ...go, cueId: "a-1" }))).toMatchObject({ cueId: "a-1", previousCueId: "a-3" });
  });

  it("limits levels, and a card that doesn't play has nothing to let go", () => {
    expect(stateOf(after(begin(), 1, level(7)))).toMatchObject({ level: 1 });
    expect(playChanges(begin(), { type: "let-go", playbackId: "card-a" }, { t: 1, personId: "olu" })).toEqual({ ok: true, value: [] });
  });

  it("says what is missing", () => {
    expect(playChanges(smallShow(listWithCard("a", [])), go, { t: 1, personId: "olu" })).toMatchObject({
      error: { details: { what: "first cue" } },
    });
    expect(playChanges(begin(), { ...go, cueId: "a-9" }, { t: 1, personId: "olu" })).toMatchObject({ error: { details: { what: "cue" } } });
    expect(playChanges(begin(), { type: "tap", masterId: "x" }, { t: 1, personId: "olu" })).toMatchObject({
      error: { details: { what: "speed master" } },
    });
  });

  it("drives speed masters: taps, numbers, hold and run", () => {
    let show = after(after(begin(), 10, { type: "tap", masterId: "pulse" }), 10.4, { type: "tap", masterId: "pulse" });
    expect(show.masterState("pulse")!.tempo.bpm).toBeCloseTo(150, 6);
    show = after(show, 11, { type: "hold", masterId: "pulse" });
    expect(show.masterState("pulse")!.tempo.running).toBe("held");
    show = after(after(show, 12, { type: "run", masterId: "pulse" }), 13, { type: "bpm", masterId: "pulse", bpm: 90 });
    expect(show.masterState("pulse")!.tempo).toMatchObject({ running: "yes", bpm: 90 });
  });

  it("takes the moment of the hand's own clock for taps, and nothing else of it into what is kept", () => {
    const commands: PlayCommand[] = [
      { type: "go", playbackId: "card-lit" },
      { type: "level", playbackId: "card-lit", level: 0.4 },
      { type: "grand-master", level: 0.5 },
      paint("red"),
      { type: "bed-level", boardId: board.id, bedIds: ["movers"], level: 0.3 },
      { type: "hold", masterId: "pulse" },
      { type: "park", head: "fx-1", values: { Dimmer: 1 } },
    ];
    for (const command of commands) {
      const done = playChanges(boardShow, command, { t: 1, personId: "ann", hand: 1.2 });
      expect(done).toMatchObject({ ok: true });
      expect(done).toEqual(playChanges(boardShow, command, { t: 1, personId: "ann" }));
    }
    const tap = playChanges(boardShow, { type: "tap", masterId: "pulse" }, { t: 1, personId: "ann", hand: 1.2 });
    expect(JSON.stringify(tap)).toContain('"taps":[1.2]');
  });
});
