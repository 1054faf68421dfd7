import { Type } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from "class-validator";
import {
  fail,
  MAX_BPM,
  MIN_BPM,
  ok,
  TIMECODE_RATES,
  type Change,
  type Json,
  type PlayCommand,
  type RecordBase,
  type Result,
  type TimecodeRate,
  type Transaction,
} from "@vexa/core";
import { parseDto } from "../http/parse-dto";

const MOST_CHANGES = 2000;
const DAY_SECONDS = 86400;

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

const CARD_COMMANDS = ["go", "back", "pause", "continue", "level", "let-go"];
const TIME_COMMANDS = ["time-run", "time-stop", "time-seek"];
const MASTER_COMMANDS = ["tap", "resync", "hold", "run", "release", "take", "bpm", "scale"];

class PlayDto {
  @IsIn([...CARD_COMMANDS, ...MASTER_COMMANDS, ...TIME_COMMANDS, "resync-all", "timecode"])
  type: PlayCommand["type"];

  @ValidateIf(({ type }: PlayDto) => CARD_COMMANDS.includes(type))
  @IsString()
  @Length(1, 64)
  playbackId?: string;

  @ValidateIf(({ type }: PlayDto) => MASTER_COMMANDS.includes(type))
  @IsString()
  @Length(1, 64)
  masterId?: string;

  @ValidateIf(({ type }: PlayDto) => TIME_COMMANDS.includes(type))
  @IsString()
  @Length(1, 64)
  listId?: string;

  @IsOptional()
  @IsString()
  @Length(1, 64)
  cueId?: string;

  @ValidateIf(({ type }: PlayDto) => type === "timecode")
  @IsNumber()
  @Min(0)
  @Max(DAY_SECONDS)
  positionSeconds?: number;

  @ValidateIf(({ type }: PlayDto) => type === "timecode")
  @IsBoolean()
  running?: boolean;

  @ValidateIf(({ type }: PlayDto) => type === "timecode")
  @IsIn(TIMECODE_RATES)
  rate?: TimecodeRate;

  @ValidateIf(({ type }: PlayDto) => type === "level")
  @IsNumber()
  @Min(0)
  @Max(1)
  level?: number;

  @ValidateIf(({ type }: PlayDto) => type === "bpm")
  @IsNumber()
  @Min(MIN_BPM)
  @Max(MAX_BPM)
  bpm?: number;

  @ValidateIf(({ type, seconds }: PlayDto) => type === "time-seek" || seconds !== undefined)
  @IsNumber()
  @Min(0)
  @Max(DAY_SECONDS)
  seconds?: number;

  @ValidateIf(({ type }: PlayDto) => type === "scale")
  @IsNumber()
  @Min(0)
  @Max(64)
  factor?: number;

  @ValidateIf(({ type, how }: PlayDto) => type === "timecode" || how !== undefined)
  @IsIn(["at once", "jump", "steady"])
  how?: "at once" | "jump" | "steady";

  @IsOptional()
  @IsNumber()
  atSeconds?: number;
}

class PresenceDto {
  @IsString()
  @Length(1, 20)
  place: string;

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

export function parsePlay(message: unknown): Result<{ command: PlayCommand; atSeconds: number | undefined }> {
  const dto = parseDto(PlayDto, message);
  if (!dto.ok) return dto;
  const { atSeconds, ...command } = dto.value;
  return ok({ command: command as PlayCommand, atSeconds });
}

export function parsePresence(message: unknown): Result<{ place: string; heads: string[] }> {
  const dto = parseDto(PresenceDto, message);
  return dto.ok ? ok({ place: dto.value.place, heads: dto.value.heads }) : dto;
}

function asJson(message: unknown): Result<unknown> {
  try {
    return ok(JSON.parse(JSON.stringify(message ?? null)) as unknown);
  } catch {
    return fail("request.malformed", { why: "it isn't JSON" });
  }
}
