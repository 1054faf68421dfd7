import { nextDue, sameJson, type Due, type Person, type Show } from "@vexa/core";
import type { Door } from "./door";

/** Changes come in crowds (a drag): what is due is worked out once for all of them. */
const REST_MS = 20;
/** Node can't wait longer than this in one go. */
const LONGEST_MS = 2 ** 31 - 1;

/**
 * Starts cues that follow on or wait, steps of chases, and the letting go of one-shots, each at its very moment: the go is dated to when it was due, however late the timer is. What is
 * due is worked out anew whenever the show changes, so that times changed while a cue runs count.
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
    for (const state of show.all("playbackState")) {
      const due = state.cueId === null ? null : nextDue(show, state);
      if (!due) continue;
      running.add(due.command.playbackId);
      this.#wait(due);
    }
    for (const [playbackId, { timer }] of this.#timers)
      if (!running.has(playbackId)) {
        clearTimeout(timer);
        this.#timers.delete(playbackId);
      }
  }

  #wait(due: Due): void {
    const { playbackId } = due.command;
    const present = this.#timers.get(playbackId);
    if (present && sameJson(present.due, due)) return;
    if (present) clearTimeout(present.timer);
    const ms = Math.min(LONGEST_MS, Math.max(0, (due.atSeconds - this.#now()) * 1000));
    this.#timers.set(playbackId, { due, timer: setTimeout(() => this.#go(due), ms) });
  }

  #go(due: Due): void {
    const { playbackId } = due.command;
    this.#timers.delete(playbackId);
    if (this.#now() < due.atSeconds - 0.001) return this.#wait(due);
    const person = whoPlays(this.#door.show, playbackId);
    if (person) void this.#door.play(person, due.command, due.atSeconds);
  }
}

/** Whoever touched the playback last; the lead where that person is gone. */
function whoPlays(show: Show, playbackId: string): Person | null {
  const last = show.get("person", show.playbackState(playbackId)?.personId);
  return last ?? show.all("person").find(({ role }) => role === "lead") ?? null;
}
