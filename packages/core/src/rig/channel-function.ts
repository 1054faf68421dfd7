import { ATTRIBUTE_NAME, isAttribute, type Attribute } from "./attributes";
import { fields, integerIn, listOf, numberIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";

/** A named stretch of a function: "Ferns", "closed". */
export interface ChannelSet {
  readonly name: string;
  /** DMX values at the channel's own resolution, both included. */
  readonly range: DmxRange;
  /** What it stands for, in the attribute's unit: the wheel's slot from 0 on. None = it names a stretch of what runs evenly. */
  readonly at?: number;
}

/** First and last DMX value, both included, at a channel's own resolution. */
export type DmxRange = readonly [number, number];

/** That another channel of the mode stands in a range. */
export interface ChannelNeed {
  /** Index into the mode's channels. */
  readonly channel: number;
  readonly range: DmxRange;
}

/** What a channel does over a range of its DMX values: an attribute, physically from and to. */
export interface ChannelFunction {
  readonly attribute: Attribute;
  /** What the lamp's manual calls it; none = the attribute's label. */
  readonly name?: string;
  /** None = all of the channel. */
  readonly range?: DmxRange;
  /** Physical values at the range's first and last DMX value, in the attribute's unit (percent attributes: 0..1). */
  readonly physical: readonly [number, number];
  readonly sets?: readonly ChannelSet[];
  /** It holds only while another channel stands there, which is set with it. */
  readonly needs?: ChannelNeed;
}

/** How a channel goes from value to value: fades within a function and snaps between functions, or snaps always. */
export const CHANGES = ["fades", "snaps", "snaps at the end"] as const;
export type ChannelChange = (typeof CHANGES)[number];

const physicalNumber = numberIn(-1000000, 1000000);
const dmxValue = integerIn(0, 4294967295);
export const dmxRangeSchema = where(listOf(dmxValue, { min: 2, max: 2 }), ([from, to]) =>
  from! <= to! ? null : "its first value must not be above its last",
) as unknown as Schema<DmxRange>;
export const physicalSchema = listOf(physicalNumber, { min: 2, max: 2 }) as unknown as Schema<readonly [number, number]>;
export const physicalNumberSchema = physicalNumber;

/** Whole colours and points are ours alone: no channel has them. */
export const channelAttributeSchema: Schema<Attribute> = where(textUpTo(64), (name) =>
  isAttribute(name) && name !== "Color" && name !== "Position"
    ? null
    : `it must be the name of an attribute (${ATTRIBUTE_NAME.source}), and not Color or Position, which are whole colours and points`,
);

export const setsSchema = listOf(fields<ChannelSet>({ name: textUpTo(80), range: dmxRangeSchema, at: optional(physicalNumber) }), {
  max: 512,
});

export const functionSchema = fields<ChannelFunction>({
  attribute: channelAttributeSchema,
  name: optional(textUpTo(80)),
  range: optional(dmxRangeSchema),
  physical: physicalSchema,
  sets: optional(setsSchema),
  needs: optional(fields<ChannelNeed>({ channel: integerIn(0, 2047), range: dmxRangeSchema })),
});

export const changeSchema: Schema<ChannelChange> = oneOf(CHANGES);
