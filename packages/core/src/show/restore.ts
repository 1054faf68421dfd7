import { apply } from "../document/apply";
import { fieldChanges } from "../document/field-changes";
import { setChange, type Change } from "../document/transaction";
import { ok, type Result } from "../errors/result";
import type { Strokes } from "../stroke/stroke";
import { edit } from "./edit";
import { KINDS, type ShowRecord } from "./records";
import { missingInStrokes, missingName } from "./rules";
import type { Show } from "./show";

/** Kinds that belong to the installation, whichever show is on stage. */
const INSTALLED: ReadonlySet<string> = new Set(["person", "device", "output", "input"]);

/** What a version of a show keeps: recorded work. People, devices, outputs and inputs stay as they are, and so does what is going on. */
export function isVersioned({ kind }: ShowRecord): boolean {
  return KINDS[kind].scope === "document" && !INSTALLED.has(kind);
}

/** The recorded work of a show, for a place where nothing of it is going on: its speed masters begin there with the tempo that they have now. */
export function recordedWork(show: Show): ShowRecord[] {
  return [...show.records.values()].filter(isVersioned).map((record) => {
    const tempo = record.kind === "master" ? show.masterState(record.id)?.tempo : undefined;
    return tempo ? { ...record, bpm: tempo.bpm } : record;
  });
}

/**
 * The changes that bring recorded work back to what a version holds. What plays and isn't there any more is let go, and strokes of
 * sketches that name what is gone go too.
 */
export function restoreChanges(show: Show, version: readonly ShowRecord[]): Result<Change[]> {
  const wanted = new Map(version.filter(isVersioned).map((record) => [record.id, record]));
  const present = [...show.records.values()].filter(isVersioned);
  const changes: Change[] = [
    ...present.filter(({ id }) => !wanted.has(id)).map((record): Change => ({ op: "remove", record })),
    ...[...wanted.values()].flatMap((record): Change[] => {
      const now = show.records.get(record.id);
      return now ? fieldChanges(now, record) : [{ op: "add", record }];
    }),
  ];
  const applied = apply(show.records, changes);
  if (!applied.ok) return applied;
  const after = show.withRecords(applied.value);
  const whole = [...changes, ...[...after.records.values()].flatMap((record) => mended(record, after))];
  const checked = edit(show, whole);
  return checked.ok ? ok(whole) : checked;
}

/** What has to change in what is going on, because something that it names is gone. */
function mended(record: ShowRecord, after: Show): Change[] {
  if (isVersioned(record) || !missingName(record, after)) return [];
  if (record.kind !== "sketch") return [{ op: "remove", record }];
  const kept: Strokes = Object.fromEntries(
    Object.entries(record.strokes).filter(([id, stroke]) => missingInStrokes({ [id]: stroke }, after) === null),
  );
  return [setChange(record.id, ["strokes"], { from: record.strokes, to: kept })];
}
