import { describe, expect, it } from "vitest";
import type { CueTrigger } from "../cue/cue";
import type { ListTime, Sound } from "../cue/list-time";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { positionAt } from "../timecode/time-place";
import { allDue } from "./next-due";
import { listPlace } from "./list-clock";
import { edit } from "../show/edit";
import type { PlayCommand } from "./commands";
import { playChanges } from "./play";
import type { Show } from "../show/show";

const BY = "ann";
const at = (seconds: number): CueTrigger => ({ type: "timecode", seconds });

/** A song of 60 s: cues at 0, 10 and 30 s; the fourth follows on from the third after 5 s; each fades for 4 s. */
function song(source: "sound" | "timecode" = "sound"): Show {
  const triggers = [at(0), at(10), at(30), { type: "wait", seconds: 5 } as const];
  const cues = triggers.map((trigger, index) => ({
    trigger,
    inSeconds: 4,
    strokes: [strokeOn("movers", { Dimmer: part([(index + 1) / 4]) })],
  }));
  const sound: Sound = { id: "sound", kind: "sound", version: 1, name: "Song", seconds: 60 };
  const time: ListTime = { source, soundId: "sound", rate: "25", startSeconds: 3600 };
  return smallShow([sound, ...listWithCard("list", cues).map((record) => (record.kind === "cueList" ? { ...record, time } : record))]);
}

function play(show: Show, command: PlayCommand, t: number): Show {
  const changes = playChanges(show, command, { t, personId: BY });
  if (!changes.ok) throw new Error(changes.error.code);
  const next = edit(show, changes.value);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

/** Lets happen by itself what is due until t; tells when which cue came. */
function until(show: Show, t: number): { show: Show; came: [number, string][] } {
  const came: [number, string][] = [];
  for (let guard = 0; guard < 100; guard++) {
    const due = allDue(show)
      .filter(({ atSeconds }) => atSeconds <= t)
      .sort((a, b) => a.atSeconds - b.atSeconds)[0];
    if (!due) break;
    came.push([Math.round(due.atSeconds * 1000) / 1000, due.command.type === "go" ? due.command.cueId! : due.command.type]);
    show = play(show, due.command, due.atSeconds);
  }
  return { show, came };
}

const run = (listId = "list"): PlayCommand => ({ type: "time-run", listId });
const seek = (seconds: number): PlayCommand => ({ type: "time-seek", listId: "list", seconds });

describe("a list that runs by its sound", () => {
  it("starts each cue at its time, what follows on in between, and stops at the end", () => {
    const { show, came } = until(play(song(), run(), 100), 200);
    expect(came).toEqual([
      [110, "list-2"],
      [130, "list-3"],
      [135, "list-4"],
      [160, "time-stop"],
    ]);
    expect(show.playbackState("card-list")).toMatchObject({ cueId: "list-4", goSeconds: 135 });
    expect(show.timeState("list")).toMatchObject({ running: false, positionSeconds: 60 });
  });

  it("goes to the cue that belongs to a place, in what is left of its time", () => {
    const stands = play(song(), seek(11), 99);
    expect(stands.playbackState("card-list")).toBeNull();
    const runs = play(stands, run(), 100);
    expect(runs.playbackState("card-list")).toMatchObject({ cueId: "list-2", goSeconds: 100, seconds: 3 });
    // 38 s is 3 s into the follow-on of cue 3; long after its fade a cue still glides in for half a second.
    expect(play(runs, seek(38), 105).playbackState("card-list")).toMatchObject({ cueId: "list-4", seconds: 1 });
    expect(play(runs, seek(29), 105).playbackState("card-list")).toMatchObject({ cueId: "list-2", seconds: 0.5 });
    expect(play(runs, seek(0), 105).playbackState("card-list")).toMatchObject({ cueId: "list-1" });
  });

  it("goes on from where it was stopped, and starts nothing while it stands", () => {
    const stopped = play(until(play(song(), run(), 0), 9).show, { type: "time-stop", listId: "list" }, 9);
    expect(until(stopped, 1000).came).toEqual([]);
    const again = play(stopped, run(), 500);
    expect(positionAt(listPlace(again, again.get("cueList", "list")!)!, 500.5)).toBe(9.5);
    expect(until(again, 502).came).toEqual([[501, "list-2"]]);
  });

  it("starts a cue once, also when somebody pressed its go a little early", () => {
    const early = play(play(song(), run(), 0), { type: "go", playbackId: "card-list" }, 9.7);
    expect(early.playbackState("card-list")?.cueId).toBe("list-2");
    expect(until(early, 29).came).toEqual([]);
    expect(until(early, 31).came).toEqual([[30, "list-3"]]);
  });

  it("lets go before its first cue and says so when it has no sound", () => {
    const show = song();
    const later = edit(show, [{ op: "set", id: "list-1", path: ["trigger", "seconds"], from: 0, to: 5 }]);
    if (!later.ok) throw new Error(later.error.code);
    const jumped = play(play(play(later.value, seek(20), 0), run(), 0), seek(2), 10);
    expect(jumped.playbackState("card-list")).toMatchObject({ cueId: null });
    const none = playChanges(song("timecode"), run(), { t: 0, personId: BY });
    expect(!none.ok && none.error.code).toBe("time.none");
    const gone = playChanges(show, run("nowhere"), { t: 0, personId: BY });
    expect(!gone.ok && gone.error.code).toBe("record.unknown");
  });
});

describe("a list that runs by timecode", () => {
  const coming = (positionSeconds: number, how: "jump" | "steady", running = true): PlayCommand => ({
    type: "timecode",
    positionSeconds,
    running,
    rate: "25",
    how,
  });

  it("counts from its own start, finds its cue after a jump, and isn't upset when the count is put right", () => {
    const runs = play(song("timecode"), coming(3605, "jump"), 0);
    expect(runs.playbackState("card-list")).toMatchObject({ cueId: "list-1", seconds: 0.5 });
    const { show, came } = until(runs, 6);
    expect(came).toEqual([[5, "list-2"]]);
    // Put right by 30 ms backwards just after the cue came: it doesn't come twice.
    expect(until(play(show, coming(3609.99, "steady"), 5.02), 10).came).toEqual([]);
    const jumped = play(show, coming(3640, "jump"), 8);
    expect(jumped.playbackState("card-list")).toMatchObject({ cueId: "list-4", goSeconds: 8 });
    const stands = play(jumped, coming(3641, "steady", false), 9);
    expect(until(stands, 100).came).toEqual([]);
    expect(stands.playbackState("card-list")?.cueId).toBe("list-4");
  });
});
