import type { Socket } from "socket.io-client";
import { pause } from "../until";
import { connected, play, transact, type Answer, type Hello, type ShowRecord } from "../wire-client";

/** What one of the crew does over and over: the n-th time with the n-th value. */
export interface Job {
  readonly who: string;
  readonly value: (n: number) => number | string;
  /** `before` is what the record says by now, for edits. */
  readonly send: (socket: Socket, value: number | string, before: number | string) => Promise<Answer>;
  readonly read: (records: readonly ShowRecord[]) => number | string | undefined;
}

export function playing(
  of: Pick<Job, "who" | "value"> & {
    command: (value: number) => Record<string, unknown> & { type: string };
    reads: [id: string, field: string];
  },
): Job {
  const [id, field] = of.reads;
  return {
    ...of,
    send: (socket, value) => play(socket, of.command(value as number)),
    read: (records) => records.find((record) => record.id === id)?.[field as keyof ShowRecord],
  };
}

export function editing(of: Pick<Job, "who" | "value"> & { id: string; field: string }): Job {
  const { id, field } = of;
  return {
    ...of,
    send: (socket, to, from) => transact(socket, "chaos", [{ op: "set", id, path: [field], from, to }]),
    read: (records) => records.find((record) => record.id === id)?.[field as keyof ShowRecord],
  };
}

interface Sent {
  readonly value: number | string;
  readonly atMs: number;
  ackedMs: number | null;
}

/** Does a job without a pause for thought, and remembers all that was answered. */
export class CrewWorker {
  readonly job: Job;
  readonly sent: Sent[] = [];
  /** From question to answer. */
  answersMs: number[] = [];
  lost: string[] = [];
  readonly #url: string;
  readonly #cookie: string;
  readonly #show: () => Promise<Hello>;
  #socket: Socket | null = null;
  #running = false;
  #done: Promise<void> = Promise.resolve();

  constructor(of: { job: Job; url: string; cookie: string; show: () => Promise<Hello> }) {
    this.job = of.job;
    this.#url = of.url;
    this.#cookie = of.cookie;
    this.#show = of.show;
  }

  get acked(): number {
    return this.sent.filter(({ ackedMs }) => ackedMs !== null).length;
  }

  ackedSince(ms: number): boolean {
    return this.sent.some(({ atMs, ackedMs }) => atMs > ms && ackedMs !== null);
  }

  /** The number of the last act that was answered before a moment; -1 for none. */
  lastAcked(beforeMs: number): number {
    return this.sent.findLastIndex(({ ackedMs }) => ackedMs !== null && ackedMs <= beforeMs);
  }

  async start(): Promise<void> {
    this.#socket = await connected(this.#url, this.#cookie);
    this.#running = true;
    this.#done = this.#work();
  }

  async stop(): Promise<void> {
    this.#running = false;
    await this.#done;
    this.#socket?.close();
  }

  /** What the server has must be what was answered last, or something that was sent later. */
  async check(): Promise<void> {
    const least = this.lastAcked(performance.now());
    const { records } = await this.#show();
    const now = this.job.read(records);
    const at = this.sent.findLastIndex(({ value }) => value === now);
    if (least >= 0 && at < least) this.lost.push(`${this.job.who}: answered ${String(this.sent[least]!.value)}, there is ${String(now)}`);
  }

  async #work(): Promise<void> {
    let before = await this.#present();
    for (let n = 1; this.#running; n++) {
      const sent: Sent = { value: this.job.value(n), atMs: performance.now(), ackedMs: null };
      this.sent.push(sent);
      let answer: Answer = { ok: false };
      try {
        answer = await this.job.send(this.#socket!, sent.value, before);
      } catch {
        // No answer: it may have been done or not.
      }
      const nowMs = performance.now();
      if (answer.ok) {
        sent.ackedMs = nowMs;
        this.answersMs.push(nowMs - sent.atMs);
        before = sent.value;
        await pause(20 + Math.random() * 60);
      } else {
        await pause(50);
        before = await this.#present();
      }
    }
  }

  async #present(): Promise<number | string> {
    for (;;)
      try {
        return this.job.read((await this.#show()).records) ?? 0;
      } catch {
        await pause(50);
        if (!this.#running) return 0;
      }
  }
}
