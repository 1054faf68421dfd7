import { randomUUID } from "node:crypto";
import {
  actorBy,
  explain,
  fieldChanges,
  macrosOfCues,
  narrowedTo,
  nextOfMacro,
  readLine,
  runningIdOf,
  startedCues,
  type LineDoes,
  type MacroNext,
  type Person,
  type Result,
  type RunningMacro,
  type Show,
  type Transaction,
} from "@vexa/core";
import type { Door } from "./door";

/** Cues that begin each other by way of macros are a ring: no more than so many a second begin one. */
const MOST_BEGUN_A_SECOND = 20;
/** What is later than this, as after a restart, is done now and counts from now. */
const LATE_SECONDS = 0.5;
/** Node can't wait longer than this in one go. */
const LONGEST_MS = 2 ** 31 - 1;

/**
 * Runs macros line by line beside the door, as the person who started each, whatever becomes of their window. Where a run is stands in the
 * show: it goes on after a restart, and a line that was begun isn't done again.
 */
export class MacroPlayer {
  readonly #door: Door;
  readonly #now: () => number;
  readonly #values: () => ArrayLike<number>;
  readonly #timers = new Map<string, NodeJS.Timeout>();
  /** Runs whose line is being done just now. */
  readonly #busy = new Set<string>();
  #begun = { second: 0, count: 0 };
  #stopped = false;

  /** `values`: what is on stage, by parameter. */
  constructor(door: Door, now: () => number, values: () => ArrayLike<number>) {
    this.#door = door;
    this.#now = now;
    this.#values = values;
    door.on("changes", (_, transaction, at) => {
      this.#beginByCues(transaction, at);
      if (transaction.changes.some((change) => ("id" in change ? change.id.startsWith("run.") : change.record.kind === "runningMacro")))
        this.#look();
    });
    this.#look();
  }

