import { describe, expect, it } from "vitest";
import { playbackStateIdOf, type PlaybackState } from "../playback/playback";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { callProgress, callSeconds, cueCall } from "./cue-call";

const strokes = [strokeOn("movers", { Dimmer: part([1]) })];
const LISTS = [
  ...listWithCard("one", [
    { inSeconds: 4, strokes, name: "Lit" },
    { inSeconds: 2, delaySeconds: 1, strokes },
  ]),
  ...listWithCard("two", [{ inSeconds: 0, strokes }]),
];
const card = (listId: string): string => LISTS.find((record) => record.kind === "playback" && record.listId === listId)!.id;
const runs = (listId: string, cueId: string | null, of: Partial<PlaybackState> & { goSeconds: number }): PlaybackState => ({
  ...{ id: playbackStateIdOf(card(listId)), kind: "playbackState", version: 1, playbackId: card(listId), level: 1 },
  ...{ previousCueId: null, letGoSeconds: null, personId: "person-ines" },
  cueId,
  ...of,
});

/** As the cue view puts it together. */
function called(show: Show, listId: string | null, now = 0): object | null {
  const call = cueCall(show, listId);
  if (!call) return null;
  const { list, runs, next } = call;
  const progress = runs ? callProgress(runs.state, { seconds: callSeconds(show, call), now }) : null;
  return { list: list.id, cue: runs?.cue.id ?? null, next: next?.id ?? null, ...progress };
}

describe("the call of a list", () => {
  it("is what stands, what comes, and how far it has come", () => {
    const show = smallShow([...LISTS, runs("one", "one-1", { goSeconds: 10 })]);
    expect(called(show, "one", 11)).toEqual({ list: "one", cue: "one-1", next: "one-2", part: 0.25, left: 3 });
    expect(called(show, "one", 99)).toMatchObject({ part: 1, left: 0 });
    // A clock that is a little behind the server's shows no less than nothing.
    expect(called(show, "one", 9)).toMatchObject({ part: 0, left: 4 });
  });

  it("counts delays, the time chosen for this go, and stands while it is paused", () => {
    const at = (of: Partial<PlaybackState>): ReturnType<typeof called> =>
      called(smallShow([...LISTS, runs("one", "one-2", { goSeconds: 10, ...of })]), "one", 12);
    expect(at({})).toMatchObject({ left: 1, next: null });
    expect(at({ seconds: 8 })).toMatchObject({ left: 6, part: 0.25 });
    expect(at({ seconds: 0 })).toMatchObject({ left: 0, part: 1 });
    expect(at({ pausedSeconds: 11 })).toMatchObject({ left: 2 });
  });

  it("without a list is that of whichever was touched last", () => {
    const both = smallShow([...LISTS, runs("one", "one-1", { goSeconds: 10 }), runs("two", "two-1", { goSeconds: 20 })]);
    expect(called(both, null)).toMatchObject({ list: "two" });
    const letGo = smallShow([...LISTS, runs("one", "one-1", { goSeconds: 10 }), runs("two", null, { goSeconds: 20 })]);
    expect(called(letGo, null)).toMatchObject({ list: "one" });
  });

  it("is null where nothing runs, and the first cue is next of a list that doesn't", () => {
    expect(called(smallShow(LISTS), null)).toBeNull();
    expect(called(smallShow(LISTS), "gone")).toBeNull();
    expect(called(smallShow(LISTS), "two")).toEqual({ list: "two", cue: null, next: "two-1" });
  });
});
