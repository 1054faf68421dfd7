import { fail, ok, type Result } from "../errors/result";
import { fieldWords, spaced } from "../errors/field-words";
import { sameJson, type RecordBase, type Records } from "./record";
import { RecordsDraft, type OwnRecords } from "./records-draft";
import { type Change } from "./transaction";

/** What a change is about that is gone, as it is told. */
const GONE = "thing";
const FORBIDDEN_KEYS = new Set(["__proto__", "constructor", "prototype"]);
const FIXED_FIELDS = new Set(["id", "kind", "version"]);

/**
 * The records after the changes: all of them or, with an error, none. A set whose `from` no longer holds is a
 * conflict. Records that aren't named stay the same objects, so that an `===` tells what changed.
 */
export function apply<R extends RecordBase>(records: Records<R>, changes: readonly Change[]): Result<Records<R>> {
  const next = RecordsDraft.of(records);
  for (const change of changes) {
    const applied = applyInPlace(next, change);
    if (!applied.ok) return applied;
  }
  return ok(next);
}

/** Applies one change to a map of one's own; an error leaves it as it was. */
export function applyInPlace(records: OwnRecords, change: Change): Result<null> {
  if (change.op === "add") {
    const { id } = change.record;
    if (records.has(id)) return fail("record.exists", { what: spaced(change.record.kind) });
    records.set(id, { ...change.record, version: 1 });
    return ok(null);
  }
  const id = change.op === "remove" ? change.record.id : change.id;
  const present = records.get(id);
  if (!present) return fail("record.unknown", { what: GONE });
  if (change.op === "remove") {
    if (!sameJson({ ...present, version: 0 }, { ...change.record, version: 0 }))
      return fail("value.conflict", { field: `This ${spaced(present.kind)}`, present: "another content", from: "an older one" });
    records.delete(id);
    return ok(null);
  }
  const { path } = change;
  if (path.length === 0 || FIXED_FIELDS.has(path[0]!) || path.some((key) => FORBIDDEN_KEYS.has(key)))
    return fail("value.invalid", { field: fieldWords(path), value: "set", why: "it is fixed" });
  const now = valueAt(present, path);
  if (!sameJson(now, change.from))
    return fail("value.conflict", { field: fieldWords(path), present: shown(path, now), from: shown(path, change.from) });
  const replaced = replaceAt(present, path, change.to);
  if (replaced === null) return fail("record.unknown", { what: GONE });
  records.set(id, Object.assign(replaced as RecordBase, { version: present.version + 1 }));
  return ok(null);
}

/** All of it is so already: the edit came twice, for its first answer was lost. */
export function alreadyHolds(records: Records, changes: readonly Change[]): boolean {
  return changes.every((change) => {
    if (change.op === "set") return records.has(change.id) && sameJson(valueAt(records.get(change.id), change.path), change.to);
    const present = records.get(change.record.id);
    if (change.op === "remove") return present === undefined;
    return present !== undefined && sameJson({ ...present, version: 0 }, { ...change.record, version: 0 });
  });
}

/** The value at a path of field names, or undefined where the path leads nowhere. */
export function valueAt(value: unknown, path: readonly string[]): unknown {
  let at: unknown = value;
  for (const key of path) {
    if (typeof at !== "object" || at === null || !Object.hasOwn(at, key)) return undefined;
    at = (at as Record<string, unknown>)[key];
  }
  return at;
}

/** A copy with the value at the path replaced; null when the way there doesn't exist or leads through a list. */
function replaceAt(value: unknown, path: readonly string[], to: unknown): object | null {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return null;
  const [key, ...rest] = path as [string, ...string[]];
  const copy: Record<string, unknown> = { ...value };
  if (rest.length > 0) {
    const inner = replaceAt(copy[key], rest, to);
    if (inner === null) return null;
    copy[key] = inner;
  } else if (to === undefined) delete copy[key];
  else copy[key] = to;
  return copy;
}

/** A value as it is told: plain ones as they are, names of records and what has parts as what they are. */
function shown(path: readonly string[], value: unknown): string {
  if (value === undefined || value === null) return "nothing";
  if (typeof value === "object") return Array.isArray(value) ? `a list of ${value.length}` : "another content";
  if (/Ids?$/.test(path.at(-1) ?? "")) return "another one";
  const text = typeof value === "string" ? `“${value}”` : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
