import { randomUUID } from "node:crypto";
import { In, type DataSource } from "typeorm";
import { isVersioned, riskOf, type KeptBefore, type Show, type Transaction, type VersionLine } from "@vexa/core";
import type { Logger } from "pino";
import { VersionEntity } from "../storage/entities";
import type { StagePort } from "../stage/stage-port";
import { SHOW_ID } from "./seed";

const HOUR_MS = 3_600_000;
/** What is risky comes in runs, as a division that is drawn: the first of them is kept before. */
const APART_MS = 60_000;
/** Two days of hours. */
const MOST_AUTO = 48;

const NAMES: Readonly<Record<KeptBefore, string>> = {
  "lamps became others": "Before lamps became others",
  "the division was changed": "Before the division was changed",
  "much was added": "Before much was added",
  "much was taken out": "Before much was taken out",
};

/** Versions of the show on stage: named by the lead, and kept by themselves every hour in which something changed and before what is risky. */
export class Versions {
  readonly #database: DataSource;
  readonly #stage: StagePort;
  readonly #log: Logger;
  readonly #timer: NodeJS.Timeout;
  /** The show as it was before the change that comes next. */
  #before: Show;
  #changed = false;
  #heldBack = 0;
  #keptMs = -Infinity;

  constructor(of: { database: DataSource; stage: StagePort; log: Logger; everyMs?: number }) {
    this.#database = of.database;
    this.#stage = of.stage;
    this.#log = of.log;
    this.#before = of.stage.show;
    of.stage.on("changes", (_seq, transaction) => this.#see(transaction));
    of.stage.on("show", () => (this.#before = of.stage.show));
    this.#timer = setInterval(() => {
      if (this.#changed) this.#keepBy("By the hour", "", this.#stage.show);
    }, of.everyMs ?? HOUR_MS);
    this.#timer.unref();
  }

  get #kept() {
    return this.#database.getRepository(VersionEntity);
  }

  /** The latest first. */
  async list(): Promise<VersionLine[]> {
    const lines = await this.#kept.find({
      select: ["id", "name", "author", "madeAt", "auto"],
      where: { showId: SHOW_ID },
      order: { madeAt: "DESC" },
    });
    return lines.map(lineOf);
  }

  find(id: string): Promise<VersionEntity | null> {
    return this.#kept.findOneBy({ id, showId: SHOW_ID });
  }

  keep(name: string, author: string): Promise<VersionLine> {
    return this.#keep({ name, author, auto: false, show: this.#stage.show });
  }

  async forget(id: string): Promise<void> {
    await this.#kept.delete({ id });
  }

  /** Does something before which whoever asks has kept the work already. */
  async without<T>(act: () => Promise<T>): Promise<T> {
    this.#heldBack++;
    try {
      return await act();
    } finally {
      this.#heldBack--;
    }
  }

  stop(): void {
    clearInterval(this.#timer);
  }

  #see({ changes, author }: Transaction): void {
    const before = this.#before;
    this.#before = this.#stage.show;
    const work = changes.some((change) => {
      const record = change.op === "set" ? before.records.get(change.id) : change.record;
      return record !== undefined && isVersioned(record as never);
    });
    if (!work) return;
    this.#changed = true;
    const risk = this.#heldBack === 0 && Date.now() - this.#keptMs >= APART_MS ? riskOf(before, changes) : null;
    if (risk) this.#keepBy(NAMES[risk], author, before);
  }

  /** In its own time: nobody waits for it, and where it fails the edit holds all the same. */
  #keepBy(name: string, author: string, show: Show): void {
    this.#keptMs = Date.now();
    this.#changed = false;
    this.#keep({ name, author, auto: true, show })
      .then(() => this.#thinOut())
      .catch((error: unknown) => this.#log.error({ err: error }, "a version couldn't be kept"));
  }

  async #keep(of: { name: string; author: string; auto: boolean; show: Show }): Promise<VersionLine> {
    const records = [...of.show.records.values()].filter(isVersioned);
    const made = this.#kept.create({
      id: randomUUID(),
      showId: SHOW_ID,
      name: of.name,
      author: of.author,
      auto: of.auto,
      madeAt: new Date(),
      records,
    });
    await this.#kept.insert(made);
    return lineOf(made);
  }

  async #thinOut(): Promise<void> {
    const old = await this.#kept.find({
      select: ["id"],
      where: { showId: SHOW_ID, auto: true },
      order: { madeAt: "DESC" },
      skip: MOST_AUTO,
    });
    if (old.length > 0) await this.#kept.delete({ id: In(old.map(({ id }) => id)) });
  }
}

function lineOf({ id, name, author, madeAt, auto }: VersionEntity): VersionLine {
  return { id, name, personId: author, at: madeAt.getTime(), auto };
}
