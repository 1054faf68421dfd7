import { describe, expect, it } from "vitest";
import { playbackStateIdOf, type PlaybackState } from "../playback/playback";
import { sketchIdOf, type Sketch } from "../stroke/sketch";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { ShowRecord } from "./records";
import type { Show } from "./show";

const state: PlaybackState = {
  ...{ id: playbackStateIdOf("card-a"), kind: "playbackState", version: 1, playbackId: "card-a", level: 1 },
  ...{ cueId: "a-1", previousCueId: null, goSeconds: 0, letGoSeconds: null, personId: "ann" },
};
const show = smallShow([...listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([1]) })] }]), state]);
const strokes = { s: strokeOn("movers", { Pan: part([2]) }) };
const sketched: Sketch = { id: sketchIdOf("ben"), kind: "sketch", version: 1, personId: "ben", strokes };
const played: PlaybackState = { ...state, level: 0.25 };
const card = { ...show.get("playback", "card-a")!, columns: 2 };

/** The show with some records as they are given. */
function after(...records: ShowRecord[]): Show {
  const ids = records.map(({ id }) => id);
  return show.withRecords(new Map([...show.records, ...records.map((record) => [record.id, record] as const)]), ids);
}

describe("a show in the eyes of who watches", () => {
  it.each([
    ["nothing", after(), { quiet: true, played: true }],
    ["a sketch", after(sketched), { quiet: true, played: true }],
    ["a fader", after(played), { quiet: true, played: false }],
    ["a card", after(card), { quiet: false, played: false }],
    ["all of these", after(sketched, played, card), { quiet: false, played: false }],
  ])("that differs by %s", (_, other, same) => {
    expect({ quiet: other.quietAs(show), played: other.playedAs(show) }).toEqual(same);
    expect({ quiet: show.quietAs(other), played: show.playedAs(other) }).toEqual(same);
  });
});
