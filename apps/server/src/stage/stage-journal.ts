import { closeSync, mkdirSync, openSync, readdirSync, readFileSync, renameSync, rmSync, writeSync } from "node:fs";
import { open } from "node:fs/promises";
import { join } from "node:path";
import { applyInPlace, changedId, type ShowRecord, type Transaction } from "@vexa/core";
import type { DoorJournal } from "../show/door";

/** Whose show it is, and where its output comes from. */
export interface KeptShow {
  readonly cid: string;
  readonly name: string;
}

/** What a former run left behind. */
export interface Kept extends KeptShow {
  readonly seq: number;
  readonly records: ReadonlyMap<string, ShowRecord>;
  /** What isn't known to be in the database: numbers of edits and touches with the records that they changed. */
  readonly tail: readonly { readonly seq: number; readonly ids: readonly string[] }[];
  /** Edits that went to the database and of which nobody knows whether they came back. */
  readonly intended: readonly Intended[];
}

interface Intended {
  readonly editId: string;
  readonly ids: readonly string[];
}

type Line = { readonly seq: number; readonly edit: Transaction } | { readonly intend: Intended } | { readonly saved: number };

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

  /** Begins anew with a show as it is. */
  constructor(folder: string, of: KeptShow & { seq: number; savedSeq: number; records: () => ReadonlyMap<string, ShowRecord> }) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    this.#folder = folder;
    this.#show = { cid: of.cid, name: of.name };
    this.#records = of.records;
    this.#seq = of.seq;
    this.#savedSeq = of.savedSeq;
    this.#file = openSync(this.#path(`lines-${padded(of.seq)}.jsonl`), "a", 0o600);
    this.#snapshot = this.#takeSnapshot(of.seq).catch(this.#noSnapshot);
  }

  intend(editId: string, ids: readonly string[]): void {
    this.#write({ intend: { editId, ids } });
  }

  append(seq: number, edit: Transaction): void {
    this.#seq = seq;
    this.#write({ seq, edit });
  }

  saved(seq: number): void {
    if (seq <= this.#savedSeq) return;
    this.#savedSeq = seq;
    this.#write({ saved: seq });
    // Only what is safe in the database may be forgotten as a line.
    if (seq === this.#seq && this.#length > LONG_ENOUGH && !this.#snapshot) this.#turnOver();
  }

  async close(): Promise<void> {
    await this.#snapshot;
    closeSync(this.#file);
  }

  #write(line: Line): void {
    const text = `${JSON.stringify(line)}\n`;
    this.#length += text.length;
    writeSync(this.#file, text);
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
    const path = this.#path(`show-${padded(seq)}.jsonl`);
    const file = await open(`${path}.new`, "w", 0o600);
    await file.write(`${JSON.stringify({ ...this.#show, seq, savedSeq: this.#savedSeq, count: records.length })}\n`);
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

const padded = (seq: number): string => String(seq).padStart(12, "0");

/** The show as a former run left it in the folder; null when there is none, or none that can be read. */
export function readKept(folder: string): Kept | null {
  const names = readdirSafely(folder).sort();
  for (const name of names.filter((each) => /^show-\d+\.jsonl$/.test(each)).reverse()) {
    const snapshot = readSnapshot(join(folder, name));
    if (!snapshot) continue;
    const lines = names
      .filter((each) => each.startsWith("lines-") && each >= `lines-${padded(snapshot.seq)}`)
      .flatMap((each) => readLines(join(folder, each)));
    return replayed(snapshot, lines);
  }
  return null;
}

interface Snapshot extends KeptShow {
  readonly seq: number;
  readonly savedSeq: number;
  readonly records: Map<string, ShowRecord>;
}

function readSnapshot(path: string): Snapshot | null {
  try {
    const [head, ...rest] = readFileSync(path, "utf8").trimEnd().split("\n");
    const { cid, name, seq, savedSeq, count } = JSON.parse(head!) as KeptShow & { seq: number; savedSeq: number; count: number };
    if (rest.length !== count) return null;
    const records = rest.map((line) => JSON.parse(line) as ShowRecord);
    return { cid, name, seq, savedSeq, records: new Map(records.map((record) => [record.id, record])) };
  } catch {
    return null;
  }
}

function replayed({ cid, name, seq: from, savedSeq, records }: Snapshot, lines: readonly Line[]): Kept {
  let [seq, saved] = [from, savedSeq];
  const tail: { seq: number; ids: string[] }[] = [];
  const intended = new Map<string, Intended>();
  for (const line of lines) {
    if ("saved" in line) saved = Math.max(saved, line.saved);
    else if ("intend" in line) intended.set(line.intend.editId, line.intend);
    else if (line.seq === seq + 1) {
      for (const change of line.edit.changes) applyInPlace(records, change);
      seq = line.seq;
      intended.delete(line.edit.id);
      tail.push({ seq, ids: line.edit.changes.map(changedId) });
    }
  }
  return { cid, name, seq, records, tail: tail.filter((each) => each.seq > saved), intended: [...intended.values()] };
}

function readdirSafely(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}

function readLines(path: string): Line[] {
  return readFileSync(path, "utf8")
    .split("\n")
    .flatMap((text) => {
      try {
        return text === "" ? [] : [JSON.parse(text) as Line];
      } catch {
        return [];
      }
    });
}
