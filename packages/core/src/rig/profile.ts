import type { XyY } from "../color/colorimetry";
import { attributeInfo, isChannelAttribute, type Attribute } from "./attributes";
import { fields, integerIn, listOf, mapOf, numberIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";

export type Precedence = "HTP" | "LTP";

/** One controllable attribute of one head of a mode. */
export interface Channel {
  /** Index into the mode's heads, from 0. */
  readonly head: number;
  readonly attribute: Attribute;
  /** Offsets in the footprint from 1, coarse first; none = a virtual channel that never leaves by itself. */
  readonly slots: readonly number[];
  /** Physical values at DMX zero and at full, in the attribute's unit (percent attributes: 0..1). */
  readonly physical: readonly [number, number];
  /** Home value, physical. */
  readonly home: number;
  readonly precedence?: Precedence;
  /** Physical value under highlight; without it the attribute's own rule holds (see rig/highlight-value.ts). */
  readonly highlight?: number;
  /** Names of the slots of a wheel, from physical value 0 on. */
  readonly names?: readonly string[];
}

export interface Mode {
  readonly id: string;
  readonly name: string;
  /** Number of slots. */
  readonly footprint: number;
  /** Names of the heads; a plain lamp has one. */
  readonly heads: readonly string[];
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
}

export function precedenceOf(channel: Channel): Precedence {
  return channel.precedence ?? (attributeInfo(channel.attribute).family === "Intensity" ? "HTP" : "LTP");
}

const xyYSchema: Schema<XyY> = fields<XyY>({ x: numberIn(0, 1), y: numberIn(0, 1), luminance: numberIn(0, 1000) });
const physicalNumber = numberIn(-100000, 100000);

const channelSchema: Schema<Channel> = fields<Channel>({
  head: integerIn(0, 511),
  attribute: where(textUpTo(64), (name) =>
    isChannelAttribute(name) ? null : "it must be the name of an attribute that is part of the light",
  ),
  slots: listOf(integerIn(1, 512), { max: 4 }),
  physical: listOf(physicalNumber, { min: 2, max: 2 }) as unknown as Schema<readonly [number, number]>,
  home: physicalNumber,
  precedence: optional(oneOf(["HTP", "LTP"])),
  highlight: optional(physicalNumber),
  names: optional(listOf(textUpTo(40), { max: 256 })),
});

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
      heads: listOf(textUpTo(80), { min: 1, max: 512 }),
      channels: listOf(channelSchema, { min: 1, max: 2048 }),
    }),
    { min: 1, max: 64 },
  ),
  wheels: optional(mapOf(listOf(xyYSchema, { min: 1, max: 64 }), 4)),
  tungstenKelvin: optional(numberIn(1000, 12000)),
  emitters: mapOf(xyYSchema, 16),
  beamDegrees: numberIn(0, 180),
});
