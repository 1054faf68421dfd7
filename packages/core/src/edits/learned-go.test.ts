import { describe, expect, it } from "vitest";
import { allDue } from "../playing/next-due";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { learnedGo, type LearnedGo } from "./learned-go";

function song(): Show {
  const cues = [1, 2, 3].map((number) => ({ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([number / 4]) })] }));
  const time = { source: "sound", soundId: "sound", rate: "25", startSeconds: 0 } as const;
  const records = listWithCard("list", cues).map((record) => (record.kind === "cueList" ? { ...record, time } : record));
  return smallShow([{ id: "sound", kind: "sound", version: 1, name: "Song", seconds: 60 }, ...records]);
}

function changed(show: Show, changes: Parameters<typeof edit>[1]): Show {
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return next.value;
}

function play(show: Show, command: PlayCommand, t: number): Show {
  const changes = playChanges(show, command, { t, personId: "ann" });
  if (!changes.ok) throw new Error(changes.error.code);
  return changed(show, changes.value);
}

const list = (show: Show): NonNullable<ReturnType<Show["get"]>> & { kind: "cueList" } => show.get("cueList", "list")!;
const card = (show: Show): string => show.all("playback")[0]!.id;
const running = (): Show => play(song(), { type: "time-run", listId: "list" }, 100);
const learn = (show: Show, t: number, last: LearnedGo | null = null): LearnedGo => learnedGo(show, list(show), { t, last })!;

describe("a go that is written down as its cue's time", () => {
  it("writes where the time line stands for the cue that comes next", () => {
    const first = learn(running(), 102.3456);
    expect(first).toMatchObject({ cueId: "list-1", seconds: 2.35 });
    const gone = play(changed(running(), [first.change]), { type: "go", playbackId: card(running()), cueId: first.cueId }, 102.35);
    expect(learn(gone, 105)).toMatchObject({ cueId: "list-2", seconds: 5 });
  });

  it("starts the cue that it was written for, also when the time that was just written starts it first", () => {
    const show = running();
    const learned = learn(show, 102);
    let written = changed(show, [learned.change]);
    // The edit came before the go, and a frame between the two: the cue is due already.
    const due = allDue(written).filter(({ atSeconds }) => atSeconds <= 102.05);
    expect(due.map(({ command }) => command)).toEqual([{ type: "go", playbackId: card(show), cueId: "list-1" }]);
    written = play(written, due[0]!.command, 102.02);
    written = play(written, { type: "go", playbackId: card(show), cueId: learned.cueId }, 102.05);
    expect(written.playbackState(card(show))?.cueId).toBe("list-1");
  });

  it("goes on from the go before it while that one isn't told yet, and from what is told afterwards", () => {
    const show = running();
    const first = learn(show, 102);
    const second = learn(show, 103, first);
    expect(second).toMatchObject({ cueId: "list-2", seconds: 3 });
    expect(learn(show, 104, second).cueId).toBe("list-3");
    const elsewhere = play(show, { type: "go", playbackId: card(show), cueId: "list-2" }, 103.5);
    expect(learn(elsewhere, 104, first).cueId).toBe("list-3");
  });

  it("writes nothing while the time line stands, and nothing at the end of the list", () => {
    expect(learnedGo(song(), list(song()), { t: 101, last: null })).toBeNull();
    const last = { ...learn(running(), 101), cueId: "list-3" };
    expect(learnedGo(running(), list(running()), { t: 102, last })).toBeNull();
  });
});
