import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { applyInPlace, type ShowRecord } from "@vexa/core";
import { NOTHING_OPEN, OpenBook, type JournalLine, type Open } from "./open-book";
import type { KeptShow } from "./stage-journal";

/** What a former run left behind. */
export interface Kept extends KeptShow, Open {
  readonly seq: number;
  readonly records: ReadonlyMap<string, ShowRecord>;
}

/** The files in which a former run left a show, as they lie there, where threads share them. */
export interface KeptFiles {
  readonly snapshot: SharedArrayBuffer;
  readonly lines: readonly SharedArrayBuffer[];
}

/** The show as a former run left it in the folder; null when there is none, or none that can be read. */
export function readKept(folder: string): Kept | null {
  for (const files of keptFiles(folder)) {
    const kept = keptIn(files);
    if (kept) return kept;
  }
  return null;
}

/** Snapshots from the newest on, each with what came since. */
export function* keptFiles(folder: string): Generator<KeptFiles, void> {
  const names = readdirSafely(folder).sort();
  for (const name of names.filter((each) => SNAPSHOT.test(each)).reverse()) {
    const lines = names.filter((each) => each.startsWith("lines-") && each >= `lines-${SNAPSHOT.exec(name)![1]}`);
    const [snapshot, ...since] = [name, ...lines].map((each) => readShared(join(folder, each)));
    if (snapshot) yield { snapshot, lines: since.filter((each) => each !== null) };
  }
}

const SNAPSHOT = /^show-(\d+)\.jsonl$/;

/** What lies in the files; null where the snapshot can't be read. */
export function keptIn({ snapshot, lines }: KeptFiles): Kept | null {
  const read = readSnapshot(textOf(snapshot));
  return read && replayed(read, lines.map(textOf).flatMap(readLines));
}

const HEAD_OCTETS = 64 * 1024;

/** Whose show it is, read before the rest; null where it isn't told at once. */
export function keptHead({ snapshot }: KeptFiles): KeptShow | null {
  const octets = Buffer.from(snapshot, 0, Math.min(HEAD_OCTETS, snapshot.byteLength));
  try {
    const { cid, name } = JSON.parse(octets.toString("utf8", 0, octets.indexOf("\n"))) as KeptShow;
    return { cid, name };
  } catch {
    return null;
  }
}

interface Snapshot extends KeptShow {
  readonly seq: number;
  readonly savedSeq: number;
  readonly open: Open;
  readonly records: Map<string, ShowRecord>;
}

function readSnapshot(text: string): Snapshot | null {
  try {
    const [head, ...rest] = text.trimEnd().split("\n");
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

function readShared(path: string): SharedArrayBuffer | null {
  try {
    const octets = readFileSync(path);
    const shared = new SharedArrayBuffer(octets.length);
    new Uint8Array(shared).set(octets);
    return shared;
  } catch {
    return null;
  }
}

const textOf = (shared: SharedArrayBuffer): string => Buffer.from(shared).toString("utf8");

function readLines(text: string): JournalLine[] {
  return text.split("\n").flatMap((line) => {
    try {
      return line === "" ? [] : [JSON.parse(line) as JournalLine];
    } catch {
      return [];
    }
  });
}
