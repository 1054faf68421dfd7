import { allDue, clockDue, isStillDue, sameDue, type Due, type Person, type Show, type WallTime } from "@vexa/core";
import type { Door } from "./door";

/** Changes come in crowds (a drag): what is due is worked out once for all of them. */
const REST_MS = 20;
/** The clock on the wall may be put right: times of day are worked out anew so often. */
const CLOCK_MS = 30_000;
/** With this the keys of what comes at a time of day begin. */
const CLOCK = "clock ";
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
  readonly #clock: NodeJS.Timeout;
  readonly #wall: () => number;

  /** `wall`: milliseconds since 1970 on the clock on the wall. */
  constructor(door: Door, now: () => number, wall: () => number = Date.now) {
    this.#wall = wall;
    this.#clock = setInterval(() => (this.#resting ??= setTimeout(() => this.#look(), 0)), CLOCK_MS);
    this.#clock.unref();
    this.#door = door;
    this.#now = now;
    door.on("changes", () => (this.#resting ??= setTimeout(() => this.#look(), REST_MS)));
    this.#look();
  }

  stop(): void {
    if (this.#resting) clearTimeout(this.#resting);
    clearInterval(this.#clock);
    for (const { timer } of this.#timers.values()) clearTimeout(timer);
    this.#timers.clear();
  }

  #look(): void {
    this.#resting = null;
    const { show } = this.#door;
    const running = new Set<string>();
    for (const due of allDue(show)) {
      running.add(keyOf(due));
      this.#wait(keyOf(due), due);
    }
    for (const due of clockDue(show, this.#now(), wallTime(this.#wall()))) {
      const key = `${CLOCK}${keyOf(due)}`;
      running.add(key);
      this.#wait(key, due);
    }
    for (const [key, { timer }] of this.#timers)
      if (!running.has(key)) {
        clearTimeout(timer);
        this.#timers.delete(key);
      }
  }

  #wait(key: string, due: Due): void {
    const present = this.#timers.get(key);
    if (present && sameDue(present.due, due)) return;
    if (present) clearTimeout(present.timer);
    const ms = Math.min(LONGEST_MS, Math.max(0, (due.atSeconds - this.#now()) * 1000));
    this.#timers.set(key, { due, timer: setTimeout(() => this.#go(key, due), ms) });
  }

  #go(key: string, due: Due): void {
    this.#timers.delete(key);
    if (this.#now() < due.atSeconds - 0.001) return this.#wait(key, due);
    const { show } = this.#door;
    // A touch since may not have been looked at yet: whoever lets go a moment before a cue follows on is left in peace.
    const holds = key.startsWith(CLOCK) || isStillDue(show, due);
    const person = holds ? whoPlays(show, keyOf(due)) : null;
    if (person) void this.#door.play(person, due.command, due.atSeconds);
    // What was refused changes nothing; the next one is waited for all the same.
    this.#resting ??= setTimeout(() => this.#look(), REST_MS);
  }
}

/** A moment on the wall of this machine, where it stands. */
function wallTime(ms: number): WallTime {
  const date = new Date(ms);
  const seconds = date.getHours() * 3600 + date.getMinutes() * 60 + date.getSeconds() + date.getMilliseconds() / 1000;
  return { seconds, day: ((date.getDay() + 6) % 7) + 1 };
}

function keyOf({ command }: Due): string {
  return "playbackId" in command ? command.playbackId : command.listId;
}

/** Whoever touched the playback last; the lead where that person is gone. */
function whoPlays(show: Show, playbackId: string): Person | null {
  const last = show.get("person", show.playbackState(playbackId)?.personId);
  return last ?? show.all("person").find(({ role }) => role === "lead") ?? null;
}
