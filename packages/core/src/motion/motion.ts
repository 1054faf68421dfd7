import {
  fields,
  integerIn,
  listOf,
  nullable,
  numberIn,
  oneOf,
  optional,
  textUpTo,
  where,
  type Flaw,
  type Schema,
} from "../document/schema";
import type { XyY } from "../color/colorimetry";
import type { Vector } from "../geometry/beam";
import { fanSchema, type Fan } from "../shape/fan";
import { shapeSchema, type Shape } from "../shape/place";
import { DIRECTIONS, type Direction } from "./direction";
import { FIGURES, type Figure, type FigurePoint } from "./figure";
import { leadSchema, type Lead } from "./lead";
import { MEETS, type Meets } from "../stroke/meeting";
import { veilFields, type Veil } from "./veil";
import { WAVEFORMS, type Waveform, type WaveformOptions } from "./waveform";

/** Beats a minute of a motion's own clock where it doesn't say: its rate then counts cycles a second. */
export const OWN_BPM = 60;

/** What all motions have in common: how they lie along the selection, and what drives them. */
export interface Drive {
  /** `absolute` takes the value's place; `relative` adds to the value beneath. */
  readonly base: "absolute" | "relative";
  /** What is added to what lies beneath may scale it instead, or show only where it is brighter: waves and veils. */
  readonly meets?: Meets;
  /** Degrees along the selection, 0..360 being one whole cycle, and how they lie. */
  readonly phase: Fan;
  readonly phaseShape: Shape;
  /** The speed master that drives it; null = its playback's, and without one its own clock. */
  readonly masterId: string | null;
  /** Cycles per beat; lies along the part's shape. */
  readonly rate: Fan;
  /** Beats a minute of its own clock; without it 60, so that the rate counts cycles a second. */
  readonly ownBpm?: number;
  /** Factors of the swing about its middle; lie along the part's shape. None = 1. */
  readonly size?: Fan;
  /** None = forward. */
  readonly direction?: Direction;
  /** Stops after so many cycles, where it began; none = endless. */
  readonly count?: number;
  /** Over which the size grows when it starts, and shrinks when something else takes over; none = it has its size at once. */
  readonly fadeInSeconds?: number;
  readonly fadeOutSeconds?: number;
  /** Set by itself when the rate or the clock is changed while it runs. */
  readonly lead?: Lead;
  /** Motions of one stroke with the same word here share rate, master, direction and count: a change of one is a change of all. */
  readonly together?: string;
}

/** Swings one attribute between two ends along a waveform. */
export interface WaveMotion extends Drive, WaveformOptions {
  readonly kind: "wave";
  readonly waveform: Waveform | "drawn";
  /** The drawn waveform, when that is what it is. */
  readonly waveId?: string;
  /** Degrees of the cycle by which it starts later. */
  readonly offset?: number;
  /** Ends of the swing in the attribute's unit (percent attributes: 0..1). */
  readonly low: number;
  readonly high: number;
}

/**
 * `angles`: degrees of pan and tilt; the others metres on a plane of the stage: `flat` (a floor, its height is the centre's z), `across`
 * (a wall or gauze that faces the audience, at the centre's y) or `along` (a side wall, at the centre's x).
 */
export const PATH_PLANES = ["angles", "flat", "across", "along"] as const;
export type PathPlane = (typeof PATH_PLANES)[number];

/** Draws a closed curve; only of the attribute `Position`. */
export interface PathMotion extends Drive, Figure {
  readonly kind: "path";
  readonly plane: PathPlane;
  /** Of the whole figure, in degrees or metres. */
  readonly width: number;
  readonly height: number;
  /** Degrees by which it is turned against the clock. */
  readonly turn: number;
  /** Pan and tilt (as x and y) or a place on stage; relative paths have none: they run about where the head looks. */
  readonly centre: Vector;
}

/** One of a row: what it says, and how long it takes to come in and stays, in parts of the row. */
export interface Step {
  /** In the attribute's unit. */
  readonly level?: number;
  readonly color?: XyY;
  readonly presetId?: string;
  readonly fade: number;
  readonly hold: number;
}

export const MOST_STEPS = 64;

/** Goes through a row of levels, colours or presets, once a cycle. */
export interface StepMotion extends Drive {
  readonly kind: "steps";
  readonly steps: readonly Step[];
}

/** A pattern over the stage, of which heads take what it shows where they hang; goes on with its clock, a cycle at a time. */
export interface VeilMotion extends Drive, Veil {
  readonly kind: "veil";
}

export type Motion = WaveMotion | PathMotion | StepMotion | VeilMotion;

export const MOST_SIZE = 4;

