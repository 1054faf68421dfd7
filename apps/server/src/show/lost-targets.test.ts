import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { apply, playChanges, setChange, Show, targetOffIdOf, type Change, type Person, type PlayCommand } from "@vexa/core";
import { understory } from "@vexa/demo";
import type { Door } from "./door";
import { LostTargets } from "./lost-targets";

/** A door that does what is asked of it, after a while where `waitMs` says so, and counts. */
class CountingDoor {
  show = new Show(new Map(understory().map((record) => [record.id, record])));
  asked = 0;
  waitMs = 0;

  change(changes: readonly Change[]): void {
    const next = apply(this.show.records, changes);
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    this.show = this.show.withRecords(next.value);
  }

  async play(person: Person, command: PlayCommand): Promise<void> {
    this.asked++;
    if (this.waitMs > 0) await new Promise((resolve) => setTimeout(resolve, this.waitMs));
    const changes = playChanges(this.show, command, { t: now(), personId: person.id });
    if (changes.ok) this.change(changes.value);
  }
}

const now = (): number => Date.now() / 1000;
let door: CountingDoor;
let lost: LostTargets;
beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000 });
  door = new CountingDoor();
  lost = new LostTargets(door as unknown as Door, now);
});
afterEach(() => {
  lost.stop();
  vi.useRealTimers();
});
const ines = (): Person => door.show.get("person", "person-ines")!;
const say = (): Promise<void> => door.play(ines(), { type: "target-at", targetId: "target-voice", place: { x: 1, y: 2, z: 1 } });
const isNoted = (): boolean => door.show.targetOff(targetOffIdOf("target-voice"))?.lost ?? false;

describe("targets that are lost", () => {
  it("are noted within a tenth of a second after the first without a word, and as soon when they are heard again", async () => {
    door.change([setChange("target-voice", ["whenLost"], { to: "beneath" })]);
    await say();
    await vi.advanceTimersByTimeAsync(990);
    expect(isNoted()).toBe(false);
    await vi.advanceTimersByTimeAsync(120);
    expect(isNoted()).toBe(true);
    await say();
    await vi.advanceTimersByTimeAsync(110);
    expect(isNoted()).toBe(false);
  });

  it("aren't asked about while there is nothing to note, nor twice while the door is slow", async () => {
    await say();
    await vi.advanceTimersByTimeAsync(5000);
    expect(door.asked).toBe(1);
    door.waitMs = 2000;
    door.change([setChange("target-voice", ["whenLost"], { to: "dark" })]);
    await vi.advanceTimersByTimeAsync(1900);
    expect(door.asked).toBe(2);
    await vi.advanceTimersByTimeAsync(300);
    expect(isNoted()).toBe(true);
    await vi.advanceTimersByTimeAsync(3000);
    expect(door.asked).toBe(2);
    // What is no longer asked for is no longer noted.
    door.waitMs = 0;
    door.change([setChange("target-voice", ["whenLost"], { from: "dark", to: undefined })]);
    await vi.advanceTimersByTimeAsync(200);
    expect(isNoted()).toBe(false);
  });
});
