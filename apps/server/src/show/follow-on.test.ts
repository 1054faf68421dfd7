import { EventEmitter } from "node:events";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { apply, playChanges, setChange, Show, type Change, type Person, type PlayCommand } from "@vexa/core";
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
});
