import { fields, nullable, numberIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { fanSchema, type Fan } from "../shape/fan";
import { shapeSchema, type Shape } from "../shape/place";
import { WAVEFORMS, type Waveform } from "./waveform";

/** A running effect on one attribute: swings between `low` and `high` along a waveform. */
export interface Motion {
  readonly waveform: Waveform;
  readonly width?: number;
  /** Ends of the swing in the attribute's unit (percent attributes: 0..1). */
  readonly low: number;
  readonly high: number;
  /** `absolute` takes the value's place; `relative` adds to the value beneath. */
  readonly base: "absolute" | "relative";
  /** Degrees along the selection, 0..360 being one whole cycle, and how they lie. */
  readonly phase: Fan;
  readonly phaseShape: Shape;
  /** The speed master that drives it; null = runs on its own. */
  readonly masterId: string | null;
  /** Cycles per beat of the master, or cycles per second when on its own; lies along the part's shape. */
  readonly rate: Fan;
  /** Factors of the swing, about its middle (relative motions: about nothing); lie along the part's shape. None = 1. */
  readonly size?: Fan;
}

export const motionSchema: Schema<Motion> = fields<Motion>({
  waveform: oneOf(WAVEFORMS),
  width: optional(numberIn(0.01, 1)),
  low: numberIn(-100000, 100000),
  high: numberIn(-100000, 100000),
  base: oneOf(["absolute", "relative"]),
  phase: fanSchema(-36000, 36000),
  phaseShape: shapeSchema,
  masterId: nullable(textUpTo(64)),
  rate: fanSchema(-64, 64),
  size: optional(fanSchema(-4, 4)),
});
