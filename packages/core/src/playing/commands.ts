import type { Json } from "../document/record";
import {
  fields,
  integerIn,
  listOf,
  mapOf,
  nullable,
  numberIn,
  oneOf,
  optional,
  textUpTo,
  where,
  yes,
  yesOrNo,
  type Schema,
} from "../document/schema";
import { fail, ok, type Result } from "../errors/result";
import { MOST_PACE_SECONDS } from "../playback/pace";
import { slotsSchema } from "../playback/slot-test";
import { isAttribute, MOST_ATTRIBUTES } from "../rig/attributes";
import { MAX_UNIVERSE } from "../rig/fixture";
import { MAX_BPM, MIN_BPM } from "../tempo/tempo-clock";
import type { Act } from "../territory/role-table";
import { TIMECODE_RATES } from "../timecode/timecode";
import { pointSchema } from "../follow/stage-point";
import { butSchema } from "../follow/target-off";
import { LONGEST_ANSWER } from "../playback/running-macro";
import { whoSchema } from "../selection/who";
import { LONGEST_BED_KEY, MOST_BEDS, MOST_BOARD_SECONDS } from "../playback/board";
import { coatMaskSchema } from "../selection/coat-mask";
import { travelSchema } from "../shape/travel";
import type { BoardCommand } from "./play-board";
import type { CardCommand } from "./play-cards";
import type { MacroCommand } from "./play-macros";
import type { MasterCommand } from "./play-masters";
import type { StageCommand } from "./play-stage";
import type { TargetCommand } from "./play-targets";
import type { TimeCommand } from "./play-time";
import type { Kind } from "../show/records";

/** What people do while playing. Each becomes changes of session records through `playChanges`. */
export type PlayCommand = CardCommand | MasterCommand | StageCommand | TimeCommand | BoardCommand | TargetCommand | MacroCommand;

export type CommandType = PlayCommand["type"];

/** One of the commands, by its type. */
type CommandOf<T extends CommandType> = PlayCommand extends infer C
  ? C extends { readonly type: infer U }
    ? T extends U
      ? C
      : never
    : never
  : never;

/** All that is to be known of a command: the parser, rights, the tables of entrances and roles, and the docs follow from it. */
export interface CommandEntry<C> {
  /** What people call it, as the beginning of "… is for the lead". */
  readonly label: string;
  /** The row of the table of roles that lets people do it. */
  readonly act: Act;
  /** What works out the changes that it comes to, and what else decides who may: a card's list, a time line's, a master's page, a board's, reach. */
  readonly of: "card" | "master" | "time line" | "stage" | "board" | "target" | "macro";
  readonly fields: { readonly [K in Exclude<keyof C, "type">]-?: Schema<C[K]> };
  /** Kinds of records that it changes. */
  readonly lands: readonly Kind[];
}

const DAY_SECONDS = 86400;
const MOST_HEADS = 20000;
const MOST_SCALE = 64;
const id = textUpTo(64);
const head = textUpTo(70);
const level = numberIn(0, 1);
const seconds = numberIn(0, DAY_SECONDS);
const values = where(mapOf(level, MOST_ATTRIBUTES), (of) => {
  const names = Object.keys(of);
  return names.length > 0 && names.every(isAttribute) ? null : "it must be one or more attributes with a number from 0 to 1 each";
});

const ON_CARD = { act: "play", of: "card", fields: { playbackId: id }, lands: ["playbackState"] } as const;
const ON_MASTER = { act: "play", of: "master", fields: { masterId: id }, lands: ["masterState"] } as const;
const ON_TIME = { act: "play", of: "time line", fields: { listId: id }, lands: ["timeState", "playbackState"] } as const;
const ON_STAGE = { act: "stage", of: "stage", lands: ["stageState"] } as const;
const bedKey = textUpTo(LONGEST_BED_KEY);
const boardTime = numberIn(0, MOST_BOARD_SECONDS);
const BEDS = { boardId: id, bedIds: listOf(bedKey, { min: 1, max: MOST_BEDS }) } as const;
const ON_BOARD = { act: "play", of: "board", lands: ["coat"] } as const;
const ON_TARGET = { act: "play", of: "target", lands: ["targetState"] } as const;
const ON_MACRO = { act: "play", of: "macro", lands: ["runningMacro"] } as const;
const CURTAIN = { label: "A curtain", act: "hold", of: "stage", lands: ["curtain"] } as const;
const PARK = { label: "Parking heads", act: "hold", of: "stage", lands: ["park"] } as const;

