import { Type } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  ValidateIf,
  ValidateNested,
} from "class-validator";
import {
  ATTRIBUTE_NAMES,
  fail,
  ok,
  type Attribute,
  type Change,
  type HeadAttribute,
  type Json,
  type RecordBase,
  type Result,
  type Transaction,
  type Whereabouts,
} from "@vexa/core";
import { parseDto } from "../http/parse-dto";

const MOST_CHANGES = 2000;

class ChangeDto {
  @IsIn(["add", "remove", "set"])
  op: "add" | "remove" | "set";

  @ValidateIf(({ op }: ChangeDto) => op !== "set")
  @IsObject()
  record?: RecordBase;

  @ValidateIf(({ op }: ChangeDto) => op === "set")
  @IsString()
  @Length(1, 80)
  id?: string;

  @ValidateIf(({ op }: ChangeDto) => op === "set")
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(12)
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  path?: string[];

  @IsOptional()
  from?: Json;

  @IsOptional()
  to?: Json;
}

class TransactionDto {
  @IsUUID()
  id: string;

  @IsOptional()
  @IsString()
  author?: string;

  @IsString()
  @Length(1, 200)
  label: string;

  @IsOptional()
  @IsString()
  @Length(1, 64)
  gesture?: string;

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_CHANGES)
  @ValidateNested({ each: true })
  @Type(() => ChangeDto)
  changes: ChangeDto[];
}

class HeadAttributeDto {
  @IsString()
  @Length(1, 70)
  head: string;

  @IsIn(ATTRIBUTE_NAMES)
  attribute: Attribute;
}

class PresenceDto {
  @IsString()
  @Length(1, 200)
  path: string;

  @ValidateIf(({ edits }: PresenceDto) => edits !== null)
  @IsString()
  @Length(1, 120)
  edits: string | null;

  @IsArray()
  @ArrayMaxSize(20000)
  @IsString({ each: true })
  heads: string[];
}

/**
 * A transaction out of a stranger's message. The values inside are copied as JSON, whatever they were, before the core
 * looks at them.
 */
export function parseTransaction(message: unknown): Result<Omit<Transaction, "author">> {
  const plain = asJson(message);
  if (!plain.ok) return plain;
  const dto = parseDto(TransactionDto, plain.value);
  if (!dto.ok) return dto;
  const { id, label, gesture } = dto.value;
  const sent = (plain.value as { changes: Record<string, Json>[] }).changes;
  const changes = dto.value.changes.map(({ op, ...rest }, index): Change => {
    if (op !== "set") return { op, record: sent[index]!["record"] as unknown as RecordBase };
    const { from, to } = sent[index]!;
    return { op, id: rest.id!, path: rest.path!, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) };
  });
  const nameless = changes.find(
    (change) =>
      change.op !== "set" && (typeof change.record.id !== "string" || change.record.id.length === 0 || change.record.id.length > 80),
  );
  if (nameless) return fail("request.malformed", { why: "a record in it has no id" });
  return ok({ id, label, ...(gesture === undefined ? {} : { gesture }), changes });
}

/** Which attribute of which head somebody asks about. */
export function parseHeadAttribute(message: unknown): Result<HeadAttribute> {
  const dto = parseDto(HeadAttributeDto, message);
  return dto.ok ? ok({ head: dto.value.head, attribute: dto.value.attribute }) : dto;
}

export function parsePresence(message: unknown): Result<Whereabouts> {
  const dto = parseDto(PresenceDto, message);
  return dto.ok ? ok({ path: dto.value.path, heads: dto.value.heads, edits: dto.value.edits }) : dto;
}

function asJson(message: unknown): Result<unknown> {
  try {
    return ok(JSON.parse(JSON.stringify(message ?? null)) as unknown);
  } catch {
    return fail("request.malformed", { why: "it isn't JSON" });
  }
}
