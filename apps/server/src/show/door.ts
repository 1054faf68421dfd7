import { EventEmitter } from "node:events";
import {
  alreadyHolds,
  apply,
  changedId,
  clipToReach,
  edit,
  explain,
  extentOf,
  fail,
  invert,
  isKind,
  KINDS,
  loanChanges,
  mayChange,
  mayDo,
  merge,
  ok,
  PLACE_OF,
  playChanges,
  restoreChanges,
  type Answer,
  type Change,
  type LoanCommand,
  type Person,
  type Place,
  type PlayCommand,
  type Result,
  type Show,
  type ShowRecord,
  type Transaction,
} from "@vexa/core";
import { loanLabel } from "./loan-label";
import type { JournalWrite, ShowStorage } from "../storage/show-storage";

const SAVE_PLAY_AFTER_MS = 100;
/** What undoing meets when others have changed or removed the same since. */
const OVERTAKEN: ReadonlySet<string> = new Set(["value.conflict", "record.unknown", "record.exists"]);

/** What an edit came to: what was left out, and what undo took back. */
type Done = Result<{ note: string | null; label?: string }>;

/** Where edits are written, each whole or not at all. */
export type DoorStorage = Pick<ShowStorage, "commit" | "findUndo">;

interface DoorEvents {
  /** An edit that holds: its number, what changed, and the moment in show seconds. */
  changes: [seq: number, transaction: Transaction, atSeconds: number];
  /** Saving what is being played failed; it is tried again. */
  trouble: [error: unknown];
}

/**
 * The one door through which a show changes: rights, clipping, the core's rules, one database transaction, then
 * everybody hears of it. Edits pass one at a time. Playing passes at once and is saved within a tenth of a second.
 */
export class Door extends EventEmitter<DoorEvents> {
  #show: Show;
  #seq: number;
  readonly #storage: DoorStorage;
  readonly #now: () => number;
  #queue: Promise<unknown> = Promise.resolve();
  /** The author's latest journal line, to which further steps of the same drag are added. */
  readonly #open = new Map<string, { gesture: string; journalId: string; changes: Change[] }>();
  readonly #unsaved = new Set<string>();
  #saving: NodeJS.Timeout | null = null;

  constructor(of: { show: Show; seq: number; storage: DoorStorage; now: () => number }) {
    super();
    this.#show = of.show;
    this.#seq = of.seq;
    this.#storage = of.storage;
    this.#now = of.now;
  }

  get show(): Show {
    return this.#show;
  }

  get seq(): number {
    return this.#seq;
  }

