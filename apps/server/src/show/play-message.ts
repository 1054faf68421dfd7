import { fail, ok, parseCommand, type PlayCommand, type Result } from "@vexa/core";
import { plainValue } from "../http/plain-value";

/** A touch out of a stranger's message: a command as the core describes it, and when it happened. */
export function parsePlay(message: unknown): Result<{ command: PlayCommand; atSeconds: number | undefined }> {
  const plain = plainValue(message);
  if (!plain.ok) return plain;
  if (typeof plain.value !== "object" || plain.value === null || Array.isArray(plain.value))
    return fail("request.malformed", { why: "it isn't an object" });
  const { atSeconds, ...fields } = plain.value as { readonly [name: string]: never };
  const at: unknown = atSeconds ?? undefined;
  if (at !== undefined && typeof at !== "number") return fail("request.malformed", { why: "atSeconds: it must be a number" });
  const command = parseCommand(fields);
  return command.ok ? ok({ command: command.value, atSeconds: at }) : command;
}
