/** Anything that JSON can carry. `undefined` stands for "not there". */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };

/** What every record of a show has. `version` rises by one with each change and never falls. */
export interface RecordBase {
  readonly id: string;
  readonly kind: string;
  readonly version: number;
}

/** The records of one show by id. Never changed in place: an edit gives a new map. */
export type Records<R extends RecordBase = RecordBase> = ReadonlyMap<string, R>;

/** Structural equality of JSON values; `undefined` equals only itself. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return false;
  return keys.every((key) => key in b && sameJson((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]));
}
