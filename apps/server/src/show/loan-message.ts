import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsInt, IsString, Length, Max, Min, ValidateIf } from "class-validator";
import { FAMILIES, MOST_LOAN_MINUTES, ok, type Family, type LoanCommand, type Result } from "@vexa/core";
import { Nested, parseDto } from "../http/parse-dto";

const BEGINS = ["ask", "offer"];
const DECIDES = ["lend", "refuse", "extend", "end"];

class LoanPartDto {
  @IsArray()
  @ArrayMaxSize(500)
  @IsString({ each: true })
  @Length(1, 64, { each: true })
  groupIds: string[];

  @IsArray()
  @ArrayMaxSize(20000)
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  heads: string[];

  @IsArray()
  @ArrayMinSize(1)
  @IsIn(FAMILIES, { each: true })
  families: Family[];
}

class LoanDto {
  @IsIn([...BEGINS, ...DECIDES])
  type: LoanCommand["type"];

  @ValidateIf(({ type }: LoanDto) => DECIDES.includes(type))
  @IsString()
  @Length(1, 64)
  loanId?: string;

  @ValidateIf(({ type }: LoanDto) => BEGINS.includes(type))
  @IsString()
  @Length(1, 64)
  fromTerritoryId?: string;

  @ValidateIf(({ type }: LoanDto) => BEGINS.includes(type))
  @IsString()
  @Length(1, 64)
  toTerritoryId?: string;

  @ValidateIf(({ type }: LoanDto) => BEGINS.includes(type))
  @Nested(() => LoanPartDto)
  part?: LoanPartDto;

  /** Null = until it is taken back. */
  @ValidateIf(({ type, minutes }: LoanDto) => !["refuse", "end"].includes(type) && minutes !== null)
  @IsInt()
  @Min(1)
  @Max(MOST_LOAN_MINUTES)
  minutes?: number | null;
}

/** A command about a loan out of a stranger's message. */
export function parseLoan(message: unknown): Result<LoanCommand> {
  const dto = parseDto(LoanDto, message);
  if (!dto.ok) return dto;
  const { part } = dto.value;
  return ok({ ...dto.value, ...(part ? { part: { ...part } } : {}) } as LoanCommand);
}
