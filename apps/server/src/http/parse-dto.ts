import { plainToInstance, type ClassConstructor } from "class-transformer";
import { validateSync, type ValidationError } from "class-validator";
import { fail, ok, type Result } from "@vexa/core";

/** What a stranger sent as an instance of a DTO class, or why it isn't one. Fields that nobody asked for are refused. */
export function parseDto<T extends object>(dto: ClassConstructor<T>, value: unknown): Result<T> {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return fail("request.malformed", { why: "it isn't an object" });
  const instance = plainToInstance(dto, value);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  const first = errors[0];
  return first ? fail("request.malformed", { why: reason(first) }) : ok(instance);
}

function reason(error: ValidationError): string {
  const own = Object.values(error.constraints ?? {})[0];
  const inner = error.children?.[0];
  return own ?? (inner ? reason(inner) : `${error.property} is wrong`);
}
