import { allDue, sameJson, type Due, type Person, type Show } from "@vexa/core";
import type { Door } from "./door";

/** Changes come in crowds (a drag): what is due is worked out once for all of them. */
const REST_MS = 20;
/** Node can't wait longer than this in one go. */
const LONGEST_MS = 2 ** 31 - 1;

/**
 * Starts cues that follow on, wait or have a time, steps of chases, the letting go of one-shots and the end of a sound, each at its very
 * moment: it is dated to when it was due, however late the timer is. What is due is worked out anew whenever the show changes, so that
 * times changed while a cue runs count.
 */
export class FollowOn {
  readonly #door: Door;
  readonly #now: () => number;
  readonly #timers = new Map<string, { due: Due; timer: NodeJS.Timeout }>();
  #resting: NodeJS.Timeout | null = null;

  constructor(door: Door, now: () => number) {
    this.#door = door;
    this.#now = now;
    door.on("changes", () => (this.#resting ??= setTimeout(() => this.#look(), REST_MS)));
    this.#look();
  }

  stop(): void {
    if (this.#resting) clearTimeout(this.#resting);
    for (const { timer } of this.#timers.values()) clearTimeout(timer);
    this.#timers.clear();
  }

  #look(): void {
    this.#resting = null;
    const { show } = this.#door;
    const running = new Set<string>();
    for (const due of allDue(show)) {
      running.add(keyOf(due));
      this.#wait(due);
    }
    for (const [key, { timer }] of this.#timers)
      if (!running.has(key)) {
        clearTimeout(timer);
        this.#timers.delete(key);
      }
  }

  #wait(due: Due): void {
    const present = this.#timers.get(keyOf(due));
    if (present && sameJson(present.due, due)) return;
    if (present) clearTimeout(present.timer);
    const ms = Math.min(LONGEST_MS, Math.max(0, (due.atSeconds - this.#now()) * 1000));
    this.#timers.set(keyOf(due), { due, timer: setTimeout(() => this.#go(due), ms) });
  }

  #go(due: Due): void {
    this.#timers.delete(keyOf(due));
    if (this.#now() < due.atSeconds - 0.001) return this.#wait(due);
    const person = whoPlays(this.#door.show, keyOf(due));
    if (person) void this.#door.play(person, due.command, due.atSeconds);
  }
}

function keyOf({ command }: Due): string {
  return "playbackId" in command ? command.playbackId : command.listId;
}

/** Whoever touched the playback last; the lead where that person is gone. */
function whoPlays(show: Show, playbackId: string): Person | null {
  const last = show.get("person", show.playbackState(playbackId)?.personId);
  return last ?? show.all("person").find(({ role }) => role === "lead") ?? null;
}
