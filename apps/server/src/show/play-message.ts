import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Max,
  Min,
  Validate,
  ValidateIf,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from "class-validator";
import { isAttribute, MAX_BPM, MIN_BPM, ok, TIMECODE_RATES, type PlayCommand, type Result, type TimecodeRate } from "@vexa/core";
import { parseDto } from "../http/parse-dto";

const DAY_SECONDS = 86400;
const CARD_COMMANDS = ["go", "back", "pause", "continue", "toggle", "go-to", "level", "flash", "let-go"];
const TIME_COMMANDS = ["time-run", "time-stop", "time-seek"];
const MASTER_COMMANDS = ["tap", "resync", "hold", "run", "release", "take", "bpm", "scale"];
const STAGE_COMMANDS = [
  "grand-master",
  "blackout",
  "sweep",
  "group-level",
  "park",
  "unpark",
  "curtain-drop",
  "curtain-raise",
  "curtain-hand",
];
const LEVEL_COMMANDS = ["level", "grand-master", "group-level", "curtain-hand"];
const SECONDS_NEEDED = ["time-seek", "curtain-raise"];

/** Values 0..1 by attribute. */
@ValidatorConstraint({ name: "parkedValues" })
class ParkedValues implements ValidatorConstraintInterface {
  validate(values: unknown): boolean {
    if (typeof values !== "object" || values === null || Array.isArray(values)) return false;
    const entries = Object.entries(values);
    return (
      entries.length > 0 &&
      entries.every(([attribute, value]) => isAttribute(attribute) && typeof value === "number" && value >= 0 && value <= 1)
    );
  }

  defaultMessage(): string {
    return "values must be one or more attributes with a number from 0 to 1 each";
  }
}

class PlayDto {
  @IsIn([...CARD_COMMANDS, ...MASTER_COMMANDS, ...TIME_COMMANDS, ...STAGE_COMMANDS, "resync-all", "timecode"])
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

  @ValidateIf(({ type }: PlayDto) => type === "flash")
  @IsIn(["down", "up"])
  press?: "down" | "up";

  @ValidateIf(({ type }: PlayDto) => type === "blackout")
  @IsBoolean()
  on?: boolean;

  @ValidateIf(({ type }: PlayDto) => type === "group-level")
  @IsString()
  @Length(1, 64)
  groupMasterId?: string;

  @ValidateIf(({ type }: PlayDto) => type === "park" || type === "unpark")
  @IsString()
  @Length(1, 70)
  head?: string;

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20000)
  @IsString({ each: true })
  heads?: string[];

  @ValidateIf(({ type }: PlayDto) => type === "park")
  @Validate(ParkedValues)
  values?: Record<string, number>;

  @ValidateIf(({ type }: PlayDto) => LEVEL_COMMANDS.includes(type))
  @IsNumber()
  @Min(0)
  @Max(1)
  level?: number;

  @ValidateIf(({ type }: PlayDto) => type === "bpm")
  @IsNumber()
  @Min(MIN_BPM)
  @Max(MAX_BPM)
  bpm?: number;

  @ValidateIf(({ type, seconds }: PlayDto) => SECONDS_NEEDED.includes(type) || seconds !== undefined)
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

/** A touch out of a stranger's message. */
export function parsePlay(message: unknown): Result<{ command: PlayCommand; atSeconds: number | undefined }> {
  const dto = parseDto(PlayDto, message);
  if (!dto.ok) return dto;
  const { atSeconds, ...command } = dto.value;
  return ok({ command: command as PlayCommand, atSeconds });
}
