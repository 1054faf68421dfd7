import { randomUUID } from "node:crypto";
import {
  alreadyHolds,
  explain,
  seededRandom,
  ShowCopy,
  type Answer,
  type Change,
  type Person,
  type Transaction,
  type UserError,
  toldEdit,
} from "@vexa/core";
import type { Door } from "../show/door";

interface Message {
  readonly seq: number;
  readonly transaction: Transaction;
}

/** One person's browser with a bad line: messages come late and in bursts, answers get lost, the line breaks and comes back. */
export class SimulatedClient {
  readonly personId: string;
  readonly copy = new ShowCopy();
  /** Ids of edits that the server said hold, and that nobody had made before. */
  readonly acknowledged: string[] = [];
  /** What was told why something couldn't be. */
  readonly refusals: string[] = [];
  readonly #random: () => number;
  #door: Door;
  #inbox: Message[] = [];
  /** Edits that are on their way to the server. */
  #onTheWay: Transaction[] = [];
  #connected = false;

  constructor(personId: string, door: Door, seed: number) {
    this.personId = personId;
    this.#door = door;
    this.#random = seededRandom(seed);
  }

  /** Everybody's edits reach whoever is connected, some time. */
  post(message: Message): void {
    if (this.#connected) this.#inbox.push(message);
  }

  breakLine(door: Door = this.#door): void {
    this.#door = door;
    this.#connected = false;
    this.#inbox = [];
    this.#onTheWay = [];
  }

  async connect(): Promise<void> {
    if (this.#connected) return;
    this.#connected = true;
    this.#fetch();
    // What has no answer yet is sent again, in order.
    this.#onTheWay = [...this.copy.pending];
    await this.sendSome(1);
  }

  get connected(): boolean {
    return this.#connected;
  }

  /** Makes an edit from what this browser shows, which may be old. */
  edit(label: string, changes: readonly Change[]): void {
    const transaction: Transaction = { id: randomUUID(), author: this.personId, label, changes };
    if (this.copy.add(transaction).ok && this.#connected) this.#onTheWay.push(transaction);
  }

  /** Lets each edit on the way arrive with this likelihood, in order; some answers get lost with the line. */
  async sendSome(likely: number): Promise<void> {
    while (this.#onTheWay.length > 0 && this.#random() < likely) {
      const transaction = this.#onTheWay.shift()!;
      const heldBefore = alreadyHolds(this.#door.show.records, transaction.changes);
      const answer = await this.#door.transact(this.person, { ...transaction, author: this.personId });
      this.hear(answer);
      if (answer.ok && !heldBefore) this.acknowledged.push(transaction.id);
      if (likely < 1 && this.#random() < 0.02) {
        this.breakLine();
        return;
      }
      this.#hearAnswer(transaction, answer);
    }
  }

  /** Takes in some of what has come. */
  hearSome(likely: number): void {
    while (this.#inbox.length > 0 && this.#random() < likely) {
      const { seq, transaction } = this.#inbox.shift()!;
      if (!this.copy.hear(seq, toldEdit(transaction))) this.#fetch();
    }
  }

  get person(): Person {
    return this.#door.show.get("person", this.personId)!;
  }

  /** Takes an answer in as the person reads it. */
  hear(answer: { readonly ok: boolean; readonly error?: UserError }): void {
    if (answer.error) this.refusals.push(explain(answer.error));
  }

  #hearAnswer(transaction: Transaction, answer: Answer): void {
    if (answer.ok) this.copy.settle(transaction.id, answer.seq);
    else this.copy.drop(transaction.id);
  }

  #fetch(): void {
    this.#inbox = [];
    this.copy.take(this.#door.seq, new Map(this.#door.show.records));
  }
}
