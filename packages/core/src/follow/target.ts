import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import type { Vector } from "../geometry/beam";
import type { Metres, Seconds } from "../units/units";
import { stageBoxSchema, type StageBox } from "./stage-box";
import { pointSchema } from "./stage-point";
import { walkSchema, type Walk } from "./walk";

/** A moving point on stage with a name: a singer, a trolley. Content may say that heads follow it. */
export interface Target {
  readonly id: string;
  readonly kind: "target";
  readonly version: number;
  readonly name: string;
  /** Where it is taken to be until it is heard of. */
  readonly home: Vector;
  /** What is heard is smoothed over about so long, so that beams don't shake; 0 = as it comes. */
  readonly smoothSeconds: Seconds;
  /** What heads that follow it do once it is lost: back to what lies beneath, or dark. None = they look where it was last. */
  readonly whenLost?: WhenLost;
  /** An OSC address at which it is heard besides its name's. */
  readonly address?: string;
  /** A point of OTP (E1.59) as which it is heard. */
  readonly otp?: OtpAddress;
  /** A way that was recorded, for when nobody is to be heard: rehearsals, trackers that fail. */
  readonly walk?: Walk;
  /** It is never further out than this: what is heard from there counts as at the edge. */
  readonly within?: StageBox;
  /** Metres a second: what is heard to be faster comes after. */
  readonly mostSpeed?: number;
}

export const [LEAST_SPEED, MOST_SPEED] = [0.1, 50] as const;

/** Which point of a tracker's system: the three numbers that OTP names it by. */
export interface OtpAddress {
  readonly system: number;
  readonly group: number;
  readonly point: number;
}

/** Ranges of E1.59, from memory (P31 of 5-references.md). */
export const MOST_OTP: OtpAddress = { system: 200, group: 60000, point: 4294967295 };

/** What OSC 1.0 lets stand in an address; patterns aren't addresses. */
export const OSC_ADDRESS = /^(\/[^\s#*,/?[\]{}]+)+$/;
export const LONGEST_ADDRESS = 120;

export const WHEN_LOST = ["beneath", "dark"] as const;
export type WhenLost = (typeof WHEN_LOST)[number];

/** Above what is heard no one waits: a beam that lags by more is of no use. */
export const MOST_SMOOTH_SECONDS = 3;
/** A target that isn't heard of for so long is lost. */
export const LOST_AFTER_SECONDS = 1;

export const targetSchema: Schema<Target> = fields<Target>({
  id: textUpTo(64),
  kind: oneOf(["target"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  home: pointSchema,
  smoothSeconds: numberIn(0, MOST_SMOOTH_SECONDS),
  whenLost: optional(oneOf(WHEN_LOST)),
  address: optional(where(textUpTo(LONGEST_ADDRESS), (address) => (OSC_ADDRESS.test(address) ? null : "it must be an OSC address"))),
  otp: optional(
    fields<OtpAddress>({
      system: integerIn(1, MOST_OTP.system),
      group: integerIn(1, MOST_OTP.group),
      point: integerIn(1, MOST_OTP.point),
    }),
  ),
  walk: optional(walkSchema),
  within: optional(stageBoxSchema),
  mostSpeed: optional(numberIn(LEAST_SPEED, MOST_SPEED)),
});

/** How heads follow targets: part of a stroke, in place of a point. */
export interface Follow {
  /** One, or several between which the heads lie, straight along the selection. */
  readonly targetIds: readonly string[];
  /** Beside or above the target, in metres. */
  readonly offset?: Vector;
  /** Around the target on a circle of this radius, level with the floor. */
  readonly ring?: Metres;
  /** Aims where the target will be in so long, as fast as it goes now. */
  readonly leadSeconds?: Seconds;
  /** These heads come softly to where their targets are, over about so long, besides what smooths the targets themselves. */
  readonly smoothSeconds?: Seconds;
  /** Metres a second that these heads go after their targets at the most. */
  readonly mostSpeed?: number;
  /** Where these heads may look, whatever their target does: a volume, or a plane where two sides are one. */
  readonly within?: StageBox;
  /** How wide a beam is to be where it looks: what zooms and irises say, and only these. */
  readonly width?: Metres;
  /** Over so many metres before a side of the part of the stage that its target may be in, light fades out: what dimmers say, and only these. */
  readonly edge?: Metres;
  /** How bright it is away from there, in percent; none = all of it. */
  readonly light?: number;
}

export const MOST_FOLLOWED = 8;
export const MOST_RING = 20;
export const MOST_LEAD_SECONDS = 2;
export const [LEAST_WIDTH, MOST_WIDTH]: readonly [Metres, Metres] = [0.1, 50];
export const [LEAST_EDGE, MOST_EDGE]: readonly [Metres, Metres] = [0.1, 50];

export const followSchema: Schema<Follow> = fields<Follow>({
  targetIds: listOf(textUpTo(64), { min: 1, max: MOST_FOLLOWED }),
  offset: optional(pointSchema),
  ring: optional(numberIn(0, MOST_RING)),
  leadSeconds: optional(numberIn(0, MOST_LEAD_SECONDS)),
  smoothSeconds: optional(numberIn(0, MOST_SMOOTH_SECONDS)),
  mostSpeed: optional(numberIn(LEAST_SPEED, MOST_SPEED)),
  within: optional(stageBoxSchema),
  width: optional(numberIn(LEAST_WIDTH, MOST_WIDTH)),
  edge: optional(numberIn(LEAST_EDGE, MOST_EDGE)),
  light: optional(numberIn(0, 100)),
});

/** What follows: where a head looks, how wide its beam is there, or how bright it is there. */
export type FollowKind = "place" | "width" | "light";

/** By attribute; nothing else follows. */
export const FOLLOWING: Readonly<Record<string, FollowKind | undefined>> = {
  Position: "place",
  Zoom: "width",
  Iris: "width",
  Dimmer: "light",
};

/** About a person with their arms, and two steps: common practice. */
const FIRST: Readonly<Record<FollowKind, Partial<Follow>>> = { place: {}, width: { width: 2 }, light: { edge: 2 } };

/** How an attribute begins to follow, or goes on with others; null where it can't. */
export function followFor(attribute: string, targetIds: readonly string[], present?: Follow): Follow | null {
  const kind = FOLLOWING[attribute];
  return kind ? { ...FIRST[kind], ...present, targetIds } : null;
}

/** The kind of a follow by what it says; null when it says more than one. */
export function followKind({ width, edge, light }: Follow): FollowKind | null {
  if (edge !== undefined) return width === undefined ? "light" : null;
  if (light !== undefined) return null;
  return width === undefined ? "place" : "width";
}
