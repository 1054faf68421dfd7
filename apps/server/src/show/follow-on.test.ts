import { EventEmitter } from "node:events";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { allDue, apply, isStillDue, playChanges, setChange, Show, type Change, type Person, type PlayCommand } from "@vexa/core";
import { understory } from "@vexa/demo";
import type { Door } from "./door";
import { FollowOn } from "./follow-on";

/** A door that does what is asked of it at once, and remembers when each go was dated. */
class QuickDoor extends EventEmitter {
  show = new Show(new Map(understory().map((record) => [record.id, record])));
  readonly gos: { cueId: string | undefined; at: number }[] = [];

  change(changes: readonly Change[]): void {
    const next = apply(this.show.records, changes);
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    this.show = this.show.withRecords(next.value);
    this.emit("changes");
  }

  play(person: Person, command: PlayCommand, at: number | undefined): Promise<void> {
    const changes = playChanges(this.show, command, { t: at ?? now(), personId: person.id });
    if (!changes.ok) throw new Error(changes.error.code);
    if (command.type === "go") this.gos.push({ cueId: command.cueId, at: at ?? now() });
    this.change(changes.value);
    return Promise.resolve();
  }
}

const now = (): number => Date.now() / 1000;
let door: QuickDoor;
let followOn: FollowOn;
beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000 });
  door = new QuickDoor();
  followOn = new FollowOn(door as unknown as Door, now);
  door.change([setChange("cue-night-bloom-2", ["trigger"], { to: { type: "wait", seconds: 6 } })]);
});
afterEach(() => {
  followOn.stop();
  vi.useRealTimers();
});
const begin = (): Promise<void> =>
  door.play(door.show.get("person", "person-ines")!, { type: "go", playbackId: "card-night-bloom" }, undefined);

describe("cues that come by themselves", () => {
  it("are started at their moment, dated to it, and the next one waits for a go", async () => {
    await begin();
    vi.advanceTimersByTime(5900);
    expect(door.gos).toHaveLength(1);
    vi.advanceTimersByTime(200);
    expect(door.gos[1]).toEqual({ cueId: "cue-night-bloom-2", at: 1006 });
    vi.advanceTimersByTime(60_000);
    expect(door.gos).toHaveLength(2);
    expect(door.show.playbackState("card-night-bloom")!.goSeconds).toBe(1006);
  });

  it("come later when the playback is paused, at another moment when their time is changed, and not when it is let go", async () => {
    await begin();
    vi.advanceTimersByTime(1000);
    const ines = door.show.get("person", "person-ines")!;
    await door.play(ines, { type: "pause", playbackId: "card-night-bloom" }, undefined);
    vi.advanceTimersByTime(30_000);
    expect(door.gos).toHaveLength(1);
    await door.play(ines, { type: "continue", playbackId: "card-night-bloom" }, undefined);
    door.change([setChange("cue-night-bloom-2", ["trigger"], { from: { type: "wait", seconds: 6 }, to: { type: "wait", seconds: 3 } })]);
    vi.advanceTimersByTime(2100);
    expect(door.gos[1]?.at).toBeCloseTo(1033, 3);
    await door.play(ines, { type: "let-go", playbackId: "card-night-bloom" }, undefined);
    await begin();
    await door.play(ines, { type: "let-go", playbackId: "card-night-bloom" }, undefined);
    vi.advanceTimersByTime(60_000);
    expect(door.gos).toHaveLength(3);
  });

  it.each([
    ["let go", { type: "let-go", playbackId: "card-night-bloom" }],
    ["paused", { type: "pause", playbackId: "card-night-bloom" }],
    ["sent to another cue", { type: "go", playbackId: "card-night-bloom", cueId: "cue-night-bloom-3", seconds: 0 }],
  ] as const)("don't come when the playback was %s a moment before, however soon before", async (_, command) => {
    await begin();
    // Sooner than what is due is worked out anew.
    vi.advanceTimersByTime(5995);
    await door.play(door.show.get("person", "person-ines")!, command, undefined);
    const [touched, gos] = [door.show.playbackState("card-night-bloom"), door.gos.length];
    vi.advanceTimersByTime(60_000);
    expect(door.gos).toHaveLength(gos);
    expect(door.show.playbackState("card-night-bloom")).toBe(touched);
  });

  it("don't come when their time was changed a moment before", async () => {
    await begin();
    vi.advanceTimersByTime(5995);
    door.change([setChange("cue-night-bloom-2", ["trigger"], { from: { type: "wait", seconds: 6 }, to: { type: "wait", seconds: 9 } })]);
    vi.advanceTimersByTime(60_000);
    expect(door.gos.map(({ at }) => at)).toEqual([1000, 1009]);
  });

  it("still are due as long as nobody touches what they are of", async () => {
    const ines = door.show.get("person", "person-ines")!;
    for (const { id } of door.show.all("playback")) await door.play(ines, { type: "go", playbackId: id }, undefined);
    const { id: listId } = door.show.all("cueList").find(({ time }) => time !== undefined)!;
    await door.play(ines, { type: "time-run", listId }, undefined);
    const dues = allDue(door.show);
    expect(dues.length).toBeGreaterThan(2);
    for (const due of dues) expect(isStillDue(door.show, due)).toBe(true);
    for (const due of dues) expect(isStillDue(door.show, { ...due, atSeconds: due.atSeconds + 1 })).toBe(false);
    await door.play(ines, { type: "time-stop", listId }, undefined);
    expect(dues.filter((due) => !isStillDue(door.show, due)).length).toBeGreaterThan(0);
    for (const { id } of door.show.all("playback")) await door.play(ines, { type: "let-go", playbackId: id }, undefined);
    for (const due of dues) expect(isStillDue(door.show, due)).toBe(false);
  });
});
