import { ValidateNested, validateSync, type ValidationError } from "class-validator";
import { fail, ok, type Json, type Result } from "@vexa/core";
import { plainValue } from "./plain-value";

type Dto<T extends object> = new () => T;
type Fields = { readonly [name: string]: Json };

const NESTED = new Map<object, Map<string, () => Dto<object>>>();

/** A field that is described by a class of its own. Given once for a field with an object, and looked into by `parseDto`. */
export function Nested(of: () => Dto<object>): PropertyDecorator {
  return (prototype, name) => {
    const known = NESTED.get(prototype) ?? new Map<string, () => Dto<object>>();
    NESTED.set(prototype, known.set(String(name), of));
    ValidateNested()(prototype, name);
  };
}

/** What a stranger sent as an instance of a DTO class, or why it isn't one. Fields that nobody asked for are refused. Never throws. */
export function parseDto<T extends object>(dto: Dto<T>, message: unknown): Result<T> {
  const plain = plainValue(message);
  return plain.ok ? parsePlain(dto, plain.value) : plain;
}

/** The same for what `plainValue` has been over already. */
export function parsePlain<T extends object>(dto: Dto<T>, plain: Json): Result<T> {
  if (!isFields(plain)) return fail("request.malformed", { why: "it isn't an object" });
  const instance = instanceOf(dto, plain);
  if (typeof instance === "string") return fail("request.malformed", { why: `${instance} must be an object` });
  const [first] = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  return first ? fail("request.malformed", { why: reason(first) }) : ok(instance);
}

function isFields(value: Json | undefined): value is Fields {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/**
 * Fields are set one by one on an instance of our own class: nothing of the message decides what is built. The name of a field that
 * should be an object and isn't comes back as a text.
 */
function instanceOf<T extends object>(dto: Dto<T>, plain: Fields): T | string {
  const instance = new dto();
  const nested = NESTED.get(dto.prototype as object);
  for (const [name, value] of Object.entries(plain)) {
    const inner = nested?.get(name);
    if (inner && value !== null && !isFields(value)) return name;
    const set: unknown = inner && isFields(value) ? instanceOf(inner(), value) : value;
    if (inner && typeof set === "string") return set;
    Object.defineProperty(instance, name, { value: set, enumerable: true, writable: true, configurable: true });
  }
  return instance;
}

function reason(error: ValidationError): string {
  const own = Object.values(error.constraints ?? {})[0];
  const inner = error.children?.[0];
  return own ?? (inner ? reason(inner) : `${error.property} is wrong`);
}
