import { closeSync, openSync, readdirSync, readFileSync, readSync } from "node:fs";
import { join } from "node:path";
import { applyInPlace, type ShowRecord } from "@vexa/core";
import { NOTHING_OPEN, OpenBook, type JournalLine, type Open } from "./open-book";
import { padded, type KeptShow } from "./stage-journal";

/** What a former run left behind. */
export interface Kept extends KeptShow, Open {
  readonly seq: number;
  readonly records: ReadonlyMap<string, ShowRecord>;
}

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

const HEAD_OCTETS = 64 * 1024;

/** Whose show the newest snapshot is of, read before the rest; null when there is none, or it isn't told at once. */
export function readKeptHead(folder: string): KeptShow | null {
  const newest = readdirSafely(folder)
    .filter((each) => /^show-\d+\.jsonl$/.test(each))
    .sort()
    .at(-1);
  if (newest === undefined) return null;
  try {
    const file = openSync(join(folder, newest), "r");
    const octets = Buffer.alloc(HEAD_OCTETS);
    const length = readSync(file, octets);
    closeSync(file);
    const { cid, name } = JSON.parse(octets.toString("utf8", 0, octets.subarray(0, length).indexOf("\n"))) as KeptShow;
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
