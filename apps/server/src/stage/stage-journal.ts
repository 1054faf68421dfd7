import { closeSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, writeSync } from "node:fs";
import { open } from "node:fs/promises";
import { join } from "node:path";
import type { ShowRecord, Transaction } from "@vexa/core";
import type { DoorJournal } from "../show/door-journal";
import { OpenBook, type JournalLine, type Open } from "./open-book";

/** Whose show it is, and where its output comes from. */
export interface KeptShow {
  readonly cid: string;
  readonly name: string;
}

/** A new snapshot is written when the lines since the last one are longer than this. */
const LONG_ENOUGH = 16_000_000;
const RECORDS_AT_ONCE = 500;

/**
 * The show as it stands, in a folder beside the engine: a snapshot, and a line for everything that came since, written before it is
 * answered. It survives the process, at any moment, and needs no database. A line that was cut off is left out.
 */
export class StageJournal implements DoorJournal {
  readonly #folder: string;
  readonly #show: KeptShow;
  #file: number;
  #length = 0;
  #snapshot: Promise<void> | null = null;
  /** The records now, for the next snapshot. */
  readonly #records: () => ReadonlyMap<string, ShowRecord>;
  #seq: number;
  #savedSeq: number;
  readonly #book: OpenBook;
  /** Hears every line that is written. */
  onLine: ((line: JournalLine) => void) | null = null;

  /** Begins anew with a show as it is. */
  constructor(
    folder: string,
    of: KeptShow & { seq: number; savedSeq: number; open: Open; records: () => ReadonlyMap<string, ShowRecord> },
  ) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    this.#folder = folder;
    this.#show = { cid: of.cid, name: of.name };
    this.#records = of.records;
    this.#seq = of.seq;
    this.#savedSeq = of.savedSeq;
    this.#book = new OpenBook(of.open);
    this.#file = openSync(this.#path(`lines-${padded(of.seq)}.jsonl`), "a", 0o600);
    // The file may be one that a run before left in the middle of a line.
    writeSync(this.#file, "\n");
    this.#snapshot = this.#takeSnapshot(of.seq).catch(this.#noSnapshot);
  }

  intend(editId: string, ids: readonly string[]): void {
    this.write({ intend: { editId, ids } });
  }

  settled(editId: string): void {
    this.write({ settled: editId });
  }

  append(seq: number, edit: Transaction): void {
    this.write({ seq, edit });
  }

  saved(seq: number): void {
    if (seq > this.#savedSeq) this.write({ saved: seq });
  }

  write(line: JournalLine): void {
    if ("edit" in line) this.#seq = line.seq;
    else if ("saved" in line) this.#savedSeq = line.saved;
    this.#book.take(line);
    this.onLine?.(line);
    const text = `${JSON.stringify(line)}\n`;
    this.#length += text.length;
    writeSync(this.#file, text);
    // Only what is safe in the database may be forgotten as a line.
    if ("saved" in line && line.saved === this.#seq && this.#length > LONG_ENOUGH && !this.#snapshot) this.#turnOver();
  }

  /** Up to which number all is in the database, and what is open besides. */
  get state(): { readonly seq: number; readonly savedSeq: number; readonly open: Open } {
    return { seq: this.#seq, savedSeq: this.#savedSeq, open: this.#book.open };
  }

  async close(): Promise<void> {
    await this.#snapshot;
    closeSync(this.#file);
  }

  #turnOver(): void {
    closeSync(this.#file);
    this.#file = openSync(this.#path(`lines-${padded(this.#seq)}.jsonl`), "a", 0o600);
    this.#length = 0;
    this.#snapshot = this.#takeSnapshot(this.#seq).catch(this.#noSnapshot);
  }

  /** Written a few records at a time beside the work, and then put in the place of the older ones. */
  async #takeSnapshot(seq: number): Promise<void> {
    const records = [...this.#records().values()];
    const head = { ...this.#show, seq, savedSeq: this.#savedSeq, open: this.#book.open, count: records.length };
    const path = this.#path(`show-${padded(seq)}.jsonl`);
    const file = await open(`${path}.new`, "w", 0o600);
    await file.write(`${JSON.stringify(head)}\n`);
    for (let at = 0; at < records.length; at += RECORDS_AT_ONCE)
      await file.write(
        records
          .slice(at, at + RECORDS_AT_ONCE)
          .map((record) => `${JSON.stringify(record)}\n`)
          .join(""),
      );
    await file.sync();
    await file.close();
    renameSync(`${path}.new`, path);
    for (const name of readdirSync(this.#folder)) {
      const [, number] = /^(?:show|lines)-(\d+)\.jsonl/.exec(name) ?? [];
      if (number !== undefined && Number(number) < seq) rmSync(this.#path(name), { force: true });
    }
    this.#snapshot = null;
  }

  /** As on a full disk: the one before counts on, with all lines since. */
  readonly #noSnapshot = (): void => {
    this.#snapshot = null;
  };

  #path(name: string): string {
    return join(this.#folder, name);
  }
}

/** A number as files have it in their names. */
export const padded = (seq: number): string => String(seq).padStart(12, "0");