  /** An edit by a person. What lies outside their reach is left out and named in the answer's note. */
  transact(person: Person, transaction: Transaction): Promise<Answer> {
    return this.#inTurn(async () => {
      const tried = this.#tried(person, transaction.changes);
      if (!tried.ok)
        return OVERTAKEN.has(tried.error.code) && alreadyHolds(this.#show.records, transaction.changes) ? ok({ note: null }) : tried;
      const { next, changes, left } = tried.value;
      const kept: Transaction = { ...transaction, author: person.id, changes };
      await this.#commit(next, kept, this.#journalWrite(kept));
      return ok({ note: left });
    });
  }

  /** Takes back, or does again, the person's own latest edit. */
  undo(person: Person, direction: "undo" | "redo"): Promise<Answer> {
    return this.#inTurn(async () => {
      if (extentOf(person, "undo") === "no") return fail("reach.role", { what: "Taking changes back", who: "those who make them" });
      const entry = await this.#storage.findUndo(person.id, direction);
      if (!entry) return fail("undo.nothing", { direction: direction === "undo" ? "take back" : "do again" });
      const wanted = direction === "undo" ? invert(entry.changes) : entry.changes;
      const tried = this.#tried(person, wanted);
      if (!tried.ok) return OVERTAKEN.has(tried.error.code) ? fail("undo.conflict", { label: entry.label }) : tried;
      const { next, changes } = tried.value;
      const label = `${direction === "undo" ? "Took back" : "Did again"}: ${entry.label}`.slice(0, 200);
      const step: Transaction = { id: crypto.randomUUID(), author: person.id, label, changes };
      const places = this.#places(changes);
      this.#open.delete(person.id);
      await this.#commit(next, step, {
        type: "mark",
        id: entry.id,
        state: direction === "undo" ? "undone" : "done",
        step: { author: person.id, label, places, changes: [...step.changes] },
      });
      return ok({ note: null, label });
    });
  }

  /** A touch on a playback, a master or the stage as a whole. `atSeconds` is when it happened, if the client knows. */
  play(person: Person, command: PlayCommand, atSeconds: number | undefined): Promise<Answer> {
    return this.#inTurn(() => {
      const refused = mayDo(this.#show, person, command);
      if (refused) return { ok: false, error: refused };
      const now = this.#now();
      // A client's clock is believed when it is near ours; taps are as exact as the finger, not as the network.
      const t = atSeconds !== undefined && Math.abs(atSeconds - now) < 1 ? Math.min(atSeconds, now) : now;
      const changes = playChanges(this.#show, command, { t, personId: person.id });
      if (!changes.ok) return changes;
      if (changes.value.length === 0) return ok({ note: null });
      const next = edit(this.#show, changes.value);
      if (!next.ok) return next;
      changes.value.forEach((change) => this.#unsaved.add(changedId(change)));
      this.#saving ??= setTimeout(() => void this.flush(), SAVE_PLAY_AFTER_MS);
      this.#take(next.value, { id: crypto.randomUUID(), author: person.id, label: command.type, changes: changes.value });
      return ok({ note: null });
    });
  }

  /** What people do with loans; `person` null when the time of one is over. Nobody takes it back with undo. */
  lend(person: Person | null, command: LoanCommand): Promise<Answer> {
    return this.#inTurn(async () => {
      const changes = loanChanges(this.#show, command, { person, now: Date.now(), newId: crypto.randomUUID() });
      if (!changes.ok) return changes;
      const loan = "loanId" in command ? this.#show.get("loan", command.loanId)! : null;
      const lender = loan?.askedBy ?? loan?.decidedBy ?? "";
      return this.#step(person?.id ?? lender, loanLabel(this.#show, command, person), changes.value);
    });
  }

  /** Brings recorded work back to a version of it, for the lead. */
  restore(person: Person, version: { name: string; records: readonly ShowRecord[] }): Promise<Answer> {
    return this.#inTurn(async () => {
      if (extentOf(person, "restore") !== "all") return fail("reach.role", { what: "Bringing a version back", who: "the lead" });
      const changes = restoreChanges(this.#show, version.records);
      if (!changes.ok) return fail("version.unfit", { name: version.name, why: explain(changes.error) });
      return this.#step(person.id, `Brought back ${version.name}`, changes.value);
    });
  }

  /** An edit that was worked out here and that undo doesn't take back. */
  async #step(author: string, label: string, changes: readonly Change[]): Promise<Done> {
    if (changes.length === 0) return ok({ note: null });
    const next = edit(this.#show, changes);
    if (!next.ok) return next;
    const entry = {
      author,
      label: label.slice(0, 200),
      places: this.#places(changes),
      changes: [...changes],
      gesture: null,
      state: "step" as const,
    };
    await this.#commit(next.value, { id: crypto.randomUUID(), author, label: entry.label, changes }, { type: "new", entry });
    return ok({ note: null, label: entry.label });
  }

  /** Saves what is being played. */
  async flush(): Promise<void> {
    if (this.#saving) clearTimeout(this.#saving);
    this.#saving = null;
    if (this.#unsaved.size === 0) return;
    const ids = [...this.#unsaved];
    this.#unsaved.clear();
    try {
      const changed = ids.flatMap((id) => this.#show.records.get(id) ?? []);
      const removed = ids.filter((id) => !this.#show.records.has(id));
      await this.#storage.commit({ seq: this.#seq, changed, removed, journal: null });
    } catch (error) {
      ids.forEach((id) => this.#unsaved.add(id));
      this.#saving ??= setTimeout(() => void this.flush(), 10 * SAVE_PLAY_AFTER_MS);
      this.emit("trouble", error);
    }
  }

  /** The show after the changes that the person may make of these: rights for each, then reach within the sketch. */
  #tried(person: Person, wanted: readonly Change[]): Result<{ next: Show; changes: readonly Change[]; left: string | null }> {
    let records = this.#show.records;
    for (const [at, change] of wanted.entries()) {
      const show = at === 0 ? this.#show : this.#show.withRecords(records, wanted.slice(0, at).map(changedId));
      const refused = mayChange(show, person, change);
      if (refused) return { ok: false, error: refused };
      // Only what comes after it has to know.
      if (at === wanted.length - 1) break;
      const applied = apply(records, [change]);
      if (!applied.ok) return applied;
      records = applied.value;
    }
    const { changes, note, refusal } = clipToReach(this.#show, person, wanted);
    if (refusal) return { ok: false, error: refusal };
    const next = edit(this.#show, changes);
    return next.ok ? ok({ next: next.value, changes, left: note }) : next;
  }

  #journalWrite({ author, label, gesture, changes }: Transaction): JournalWrite {
    const open = this.#open.get(author);
    if (open && gesture !== undefined && open.gesture === gesture)
      return { type: "extend", id: open.journalId, label, changes: merge(open.changes, changes) };
    const undoable = changes.some((change) => {
      const record = this.#show.records.get(changedId(change)) ?? (change.op === "add" ? (change.record as ShowRecord) : undefined);
      return record && isKind(record.kind) && KINDS[record.kind].undone === "yes";
    });
    const entry = { author, label, places: this.#places(changes), changes: [...changes] };
    return { type: "new", entry: { ...entry, gesture: gesture ?? null, state: undoable ? "done" : "step" } };
  }

  #places(changes: readonly Change[]): Place[] {
    const kinds = changes.flatMap(
      (change) => (change.op === "set" ? this.#show.records.get(change.id)?.kind : (change.record as ShowRecord).kind) ?? [],
    );
    return [...new Set(kinds.filter(isKind).map((kind) => PLACE_OF[kind]))];
  }

  async #commit(next: Show, transaction: Transaction, journal: JournalWrite): Promise<void> {
    const ids = [...new Set(transaction.changes.map(changedId))];
    const journalId = await this.#storage.commit({
      seq: this.#seq + 1,
      changed: ids.flatMap((id) => next.records.get(id) ?? []),
      removed: ids.filter((id) => !next.records.has(id)),
      journal,
    });
    const { author, gesture } = transaction;
    if (journal.type !== "mark")
      if (gesture !== undefined && journalId !== null)
        this.#open.set(author, { gesture, journalId, changes: journal.type === "extend" ? journal.changes : [...transaction.changes] });
      else this.#open.delete(author);
    this.#take(next, transaction);
  }

  #take(next: Show, transaction: Transaction): void {
    this.#show = next;
    this.#seq += 1;
    this.emit("changes", this.#seq, transaction, this.#now());
  }

  /** One edit at a time, in the order in which they came; what throws is answered, logged and changes nothing. */
  #inTurn(work: () => Done | Promise<Done>): Promise<Answer> {
    const turn = this.#queue.then(async (): Promise<Answer> => {
      try {
        const result = await work();
        return result.ok ? { ok: true, seq: this.#seq, ...result.value } : result;
      } catch (error) {
        this.emit("trouble", error);
        return fail("server.failed");
      }
    });
    this.#queue = turn;
    return turn;
  }
}
