import { closeSync, mkdirSync, openSync, readdirSync, readFileSync, renameSync, rmSync, writeSync } from "node:fs";
import { open } from "node:fs/promises";
import { join } from "node:path";
import { applyInPlace, changedId, merge, type ShowRecord, type Transaction } from "@vexa/core";
import type { DoorJournal } from "../show/door-journal";
import type { Left } from "../show/unsaved";
import type { LeftSteps } from "../storage/commit";

/** Whose show it is, and where its output comes from. */
export interface KeptShow {
  readonly cid: string;
  readonly name: string;
}

/** What isn't known to be in the database. */
export interface Open {
  /** Ids of changed records, each with the number of the latest edit or touch that changed it. */
  readonly unsaved: readonly (readonly [id: string, seq: number])[];
  /** Edits that went to the database and of which nobody knows whether they came back. */
  readonly intended: readonly Intended[];
  /** Steps of drags that held at once, merged, each with the number of the latest. */
  readonly steps: readonly OpenSteps[];
}

/** What a former run left behind. */
export interface Kept extends KeptShow, Open {
  readonly seq: number;
  readonly records: ReadonlyMap<string, ShowRecord>;
}

interface OpenSteps {
  readonly seq: number;
  readonly of: LeftSteps;
}

interface Intended {
  readonly editId: string;
  readonly ids: readonly string[];
}

export type JournalLine =
  | { readonly seq: number; readonly edit: Transaction }
  | { readonly intend: Intended }
  | { readonly settled: string }
  | { readonly saved: number };

/** A new snapshot is written when the lines since the last one are longer than this. */
const LONG_ENOUGH = 16_000_000;
const RECORDS_AT_ONCE = 500;
export const NOTHING_OPEN: Open = { unsaved: [], intended: [], steps: [] };

/** What a door has to put right that begins behind it, and up to which number the database has all. */
export function leftBy({ unsaved, intended, steps, seq }: Open & { readonly seq: number }): { left: Left; savedSeq: number } {
  return {
    left: {
      ids: [...unsaved.map(([id]) => id), ...intended.flatMap(({ ids }) => ids)],
      struck: intended.map(({ editId }) => editId),
      steps: steps.map((each) => each.of),
    },
    savedSeq: Math.min(seq, ...unsaved.map(([, number]) => number - 1)),
  };
}

/** Keeps what is open, line by line; as small as the number of records, however long the database is away. */
class OpenBook {
  readonly #unsaved: Map<string, number>;
  readonly #intended: Map<string, Intended>;
  /** By author and drag. */
  readonly #steps: Map<string, OpenSteps>;

  constructor({ unsaved, intended, steps }: Open) {
    this.#unsaved = new Map(unsaved);
    this.#steps = new Map(steps.map((each) => [dragOf(each.of), each]));
    this.#intended = new Map(intended.map((each) => [each.editId, each]));
  }

  get open(): Open {
    return { unsaved: [...this.#unsaved], intended: [...this.#intended.values()], steps: [...this.#steps.values()] };
  }

  take(line: JournalLine): void {
    if ("intend" in line) this.#intended.set(line.intend.editId, line.intend);
    else if ("settled" in line) this.#intended.delete(line.settled);
    else if ("edit" in line) {
      // What went to the database first has its line there.
      if (!this.#intended.delete(line.edit.id)) this.#addStep(line.seq, line.edit);
      for (const change of line.edit.changes) this.#unsaved.set(changedId(change), line.seq);
    } else {
      for (const [id, seq] of this.#unsaved) if (seq <= line.saved) this.#unsaved.delete(id);
      for (const [drag, { seq }] of this.#steps) if (seq <= line.saved) this.#steps.delete(drag);
    }
  }

  #addStep(seq: number, { id, author, gesture, label, changes }: Transaction): void {
    if (gesture === undefined) return;
    const drag = dragOf({ author, gesture });
    const before = this.#steps.get(drag)?.of.changes ?? [];
    this.#steps.set(drag, { seq, of: { editId: id, author, gesture, label, changes: merge(before, changes) } });
  }
}

const dragOf = ({ author, gesture }: Pick<LeftSteps, "author" | "gesture">): string => `${author} ${gesture}`;

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
  readonly open: Open;
  readonly records: Map<string, ShowRecord>;
}

function readSnapshot(path: string): Snapshot | null {
  try {
    const [head, ...rest] = readFileSync(path, "utf8").trimEnd().split("\n");
    const { count, open, ...of } = JSON.parse(head!) as Omit<Snapshot, "records" | "open"> & { open?: Partial<Open>; count: number };
    if (rest.length !== count) return null;
    const records = rest.map((line) => JSON.parse(line) as ShowRecord);
    return { ...of, open: { ...NOTHING_OPEN, ...open }, records: new Map(records.map((record) => [record.id, record])) };
  } catch {
    return null;
  }
}

function replayed({ cid, name, seq: from, records, open: before }: Snapshot, lines: readonly JournalLine[]): Kept {
  const book = new OpenBook(before);
  let seq = from;
  for (const line of lines) {
    if ("edit" in line) {
      if (line.seq !== seq + 1) continue;
      for (const change of line.edit.changes) applyInPlace(records, change);
      seq = line.seq;
    }
    book.take(line);
  }
  return { cid, name, seq, records, ...book.open };
}

function readdirSafely(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}

function readLines(path: string): JournalLine[] {
  return readFileSync(path, "utf8")
    .split("\n")
    .flatMap((text) => {
      try {
        return text === "" ? [] : [JSON.parse(text) as JournalLine];
      } catch {
        return [];
      }
    });
}
