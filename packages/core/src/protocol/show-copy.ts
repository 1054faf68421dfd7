import { apply } from "../document/apply";
import { rebased } from "../document/rebase";
import type { Records } from "../document/record";
import { changedId, type Transaction } from "../document/transaction";
import { ok, type Result, type UserError } from "../errors/result";
import { edit } from "../show/edit";
import type { ShowRecord } from "../show/records";
import { Show } from "../show/show";
import { clashesOf, type Clash } from "./clash";
import { heardChanges, toldAsMade, type ToldEdit } from "./told-edit";

/** An edit of one's own without an answer yet. */
interface Waiting {
  readonly transaction: Transaction;
  /** The show with it and with all that waits before it. */
  readonly show: Show;
  /** Whether it went in as it was made: an edit that had to give way may come back as something else. */
  readonly asMade: boolean;
}

/**
 * One client's copy of a show: what the server has confirmed, and over it the client's own edits that wait for an answer. It knows
 * nothing of connections: whoever has one tells it what came.
 */
export class ShowCopy {
  #confirmed = new Show(new Map());
  #seq = 0;
  #waiting: readonly Waiting[] = [];
  /** Edits that the server said hold, and the number at which it said so: none later will bring them. */
  readonly #settled = new Map<string, number>();
  #asked = 0;
  /** What came before the show did; null once it is there. */
  #early: { seq: number; edit: ToldEdit }[] | null = [];

  /** What the server has plus what waits. */
  get view(): Show {
    return this.#waiting.at(-1)?.show ?? this.#confirmed;
  }
  get seq(): number {
    return this.#seq;
  }
  get pending(): readonly Transaction[] {
    return this.#waiting.map(({ transaction }) => transaction);
  }

  /** The show is being fetched: what comes meanwhile is kept. The number is that of the question. */
  awaitShow(): number {
    this.#early = [];
    return ++this.#asked;
  }

  /** Whether the answer to a question is still to be taken: one to an earlier question may know less than has been heard since. */
  awaits(asked: number): boolean {
    return asked === this.#asked && this.#early !== null;
  }

  /** The show as of `seq`. False when changes after it are missing: fetch again. */
  take(seq: number, records: Records<ShowRecord>): boolean {
    this.#seq = seq;
    this.#confirm(records);
    const early = this.#early ?? [];
    this.#early = null;
    return early.every((message) => this.hear(message.seq, message.edit));
  }

  /** An edit that holds at the server. False when one before it is missing: fetch the show again. */
  hear(seq: number, heard: ToldEdit): boolean {
    if (this.#early) {
      this.#early.push({ seq, edit: heard });
      return true;
    }
    if (seq <= this.#seq) return true;
    if (this.#confirmsFirst(seq, heard)) return true;
    const { records } = this.#confirmed;
    const applied = seq === this.#seq + 1 ? apply(records, heardChanges(records, heard)) : null;
    if (!applied?.ok) return false;
    this.#seq = seq;
    this.#settle([heard.id]);
    this.#confirm(applied.value, heard.changes.map(changedId));
    return true;
  }

  /** An edit of one's own, shown at once; an error changes nothing. */
  add(transaction: Transaction): Result<null> {
    const next = edit(this.view, transaction.changes);
    if (!next.ok) return next;
    this.#waiting = [...this.#waiting, { transaction, show: next.value, asMade: true }];
    return ok(null);
  }

  /** The server says that it holds as of `seq`: by then it has been heard of, or somebody had made the same before. */
  settle(transactionId: string, seq: number): void {
    if (!this.#waiting.some(({ transaction }) => transaction.id === transactionId)) return;
    this.#settled.set(transactionId, seq);
    if (seq <= this.#seq) this.#confirm(this.#confirmed.records);
  }

  /** The server refused it: what was shown ahead goes back. */
  drop(transactionId: string): void {
    this.#settle([transactionId]);
    this.#layAgain();
  }

  /**
   * Whether it is the first that waits, come back as it was made: what is shown holds then, and nothing is worked out again. With quick
   * edits that is nearly always so.
   */
  #confirmsFirst(seq: number, heard: ToldEdit): boolean {
    const [first, ...rest] = this.#waiting;
    if (!first?.asMade || first.transaction.id !== heard.id || seq !== this.#seq + 1) return false;
    if (this.#settled.size > (this.#settled.has(heard.id) ? 1 : 0)) return false;
    if (!toldAsMade(first.transaction, heard)) return false;
    this.#settled.clear();
    this.#seq = seq;
    this.#confirmed = first.show;
    this.#waiting = rest;
    return true;
  }

  #settle(ids: readonly string[]): void {
    if (ids.length === 0) return;
    this.#waiting = this.#waiting.filter(({ transaction }) => !ids.includes(transaction.id));
    ids.forEach((id) => this.#settled.delete(id));
  }

  /** The fields of a refused edit that somebody else changed meanwhile: their value and one's own. Empty for other errors. */
  clashes(transaction: Transaction, error: UserError): Clash[] {
    return error.code === "value.conflict" ? clashesOf(this.#confirmed, transaction) : [];
  }

  #confirm(records: Records<ShowRecord>, changed?: readonly string[]): void {
    this.#settle([...this.#settled].flatMap(([id, seq]) => (seq <= this.#seq ? [id] : [])));
    if (records !== this.#confirmed.records) this.#confirmed = this.#confirmed.withRecords(records, changed);
    this.#layAgain();
  }

  /**
   * What waits is laid over what the server has. One's own edits that cross on the way, as an undo and the next drag, count in the order of
   * the hand; what leads to nothing any more is left to the server's answer.
   */
  #layAgain(): void {
    let beneath = this.#confirmed;
    this.#waiting = this.#waiting.map(({ transaction }) => {
      const { changes } = transaction;
      const next = edit(beneath, changes);
      const again =
        !next.ok && next.error.code === "value.conflict"
          ? edit(
              beneath,
              rebased(beneath.records, changes, () => true),
            )
          : next;
      if (again.ok) beneath = again.value;
      return { transaction, show: beneath, asMade: next.ok };
    });
  }
}