  stop(): void {
    this.#stopped = true;
    for (const timer of this.#timers.values()) clearTimeout(timer);
    this.#timers.clear();
  }

  /** Waits for whatever is due next in each run. */
  #look(): void {
    const runs = this.#door.show.all("runningMacro");
    for (const [id, timer] of this.#timers)
      if (!runs.some((run) => run.id === id)) {
        clearTimeout(timer);
        this.#timers.delete(id);
      }
    for (const run of runs) this.#wait(run);
  }

  #wait({ id, asks, stopped, dueSeconds }: RunningMacro): void {
    clearTimeout(this.#timers.get(id));
    this.#timers.delete(id);
    if (this.#stopped || asks || stopped !== undefined || this.#busy.has(id)) return;
    const ms = Math.min(LONGEST_MS, Math.max(0, (dueSeconds - this.#now()) * 1000));
    this.#timers.set(
      id,
      setTimeout(() => void this.#goOn(id), ms),
    );
  }

  async #goOn(id: string): Promise<void> {
    this.#timers.delete(id);
    const run = this.#door.show.get("runningMacro", id);
    if (!run || this.#busy.has(id)) return;
    if (this.#now() < run.dueSeconds - 0.001) return this.#wait(run);
    this.#busy.add(id);
    try {
      await this.#step(run);
    } finally {
      this.#busy.delete(id);
      const after = this.#door.show.get("runningMacro", id);
      if (after) this.#wait(after);
    }
  }

  async #step(run: RunningMacro): Promise<void> {
    const now = this.#now();
    const { progress, next } = nextOfMacro(run, this.#door.show, now);
    const { asks: _, ...before } = run;
    const at = next.do === "end" ? run.at : next.at;
    // Where it is stands before the line is done: one that a crash cuts short isn't done twice.
    const noted = this.#note(run, { ...before, ...progress, at, ...noteOf(next, momentOf(run, now)) }, next);
    if (!noted || next.do !== "line") return;
    const done = await this.#do(noted, next.text);
    if (!done.ok) this.#note(noted, { ...noted, stopped: explain(done.error).slice(0, 400) });
    else if (done.value.select) this.#note(noted, { ...noted, who: done.value.select });
  }

  /** Writes down how far a run is, or that it has ended; the run as it stands then. */
  #note(from: RunningMacro, to: RunningMacro, next?: MacroNext): RunningMacro | null {
    const present = this.#door.show.get("runningMacro", from.id);
    // Stopped or begun anew meanwhile.
    if (present?.version !== from.version) return null;
    this.#door.note(from.personId, next?.do === "end" ? [{ op: "remove", record: present }] : fieldChanges(present, to));
    return this.#door.show.get("runningMacro", from.id);
  }

  async #do(run: RunningMacro, text: string): Promise<Result<LineDoes>> {
    const { show } = this.#door;
    const actor = actorFor(show, run);
    if (!actor) return { ok: false, error: { code: "record.unknown", details: { what: "person who started it" } } };
    const read = readLine(text, { show, personId: actor.id, selection: run.who, values: this.#values(), newId: randomUUID });
    if (!read.ok) return read;
    const { says, changes, play, undo } = read.value;
    if (changes) {
      const answer = await this.#door.transact(actor, { id: randomUUID(), author: actor.id, label: says.slice(0, 200), changes });
      if (!answer.ok) return answer;
    }
    for (const command of play ?? []) {
      const answer = await this.#door.play(actor, command, run.dueSeconds);
      if (!answer.ok) return answer;
    }
    if (undo) {
      const answer = await this.#door.undo(actor, undo);
      if (!answer.ok) return answer;
    }
    return read;
  }

  /** The macros of cues that have just been started, with no more reach than their lists have. */
  #beginByCues({ changes }: Transaction, atSeconds: number): void {
    const { show } = this.#door;
    for (const { macroId, listId } of macrosOfCues(show, startedCues(show, changes, atSeconds))) {
      const second = Math.floor(atSeconds);
      if (second !== this.#begun.second) this.#begun = { second, count: 0 };
      if (++this.#begun.count > MOST_BEGUN_A_SECOND) {
        const run = show.get("runningMacro", runningIdOf(macroId));
        const why = `cues begin it more than ${MOST_BEGUN_A_SECOND} times in a second`;
        if (run && run.stopped === undefined) setImmediate(() => this.#note(run, { ...run, stopped: why }));
        continue;
      }
      const person = starterOf(show, listId);
      // The change that began it is told to everybody first.
      if (person) setImmediate(() => void this.#door.play(person, { type: "macro", macroId, listId }, atSeconds));
    }
  }
}

/** The moment of what is due now: waits add up from when they were due, however late the timer is, unless it is very late. */
function momentOf({ dueSeconds }: RunningMacro, now: number): number {
  return now - dueSeconds < LATE_SECONDS ? Math.min(now, dueSeconds) : now;
}

/** What a run wants next, as it is written down. */
function noteOf(next: MacroNext, at: number): Partial<RunningMacro> {
  switch (next.do) {
    case "wait":
      return { dueSeconds: at + next.seconds };
    case "ask":
      return { asks: { name: next.name, question: next.question } };
    case "stop":
      return { stopped: next.why };
    case "line":
    case "end":
      return { dueSeconds: at };
  }
}

/** Whose rights a run has; null where they are gone. */
function actorFor(show: Show, { personId, listId }: RunningMacro): Person | null {
  const person = actorBy(show, personId);
  const list = show.get("cueList", listId);
  return person && narrowedTo(person, list?.territoryId ?? null);
}

/** Whoever touched a list's card last. */
function starterOf(show: Show, listId: string): Person | null {
  const states = show.all("playback").flatMap(({ id, ...card }) => (card.listId === listId ? (show.playbackState(id) ?? []) : []));
  const last = states.reduce<(typeof states)[number] | null>((a, b) => (a && a.goSeconds >= b.goSeconds ? a : b), null);
  return actorBy(show, last?.personId);
}
