import { ERROR_CATALOGUE, type ErrorCode } from "./catalogue";

/** What a user caused, as a value: a code of the catalogue and what fills its sentence. */
export interface UserError {
  readonly code: ErrorCode;
  readonly details: Readonly<Record<string, string>>;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: UserError };

export function ok<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function fail(code: ErrorCode, details: Record<string, string> = {}): { ok: false; error: UserError } {
  return { ok: false, error: { code, details } };
}

/** The sentence and the remedy of an error, filled in, as the screen shows them. */
export function explain(error: UserError): string {
  const { sentence, remedy } = ERROR_CATALOGUE[error.code];
  return `${sentence} ${remedy}`.replace(/\{([a-z]+)\}/g, (_, name: string) => error.details[name] ?? "it");
}
