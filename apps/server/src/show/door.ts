import { randomUUID } from "node:crypto";
import { EventEmitter } from "node:events";
import {
  alreadyHolds,
  changedId,
  edit,
  explain,
  extentOf,
  fail,
  givenRoles,
  invert,
  loanChanges,
  ok,
  rebased,
  restoreChanges,
  tryEdit,
  type Answer,
  type Change,
  type LoanCommand,
  type Person,
  type PlayCommand,
  type Result,
  type Show,
  type Transaction,
} from "@vexa/core";
import { aboutOf, askedChanges, foundNothing, readOnce } from "./asked-changes";
import type { DoorJournal } from "./door-journal";
import type { DoorOptions } from "./door-options";
import { lineOf, placesOf, redress, stepLine } from "./history-line";
import { loanLabel } from "./loan-label";
import type { Touch } from "./early-touches";
import { withWhatGoesAlong } from "./edit-goes-with";
import { EditTurns, type Changing } from "./edit-turns";
import { OpenLines } from "./open-lines";
import { RecentEdits } from "./recent-edits";
import { handSeconds } from "./hand-seconds";
import { Unsaved, writtenBy } from "./unsaved";
import type { BroughtBack } from "../stage/stage-port";
import type { DoorStorage, JournalWrite } from "../storage/commit";

/** What undoing meets when others have changed or removed the same since. */
const OVERTAKEN: ReadonlySet<string> = new Set(["value.conflict", "record.unknown", "record.exists"]);

/** What an edit came to: what was left out, and what undo took back. */
type Done = Result<{ note: string | null; label?: string }>;

interface DoorEvents {
  /** An edit that holds: its number, what changed, and the moment in show seconds. */
  changes: [seq: number, transaction: Transaction, atSeconds: number];
  /** Saving what is being played failed; it is tried again. */
  trouble: [error: unknown];
}

/**
 * The one door through which a show changes: rights, clipping, the core's rules, one database transaction, then everybody hears of it.
 * Edits pass one at a time. Playing has its own way: it passes at once, also while an edit waits for the database, is in the journal
 * before its answer, and is saved in the database afterwards. So are the steps of a drag behind its first.
 */
export class Door extends EventEmitter<DoorEvents> {
  #show: Show;
  #seq: number;
  readonly #storage: DoorStorage;
  readonly #journal: DoorJournal | null;
  readonly #now: () => number;
  readonly #values: () => ArrayLike<number> | null;
  readonly #turns = new EditTurns((error) => this.emit("trouble", error));
  /** The show with the edit that is on its way into the database: what is played meanwhile must fit it too. */
  #coming: Show | null = null;
  readonly #lines = new OpenLines();
  readonly #unsaved: Unsaved;
  readonly #recent = new RecentEdits();

  constructor(of: DoorOptions) {
    super();
    this.#show = of.show;
    this.#seq = of.seq;
    this.#storage = of.storage;
    this.#now = of.now;
    this.#values = of.values ?? (() => null);
    this.#journal = of.journal ?? null;
    this.#unsaved = new Unsaved({
      storage: of.storage,
      now: () => ({ show: this.#show, seq: this.#seq }),
      told: {
        saved: (seq) => this.#journal?.saved(seq),
        settled: (editId) => this.#journal?.settled(editId),
        trouble: (error) => this.emit("trouble", error),
      },
      before: of.unsaved ?? { ids: [], struck: [], steps: [] },
    });
  }

  get show(): Show {
    return this.#show;
  }

  get seq(): number {
    return this.#seq;
  }

