import type { XyY } from "../color/colorimetry";
import { attributeInfo } from "./attributes";
import {
  changeSchema,
  channelAttributeSchema,
  dmxRangeSchema,
  functionSchema,
  physicalNumberSchema,
  physicalSchema,
  setsSchema,
  type ChannelChange,
  type ChannelFunction,
} from "./channel-function";
import { degreesSchema, vectorSchema } from "./place-schema";
import { fields, integerIn, listOf, mapOf, nullable, numberIn, oneOf, optional, textUpTo, yes, type Schema } from "../document/schema";
import type { Placement } from "../geometry/beam";

export type Precedence = "HTP" | "LTP";

/** One channel of one head of a mode: its first function, at which it stands at home, and the further ones. */
export interface Channel extends ChannelFunction {
  /** Index into the mode's heads, from 0. */
  readonly head: number;
  /** Offsets in the footprint of its break from 1, coarse first; none = a virtual channel that never leaves by itself. */
  readonly slots: readonly number[];
  /** The lamp's break in which it lies, from 1; none = 1. */
  readonly break?: number;
  /** Home value, physical, of its first function. */
  readonly home: number;
  readonly precedence?: Precedence;
  /** Physical value under highlight, of its first function; without any the attribute's own rule holds (see rig/highlight-value.ts). */
  readonly highlight?: number;
  /** DMX value under highlight, whatever the function. */
  readonly highlightDmx?: number;
  /** Names of the slots of a wheel, from physical value 0 on, where its function has no sets. */
  readonly names?: readonly string[];
  /** Further functions, each in a range of its own or with a need of its own. */
  readonly more?: readonly ChannelFunction[];
  /** None = what its attribute does: wheels and the like snap. */
  readonly change?: ChannelChange;
  /** Index into the mode's channels of the master that scales its light. A master that is virtual is multiplied in before output. */
  readonly scaledBy?: number;
  /** How long the lamp itself takes over the full way, which levels don't know of. */
  readonly fullWaySeconds?: number;
}

/** Where a head sits in its lamp, before the lamp is turned. */
export type HeadPlace = Placement;

export interface Mode {
  readonly id: string;
  readonly name: string;
  /** Number of slots of the first break. */
  readonly footprint: number;
  /** Numbers of slots of the further breaks, from the second on. */
  readonly moreFootprints?: readonly number[];
  /** Names of the heads; a plain lamp has one. */
  readonly heads: readonly string[];
  /** The first head is the lamp as a whole, which the others are cells of. */
  readonly master?: true;
  /** Where each head sits in the lamp; none = all at its middle. */
  readonly places?: readonly HeadPlace[];
  readonly channels: readonly Channel[];
}

/** A type of fixture: what it is and how its slots are laid out. */
export interface Profile {
  readonly id: string;
  readonly kind: "profile";
  readonly version: number;
  readonly maker: string;
  readonly model: string;
  readonly modes: readonly Mode[];
  /** Chromaticity and relative output of each emitter at full, by its attribute; `open` for the white of flags. */
  readonly emitters: Readonly<Record<string, XyY>>;
  /** Colours of a wheel's slots by its attribute, from slot 0 on. */
  readonly wheels?: Readonly<Record<string, readonly XyY[]>>;
  /** Colour temperature at full of a lamp that glows: it falls with the level. */
  readonly tungstenKelvin?: number;
  /** Full beam angle in degrees where there is no zoom; 0 = no beam is drawn. */
  readonly beamDegrees: number;
  /** Full angle in degrees out to a tenth of the middle's intensity. */
  readonly fieldDegrees?: number;
  readonly lumens?: number;
  readonly kelvin?: number;
  /** What its file left open and was guessed, in sentences. */
  readonly guesses?: readonly string[];
  /** Names of the pictures of a wheel's slots by its attribute, from slot 0 on. */
  readonly pictures?: Readonly<Record<string, readonly (string | null)[]>>;
  readonly note?: string;
}

export function precedenceOf(channel: Channel): Precedence {
  return channel.precedence ?? (attributeInfo(channel.attribute).family === "Intensity" ? "HTP" : "LTP");
}

const xyYSchema: Schema<XyY> = fields<XyY>({ x: numberIn(0, 1), y: numberIn(0, 1), luminance: numberIn(0, 1000) });

const channelSchema: Schema<Channel> = fields<Channel>({
  head: integerIn(0, 511),
  attribute: channelAttributeSchema,
  name: optional(textUpTo(80)),
  slots: listOf(integerIn(1, 512), { max: 4 }),
  break: optional(integerIn(1, 8)),
  range: optional(dmxRangeSchema),
  physical: physicalSchema,
  sets: optional(setsSchema),
  needs: optional(fields<NonNullable<Channel["needs"]>>({ channel: integerIn(0, 2047), range: dmxRangeSchema })),
  home: physicalNumberSchema,
  precedence: optional(oneOf(["HTP", "LTP"])),
  highlight: optional(physicalNumberSchema),
  highlightDmx: optional(integerIn(0, 4294967295)),
  names: optional(listOf(textUpTo(40), { max: 256 })),
  more: optional(listOf(functionSchema, { max: 64 })),
  change: optional(changeSchema),
  scaledBy: optional(integerIn(0, 2047)),
  fullWaySeconds: optional(numberIn(0, 3600)),
});

const placeSchema: Schema<HeadPlace> = fields<HeadPlace>({ position: vectorSchema, rotation: degreesSchema });

/** The mode of its profile that a fixture is in. */
export function modeOf(profile: Profile | null | undefined, { modeId }: { readonly modeId: string }): Mode | undefined {
  return profile?.modes.find(({ id }) => id === modeId);
}

export const profileSchema: Schema<Profile> = fields<Profile>({
  id: textUpTo(64),
  kind: oneOf(["profile"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  maker: textUpTo(80),
  model: textUpTo(80),
  modes: listOf(
    fields<Mode>({
      id: textUpTo(64),
      name: textUpTo(80),
      footprint: integerIn(1, 512),
      moreFootprints: optional(listOf(integerIn(1, 512), { max: 7 })),
      heads: listOf(textUpTo(80), { min: 1, max: 512 }),
      master: yes,
      places: optional(listOf(placeSchema, { max: 512 })),
      channels: listOf(channelSchema, { min: 1, max: 2048 }),
    }),
    { min: 1, max: 64 },
  ),
  wheels: optional(mapOf(listOf(xyYSchema, { min: 1, max: 64 }), 8)),
  tungstenKelvin: optional(numberIn(1000, 12000)),
  emitters: mapOf(xyYSchema, 16),
  beamDegrees: numberIn(0, 180),
  fieldDegrees: optional(numberIn(0, 180)),
  lumens: optional(numberIn(0, 10000000)),
  kelvin: optional(numberIn(1000, 20000)),
  guesses: optional(listOf(textUpTo(300), { max: 100 })),
  pictures: optional(mapOf(listOf(nullable(textUpTo(200)), { max: 64 }), 16)),
  note: optional(textUpTo(2000)),
});
