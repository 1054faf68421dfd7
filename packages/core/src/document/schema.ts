/**
 * Descriptions of record fields as data: what a value must be, in plain words when it is not. A check returns
 * null when the value fits, otherwise where it went wrong and why.
 */
export interface Flaw {
  readonly path: readonly string[];
  readonly value: unknown;
  readonly why: string;
}
export type Schema<T> = ((value: unknown, path: readonly string[]) => Flaw | null) & { readonly __type?: T };

export function numberIn(low: number, high: number): Schema<number> {
  return (value, path) =>
    typeof value === "number" && value >= low && value <= high ? null : { path, value, why: `it must be a number from ${low} to ${high}` };
}

export function integerIn(low: number, high: number): Schema<number> {
  return (value, path) =>
    Number.isInteger(value) && (value as number) >= low && (value as number) <= high
      ? null
      : { path, value, why: `it must be a whole number from ${low} to ${high}` };
}

export function textUpTo(length: number): Schema<string> {
  return (value, path) =>
    typeof value === "string" && value.trim().length > 0 && value.length <= length
      ? null
      : { path, value, why: `it must be a text of 1 to ${length} characters` };
}

export function oneOf<const T extends string>(words: readonly T[]): Schema<T> {
  return (value, path) =>
    (words as readonly unknown[]).includes(value) ? null : { path, value, why: `it must be one of ${words.join(", ")}` };
}

/** True, or left out. */
export const yes: Schema<true | undefined> = (value, path) =>
  value === undefined || value === true ? null : { path, value, why: "it must be true, or left out" };

/** True or false. */
export const yesOrNo: Schema<boolean> = (value, path) =>
  typeof value === "boolean" ? null : { path, value, why: "it must be true or false" };

export function nullable<T>(inner: Schema<T>): Schema<T | null> {
  return (value, path) => (value === null ? null : inner(value, path));
}

export function optional<T>(inner: Schema<T>): Schema<T | undefined> {
  return (value, path) => (value === undefined ? null : inner(value, path));
}

export function listOf<T>(inner: Schema<T>, limits: { min?: number; max: number }): Schema<readonly T[]> {
  return (value, path) => {
    if (!Array.isArray(value)) return { path, value, why: "it must be a list" };
    const { min = 0, max } = limits;
    if (value.length < min || value.length > max)
      return { path, value: `a list of ${value.length}`, why: `it must have ${min} to ${max} entries` };
    return firstFlaw(value.length, (index) => inner(value[index], [...path, String(index + 1)]));
  };
}

export function mapOf<T>(inner: Schema<T>, max: number): Schema<Readonly<Record<string, T>>> {
  return (value, path) => {
    if (!isPlain(value)) return { path, value, why: "it must be a table of entries" };
    const keys = Object.keys(value);
    if (keys.length > max) return { path, value: `${keys.length} entries`, why: `at most ${max} fit` };
    return firstFlaw(keys.length, (index) => inner(value[keys[index]!], [...path, keys[index]!]));
  };
}

/** Exactly these fields, no others. */
export function fields<T extends object>(inner: { readonly [K in keyof Required<T>]: Schema<T[K]> }): Schema<T> {
  const names = Object.keys(inner);
  return (value, path) => {
    if (!isPlain(value)) return { path, value, why: "it must have named fields" };
    const stranger = Object.keys(value).find((name) => !names.includes(name));
    if (stranger !== undefined) return { path: [...path, stranger], value: value[stranger], why: "there is no such field" };
    return firstFlaw(names.length, (index) => {
      const name = names[index]!;
      return (inner as Record<string, Schema<unknown>>)[name]!(value[name], [...path, name]);
    });
  };
}

/** Fits if a further rule holds besides the inner description. */
export function where<T>(inner: Schema<T>, rule: (value: T) => string | null): Schema<T> {
  return (value, path) => {
    const flaw = inner(value, path);
    if (flaw) return flaw;
    const why = rule(value as T);
    return why === null ? null : { path, value, why };
  };
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function firstFlaw(count: number, check: (index: number) => Flaw | null): Flaw | null {
  for (let index = 0; index < count; index++) {
    const flaw = check(index);
    if (flaw) return flaw;
  }
  return null;
}

/** A colour written `#rrggbb`, in small letters. */
export const hexColor: Schema<string> = (value, path) =>
  typeof value === "string" && /^#[0-9a-f]{6}$/.test(value) ? null : { path, value, why: "it must be written #rrggbb" };
