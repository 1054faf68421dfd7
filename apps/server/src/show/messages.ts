import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Validate,
  ValidateIf,
  ValidatorConstraint,
  type ValidationArguments,
  type ValidatorConstraintInterface,
} from "class-validator";
import {
  ATTRIBUTE_NAME,
  ok,
  type Attribute,
  type Change,
  type HeadAttribute,
  type RecordBase,
  type Result,
  type Transaction,
  type Whereabouts,
} from "@vexa/core";
import { parseDto } from "../http/parse-dto";

/** Most changes of one edit. */
export const MOST_CHANGES = 25_000;
const LONGEST_PATH = 12;
const LONGEST_ID = 80;

const isText = (value: unknown): value is string => typeof value === "string" && value.length > 0 && value.length <= LONGEST_ID;

/** Why it isn't a change; null when it is one. Written by hand since edits have thousands. */
function flawOfChange(change: unknown): string | null {
  if (typeof change !== "object" || change === null || Array.isArray(change)) return "a change in it isn't an object";
  const { op, record, id, path, from: _from, to: _to, ...others } = change as Record<string, unknown>;
  const [stranger] = Object.keys(others);
  if (stranger !== undefined) return `${stranger} should not exist`;
  if (op === "add" || op === "remove") {
    const of = record as RecordBase | undefined;
    if (typeof of !== "object" || of === null || Array.isArray(of)) return "record must be an object";
    if (!isText(of.id)) return "a record in it has no id";
    return isText(of.kind) ? null : "a record in it has no kind";
  }
  if (op !== "set") return "op must be one of the following values: add, remove, set";
  if (!isText(id)) return "id must be a text";
  const fits = Array.isArray(path) && path.length >= 1 && path.length <= LONGEST_PATH && path.every(isText);
  return fits ? null : `path must be a list of 1 to ${LONGEST_PATH} names`;
}

@ValidatorConstraint({ name: "changes" })
class Changes implements ValidatorConstraintInterface {
  validate(changes: unknown): boolean {
    return Array.isArray(changes) && changes.every((change) => flawOfChange(change) === null);
  }

  defaultMessage(args?: ValidationArguments): string {
    const changes: unknown = args?.value;
    if (!Array.isArray(changes)) return "changes must be a list";
    return changes.map(flawOfChange).find((flaw) => flaw !== null) ?? "changes are wrong";
  }
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

  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_CHANGES)
  @Validate(Changes)
  changes: Change[];
}

class HeadAttributeDto {
  @IsString()
  @Length(1, 70)
  head: string;

  @Matches(ATTRIBUTE_NAME)
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

/** A transaction out of a stranger's message, its records as plain JSON, whatever they were: the core looks at them. */
export function parseTransaction(message: unknown): Result<Omit<Transaction, "author">> {
  const dto = parseDto(TransactionDto, message);
  if (!dto.ok) return dto;
  const { id, label, gesture, changes } = dto.value;
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