/** Every command there is. One without an entry, or an entry without all fields, doesn't compile. */
export const COMMANDS: { readonly [T in CommandType]: CommandEntry<CommandOf<T>> } = {
  go: {
    ...ON_CARD,
    label: "Go",
    fields: { playbackId: id, cueId: optional(id), seconds: optional(seconds), steps: optional(integerIn(0, 1e9)) },
  },
  back: { ...ON_CARD, label: "Going back" },
  pause: { ...ON_CARD, label: "Pausing" },
  continue: { ...ON_CARD, label: "Continuing" },
  toggle: { ...ON_CARD, label: "Turning a card on and off" },
  "go-to": { ...ON_CARD, label: "Going to a cue" },
  level: { ...ON_CARD, label: "Moving a fader", fields: { playbackId: id, level }, lands: ["playbackState", "masterState"] },
  flash: { ...ON_CARD, label: "Flashing", fields: { playbackId: id, press: oneOf(["down", "up"]) } },
  "let-go": { ...ON_CARD, label: "Letting go", lands: ["playbackState", "masterState"] },
  "move-ahead": {
    ...ON_CARD,
    label: "Moving in the dark",
    fields: { playbackId: id, cueId: id, heads: listOf(head, { max: MOST_HEADS }) },
  },
  tap: { ...ON_MASTER, label: "Tapping" },
  hold: { ...ON_MASTER, label: "Holding a speed master" },
  run: { ...ON_MASTER, label: "Running a speed master" },
  release: { ...ON_MASTER, label: "Releasing a speed master" },
  take: { ...ON_MASTER, label: "Taking a speed master back" },
  resync: { ...ON_MASTER, label: "Re-syncing", fields: { masterId: id, how: optional(oneOf(["at once"])) } },
  "resync-all": { ...ON_MASTER, label: "Re-syncing", fields: { how: optional(oneOf(["at once"])) } },
  bpm: { ...ON_MASTER, label: "Setting a tempo", fields: { masterId: id, bpm: numberIn(MIN_BPM, MAX_BPM) } },
  scale: { ...ON_MASTER, label: "Scaling a tempo", fields: { masterId: id, factor: numberIn(0, MOST_SCALE) } },
  "time-run": { ...ON_TIME, label: "Running a time line" },
  "time-stop": { ...ON_TIME, label: "Stopping a time line" },
  "time-seek": { ...ON_TIME, label: "Moving on a time line", fields: { listId: id, seconds } },
  timecode: {
    ...ON_TIME,
    label: "Timecode",
    fields: { positionSeconds: seconds, running: yesOrNo, rate: oneOf(TIMECODE_RATES), how: oneOf(["jump", "steady"]) },
  },
  "grand-master": { ...ON_STAGE, act: "master", label: "The grand master", fields: { level } },
  blackout: { ...ON_STAGE, act: "master", label: "Blackout", fields: { on: yesOrNo } },
  sweep: { ...ON_STAGE, label: "Sending home what was left behind", fields: {} },
  "group-level": {
    ...ON_STAGE,
    label: "This master",
    act: "play",
    fields: { groupMasterId: id, level },
    lands: ["groupMasterState"],
  },
  "group-park": {
    ...ON_STAGE,
    label: "This card",
    act: "play",
    fields: { groupMasterId: id, on: yesOrNo },
    lands: ["park"],
  },
  park: { ...PARK, fields: { head, values } },
  unpark: { ...PARK, fields: { head } },
  "park-all": {
    ...PARK,
    fields: { values: where(mapOf(values, MOST_HEADS), (of) => (Object.keys(of).length > 0 ? null : "it must name a head")) },
  },
  "unpark-all": { ...PARK, fields: { heads: listOf(head, { min: 1, max: MOST_HEADS }) } },
  test: {
    label: "Testing slots",
    act: "rig",
    of: "stage",
    fields: { universe: integerIn(1, MAX_UNIVERSE), slots: slotsSchema, seconds: numberIn(0.1, 3600) },
    lands: ["slotTest"],
  },
  pace: {
    label: "Setting the pace",
    act: "play",
    of: "stage",
    fields: {
      seconds: optional(nullable(numberIn(0, MOST_PACE_SECONDS))),
      listIds: optional(listOf(id, { max: 2000 })),
      boardIds: optional(listOf(id, { max: 500 })),
      live: optional(yesOrNo),
    },
    lands: ["pace", "playbackState"],
  },
  song: {
    label: "Going on to a song",
    act: "play",
    of: "stage",
    fields: { songId: nullable(id), anew: yes },
    lands: ["evening", "pace", "playbackState"],
  },
  paint: {
    ...ON_BOARD,
    label: "Painting a bed",
    fields: {
      ...BEDS,
      potId: bedKey,
      mask: optional(coatMaskSchema),
      travel: optional(travelSchema),
      fadeSeconds: optional(boardTime),
      travelSeconds: optional(boardTime),
    },
  },
  dab: { ...ON_BOARD, label: "A dab of colour", fields: { ...BEDS, press: oneOf(["down", "up"]), potId: optional(bedKey) } },
  rinse: { ...ON_BOARD, label: "Taking colour off a bed", fields: { ...BEDS, coats: oneOf(["second", "all"]) } },
  "mask-on": { ...ON_BOARD, label: "Moving a second coat on", fields: { ...BEDS, mask: coatMaskSchema } },
  "bed-level": { ...ON_BOARD, label: "The level of a bed", fields: { ...BEDS, level } },
  "target-at": {
    ...ON_TARGET,
    label: "Moving a target",
    fields: { targetId: id, place: pointSchema, by: optional(oneOf(["hand"])) },
  },
  "target-free": { ...ON_TARGET, label: "Leaving a target to what is heard", fields: { targetId: id } },
  "target-take": { ...ON_TARGET, label: "Taking a target by hand", fields: { targetId: id } },
  "target-walk": { ...ON_TARGET, label: "A target’s walk", fields: { targetId: id } },
  "target-hold": {
    ...ON_TARGET,
    label: "Holding targets",
    fields: { targetIds: optional(listOf(id, { min: 1, max: 500 })), on: yesOrNo },
  },
  "target-off": {
    ...ON_TARGET,
    label: "Nobody follows",
    fields: { targetIds: optional(listOf(id, { min: 1, max: 500 })), on: yesOrNo, but: optional(butSchema) },
    lands: ["targetOff"],
  },
  "target-watch": { ...ON_TARGET, label: "Watching over targets", fields: {}, lands: ["targetOff"] },
  macro: { ...ON_MACRO, label: "Running a macro", fields: { macroId: id, who: optional(whoSchema), listId: optional(id) } },
  "macro-stop": { ...ON_MACRO, label: "Stopping a macro", fields: { macroId: id } },
  "macro-answer": {
    ...ON_MACRO,
    label: "Answering a macro",
    fields: { macroId: id, name: textUpTo(40), text: textUpTo(LONGEST_ANSWER) },
  },
  "curtain-drop": { ...CURTAIN, fields: { heads: optional(listOf(head, { max: MOST_HEADS })) } },
  "curtain-raise": { ...CURTAIN, fields: { seconds } },
  "curtain-hand": { ...CURTAIN, fields: { level } },
};

const SCHEMAS = new Map<string, Schema<object>>(
  Object.entries(COMMANDS).map(([type, entry]) => [type, fields<object>({ type: oneOf([type]), ...entry.fields })]),
);

/** A command out of plain JSON, or why it isn't one. */
export function parseCommand(plain: Json): Result<PlayCommand> {
  const malformed = (why: string): Result<PlayCommand> => fail("request.malformed", { why });
  if (typeof plain !== "object" || plain === null || Array.isArray(plain)) return malformed("it isn't an object");
  const { type } = plain as { readonly type?: Json };
  const schema = typeof type === "string" ? SCHEMAS.get(type) : undefined;
  if (!schema) return malformed(`type must be one of the following values: ${Object.keys(COMMANDS).join(", ")}`);
  const flaw = schema(plain, []);
  return flaw ? malformed(`${flaw.path.join(" › ")}: ${flaw.why}`) : ok(plain as unknown as PlayCommand);
}