const drive = {
  base: oneOf(["absolute", "relative"]),
  meets: optional(oneOf(MEETS)),
  phase: fanSchema(-36000, 36000),
  phaseShape: shapeSchema,
  masterId: nullable(textUpTo(64)),
  rate: fanSchema(-64, 64),
  ownBpm: optional(numberIn(1, 600)),
  size: optional(fanSchema(-MOST_SIZE, MOST_SIZE)),
  direction: optional(oneOf(DIRECTIONS)),
  count: optional(integerIn(1, 9999)),
  fadeInSeconds: optional(numberIn(0, 3600)),
  fadeOutSeconds: optional(numberIn(0, 3600)),
  lead: optional(leadSchema),
  together: optional(textUpTo(64)),
} as const;

function meetingFlaw(base: Drive["base"], meets: Meets | undefined): string | null {
  return meets !== undefined && base === "absolute" ? "what takes the value's place meets nothing beneath" : null;
}

const CANT_MEET = "only waves and veils meet what lies beneath otherwise than by being added";

const waveSchema: Schema<WaveMotion> = where(
  fields<WaveMotion>({
    ...drive,
    kind: oneOf(["wave"]),
    waveform: oneOf([...WAVEFORMS, "drawn"]),
    waveId: optional(textUpTo(64)),
    width: optional(numberIn(0.01, 1)),
    softIn: optional(numberIn(0, 1)),
    softOut: optional(numberIn(0, 1)),
    offset: optional(numberIn(-3600, 3600)),
    low: numberIn(-100000, 100000),
    high: numberIn(-100000, 100000),
  }),
  ({ waveform, waveId, base, meets }) =>
    (waveform === "drawn") !== (waveId !== undefined) ? "a drawn waveform must say which one it is" : meetingFlaw(base, meets),
);

const metres = numberIn(-1000, 1000);
const pathSchema: Schema<PathMotion> = where(
  fields<PathMotion>({
    ...drive,
    kind: oneOf(["path"]),
    figure: oneOf(FIGURES),
    corners: optional(integerIn(3, 12)),
    points: optional(listOf(fields<FigurePoint>({ x: numberIn(-1, 1), y: numberIn(-1, 1) }), { min: 2, max: 256 })),
    plane: oneOf(PATH_PLANES),
    width: numberIn(0, 1000),
    height: numberIn(0, 1000),
    turn: numberIn(-3600, 3600),
    centre: fields<Vector>({ x: metres, y: metres, z: metres }),
  }),
  ({ figure, points, plane, base, meets }) =>
    meets !== undefined
      ? CANT_MEET
      : (figure === "drawn") !== (points !== undefined)
        ? "a drawn figure must have its points, and others have none"
        : plane !== "angles" && base === "relative"
          ? "a figure in metres has its own place on stage: it can't be added to another"
          : null,
);

const xyY = fields<XyY>({ x: numberIn(0, 1), y: numberIn(0.0001, 1), luminance: numberIn(0, 1000) });
const stepSchema: Schema<Step> = where(
  fields<Step>({
    level: optional(numberIn(-100000, 100000)),
    color: optional(xyY),
    presetId: optional(textUpTo(64)),
    fade: numberIn(0, 1000),
    hold: numberIn(0, 1000),
  }),
  ({ level, color, presetId, fade, hold }) =>
    [level, color, presetId].filter((said) => said !== undefined).length !== 1
      ? "a step must be one level, one colour or one preset"
      : fade + hold > 0
        ? null
        : "a step must take some time",
);
const stepsSchema: Schema<StepMotion> = where(
  fields<StepMotion>({ ...drive, kind: oneOf(["steps"]), steps: listOf(stepSchema, { min: 1, max: MOST_STEPS }) }),
  ({ base, steps, meets }) =>
    meets !== undefined
      ? CANT_MEET
      : base === "relative" && steps.some(({ level }) => level === undefined)
        ? "only levels can be added to what lies beneath"
        : null,
);

const veilSchema: Schema<VeilMotion> = where(
  fields<VeilMotion>({ ...drive, ...veilFields, kind: oneOf(["veil"]), centre: fields<Vector>({ x: metres, y: metres, z: metres }) }),
  ({ colors, base, pictureId, formula, runs, counts, meets }) =>
    colors && base === "relative" && meets === undefined
      ? "colours can't be added to what lies beneath"
      : pictureId !== undefined && formula !== undefined
        ? "it must be a picture or a formula"
        : runs !== undefined && pictureId === undefined
          ? "only a picture runs"
          : counts !== undefined && pictureId === undefined
            ? "only a picture has colours of its own that count"
            : meetingFlaw(base, meets),
);

const BY_KIND: { readonly [K in Motion["kind"]]: Schema<Motion> } = {
  wave: waveSchema,
  path: pathSchema,
  steps: stepsSchema,
  veil: veilSchema,
};

export const motionSchema: Schema<Motion> = (value, path): Flaw | null => {
  const kind = typeof value === "object" && value !== null ? (value as { kind?: unknown }).kind : undefined;
  if (typeof kind === "string" && Object.hasOwn(BY_KIND, kind)) return BY_KIND[kind as Motion["kind"]](value, path);
  return { path: [...path, "kind"], value: kind, why: "a motion must be a wave, a path, steps or a veil" };
};