  /** An edit by a person. What lies outside their reach is left out and named in the answer's note. */
  transact(person: Person, transaction: Transaction): Promise<Answer> {
    const work = async (): Promise<Done> => {
      if (this.#recent.holds(transaction.id)) return ok({ note: null });
      let tried = tryEdit(this.#show, person, transaction.changes);
      if (!tried.ok && OVERTAKEN.has(tried.error.code)) {
        if (alreadyHolds(this.#show.records, transaction.changes)) return ok({ note: null });
        // A person's own edits may cross on the way, as an undo and the next drag: they never clash with each other.
        const own = (id: string, path: readonly string[]): boolean => this.#recent.isOwn(person.id, id, path);
        tried = tryEdit(this.#show, person, rebased(this.#show.records, transaction.changes, own));
      }
      if (!tried.ok) return tried;
      const { next, changes, left } = tried.value;
      const kept: Transaction = { ...transaction, author: person.id, changes };
      if (this.#lines.goesOn(kept)) {
        this.#take(next, kept);
        this.#unsaved.addStep(kept, this.#lines.lengthen(kept));
      } else await this.#commit(next, kept, lineOf(this.#show, kept));
      return ok({ note: left });
    };
    return this.#inTurn(work, { personId: person.id, ids: transaction.changes.map(changedId) });
  }

  /** Takes back, or does again, the person's own latest edit. */
  undo(person: Person, direction: "undo" | "redo"): Promise<Answer> {
    return this.#inTurn(async () => {
      if (extentOf(person, "undo") === "no") return fail("reach.role", { what: "Taking changes back", who: "those who make them" });
      if (!(await this.#unsaved.flushLines())) return fail("database.away");
      const entry = await this.#storage.findUndo(person.id, direction);
      if (!entry) return fail("undo.nothing", { direction: direction === "undo" ? "take back" : "do again" });
      const wanted = direction === "undo" ? invert(entry.changes) : entry.changes;
      const tried = tryEdit(this.#show, person, wanted);
      if (!tried.ok) return OVERTAKEN.has(tried.error.code) ? fail("undo.conflict", { label: entry.label }) : tried;
      const { next, changes } = tried.value;
      const label = `${direction === "undo" ? "Took back" : "Did again"}: ${entry.label}`.slice(0, 200);
      const step: Transaction = { id: randomUUID(), author: person.id, label, changes };
      const places = placesOf(this.#show, changes);
      await this.#commit(next, step, {
        type: "mark",
        id: entry.id,
        state: direction === "undo" ? "undone" : "done",
        step: { editId: step.id, author: person.id, label, places, changes: [...step.changes] },
      });
      return ok({ note: null, label });
    });
  }

  /** A touch on a playback, a master or the stage as a whole. `atSeconds`: when, if the client knows; never in the future. */
  play(person: Person, command: PlayCommand, atSeconds: number | undefined): Promise<Answer> {
    const hand = handSeconds(atSeconds, this.#now());
    const step = (changes: Change[]): Transaction => ({ id: randomUUID(), author: person.id, label: command.type, changes });
    let asked: Result<Change[]>;
    return new Promise((resolve) =>
      this.whenThere({
        about: aboutOf(person, command),
        look: () => {
          const by = { hand, now: this.#now(), values: this.#values };
          asked = this.#turns.guarded(() => askedChanges(this.#show, { person, command }, by));
          if (foundNothing(command, asked)) return "missing";
          return this.#turns.isChanging(readOnce(command, asked), person.id) ? "changing" : "there";
        },
        take: () => resolve(this.#answer(this.#turns.guarded(() => (asked.ok ? this.#takeAtOnce(step(asked.value)) : asked)))),
      }),
    );
  }

  /** Takes a touch at once, or soon where it is about what an edit is still bringing. */
  whenThere(touch: Touch): void {
    this.#turns.hear(touch);
  }

  /** What doesn't wait for the database: it holds now and is saved soon. */
  #takeAtOnce(transaction: Transaction): Done {
    const { changes } = transaction;
    if (changes.length === 0) return ok({ note: null });
    const next = edit(this.#show, changes);
    if (!next.ok) return next;
    if (this.#coming) {
      // It must hold with what is being recorded, too: nobody plays what is just being taken away.
      const coming = edit(this.#coming, changes);
      if (!coming.ok) return coming;
      this.#coming = coming.value;
    }
    this.#take(next.value, transaction);
    this.#unsaved.add(changes.map(changedId));
    return ok({ note: null });
  }

  /** What the stage notes by itself while it plays, as where a macro is. */
  note(author: string, changes: readonly Change[]): void {
    this.#takeAtOnce({ id: randomUUID(), author, label: "note", changes });
  }

  /** What people do with loans; `person` null when the time of one is over, which waits for nobody. Nobody takes it back with undo. */
  lend(person: Person | null, command: LoanCommand): Promise<Answer> {
    return this.#inTurn(async () => {
      const changes = loanChanges(this.#show, command, { person, now: Date.now(), newId: randomUUID() });
      if (!changes.ok) return changes;
      const loan = "loanId" in command ? this.#show.get("loan", command.loanId)! : null;
      const lender = loan?.askedBy ?? loan?.decidedBy ?? "";
      const label = loanLabel(this.#show, command, person);
      return person ? this.#step(person.id, label, changes.value) : this.#stepAtOnce(lender, label, changes.value);
    });
  }

  /** Brings recorded work back to a version of it, for the lead; as an edit of this id. */
  restore(person: Person, version: BroughtBack, editId?: string): Promise<Answer> {
    return this.#inTurn(async () => {
      if (extentOf(person, "restore") !== "all") return fail("reach.role", { what: "Bringing a version back", who: "the lead" });
      const changes = restoreChanges(this.#show, version.records);
      if (!changes.ok) return fail("version.unfit", { name: version.name, why: explain(changes.error) });
      const roles = givenRoles(this.#show, version.roles ?? {}, person.id);
      return this.#step(person.id, `Brought back ${version.name}`, [...changes.value, ...roles], editId);
    });
  }

  /** An edit that was worked out here and that undo doesn't take back. */
  async #step(author: string, label: string, changes: readonly Change[], id: string = randomUUID()): Promise<Done> {
    if (changes.length === 0) return ok({ note: null });
    const next = edit(this.#show, changes);
    if (!next.ok) return next;
    const step = { id, author, label: label.slice(0, 200), changes };
    await this.#commit(next.value, step, stepLine(this.#show, step));
    return ok({ note: null, label: step.label });
  }

  /** The same for what time does: it holds at once, and its line of history follows. */
  #stepAtOnce(author: string, label: string, changes: readonly Change[]): Done {
    const step = { id: randomUUID(), author, label: label.slice(0, 200), changes };
    const line = stepLine(this.#show, step);
    const done = this.#takeAtOnce(step);
    if (done.ok && changes.length > 0) this.#unsaved.add([], [{ line }]);
    return done;
  }

  /** Saves what is being played. */
  flush(): Promise<void> {
    return this.#unsaved.flush();
  }

  /** Saves the last of it and ends. */
  async close(): Promise<void> {
    await this.#turns.passed();
    await this.#unsaved.close();
  }

  async #commit(next: Show, transaction: Transaction, line: JournalWrite): Promise<void> {
    const edited = [...new Set(transaction.changes.map(changedId))];
    const seq = this.#seq + 1;
    this.#journal?.intend(transaction.id, edited);
    // What was played before goes along, so that the database has all there is up to its number.
    const before = this.#unsaved.take();
    const taken = { ids: [...new Set([...edited, ...before.ids])], longer: before.longer };
    this.#coming = next;
    try {
      this.#lines.open(transaction, await this.#storage.commit({ seq, ...writtenBy(next, taken), journal: line }));
      this.#unsaved.written(taken);
    } catch (error) {
      this.#coming = null;
      // It may have been written all the same, late: what holds is written over it, and its line is struck.
      this.#unsaved.giveBack(taken);
      this.#unsaved.add([], [{ line: redress(transaction, line), settles: transaction.id }]);
      throw error;
    }
    const landed = this.#coming;
    this.#coming = null;
    this.#take(landed, transaction);
    // What was played while it was on its way has numbers below its own, and isn't in the database yet.
    this.#journal?.saved(this.#seq === seq ? seq : seq - 1);
  }

  #take(edited: Show, asked: Transaction): void {
    const at = this.#now();
    const { next, transaction, more } = withWhatGoesAlong(this.#show, { edited, asked, at });
    if (more.length > 0) this.#unsaved.add(more);
    this.#show = next;
    this.#seq += 1;
    this.#recent.take(transaction);
    try {
      this.#journal?.append(this.#seq, transaction);
    } catch (error) {
      // A full disk doesn't stop the show; the database has it soon.
      this.emit("trouble", error);
    }
    this.emit("changes", this.#seq, transaction, at);
  }

  #answer(done: Done): Answer {
    return done.ok ? { ok: true, seq: this.#seq, ...done.value } : done;
  }

  /** One edit at a time, in the order in which they came. */
  #inTurn(work: () => Done | Promise<Done>, changing?: Changing): Promise<Answer> {
    return this.#turns.take({ work, answered: (done) => this.#answer(done), changing });
  }
}
