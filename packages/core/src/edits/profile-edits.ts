import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { attributeNamed } from "../rig/attribute-named";
import { attributeInfo, isAttribute } from "../rig/attributes";
import type { Channel, Mode, Profile } from "../rig/profile";
import { rangeText, readRanges } from "../rig/range-text";
import { mostOf, normalized, plainPhysical } from "../rig/scale";
import type { Show } from "../show/show";
import { readQuantity } from "../units/read-quantity";

/** A profile to begin with: one slot of dimmer. */
export function newProfile(id: string): Profile {
  const channels: readonly Channel[] = [{ head: 0, attribute: "Dimmer", slots: [1], physical: [0, 1], home: 0 }];
  const mode: Mode = { id: "mode-1", name: "Standard", footprint: 1, heads: ["Lamp"], channels };
  return { id, kind: "profile", version: 1, maker: "New maker", model: "New lamp", modes: [mode], emitters: {}, beamDegrees: 20 };
}

/** The changes that put a profile into a show, in place of one with its id. None where it says the same. */
export function profileChanges(show: Show, profile: Profile): Change[] {
  const present = show.get("profile", profile.id);
  if (!present) return [{ op: "add", record: profile }];
  const fields = [...new Set([...Object.keys(present), ...Object.keys(profile)])].filter(
    (field) => !["id", "kind", "version"].includes(field),
  ) as (keyof Profile)[];
  return fields
    .filter((field) => !sameJson(present[field], profile[field]))
    .map((field) => setChange(profile.id, [field], { from: present[field], to: profile[field] }));
}

/** What people type of a channel, as its table shows it. */
export interface ChannelTexts {
  /** `5`, `5-6`, `5,7`; empty = virtual. */
  readonly slots: string;
  readonly attribute: string;
  /** `-270..270`. */
  readonly physical: string;
  readonly ranges: string;
  readonly home: string;
}

const shownScale = (attribute: string): number => (attributeInfo(attribute).unit === "percent" ? 100 : 1);
const shown = (value: number, attribute: string): string => String(Math.round(value * shownScale(attribute) * 1000) / 1000);

export function channelTexts(channel: Channel): ChannelTexts {
  const { slots, attribute, physical, home } = channel;
  const runs = slots.length > 1 && slots.every((slot, at) => slot === slots[0]! + at);
  return {
    slots: runs ? `${slots[0]!}-${slots.at(-1)!}` : slots.join(","),
    attribute: attributeInfo(attribute).label,
    physical: `${shown(physical[0], attribute)}..${shown(physical[1], attribute)}`,
    ranges: rangeText(channel),
    home: shown(home, attribute),
  };
}

/** The channel after one of its texts was typed anew; what nobody typed stays. Errors: value.invalid, with what would fit. */
export function typedChannel(channel: Channel, field: keyof ChannelTexts, text: string): Result<Channel> {
  const invalid = (name: string, why: string) => fail("value.invalid", { field: name, value: text.slice(0, 60), why });
  switch (field) {
    case "slots": {
      const slots = readSlots(text);
      return slots
        ? ok(atHome({ ...withoutRanges(channel, slots.length), slots }))
        : invalid("The slots", "they must be one to four numbers from 1 to 512, such as 5 or 5-6");
    }
    case "attribute": {
      const own = attributeNamed(text) ?? (isAttribute(text.trim()) ? text.trim() : null);
      if (own === null || own === "Color" || own === "Position")
        return invalid("What it does", "it must be the name of an attribute, or one of your own with a capital first");
      const { unit, usual } = attributeInfo(own);
      const { name: _, sets: __, range: ___, more: ____, names: _____, ...plain } = channel;
      return ok(
        own === channel.attribute
          ? channel
          : {
              ...plain,
              attribute: own,
              physical: unit === "percent" ? [0, 1] : usual,
              home: unit === "degrees" && usual[0] < 0 ? 0 : usual[0],
            },
      );
    }
    case "physical": {
      const ends = text.split("..").map((part) => readQuantity(part, "plain"));
      if (ends.length !== 2 || ends.some((end) => end === null))
        return invalid("Its range", "it must be two numbers with two dots between them, such as -270..270");
      const scale = shownScale(channel.attribute);
      return ok(atHome({ ...channel, physical: [ends[0]! / scale, ends[1]! / scale] }));
    }
    case "home": {
      const home = readQuantity(text, "plain");
      return home === null
        ? invalid("Home", "it must be a number")
        : ok(atHome({ ...channel, home: home / shownScale(channel.attribute) }));
    }
    case "ranges": {
      const { range: _, sets: __, more: ___, name: ____, names: _____, ...plain } = channel;
      if (text.trim() === "") return ok(plain);
      const read = readRanges(text, { attribute: channel.attribute, most: mostOf(channel) });
      if (!read.ok) return read;
      const { first, more } = read.value;
      const next: Channel = { ...plain, ...first, ...(more.length > 0 ? { more } : {}) };
      return ok(atHome({ ...next, home: next.physical[0] }));
    }
  }
}

/** Slots of another width have other DMX values: ranges of the old ones say nothing any more. */
function withoutRanges(channel: Channel, width: number): Channel {
  if (width === channel.slots.length || Math.max(1, width) === Math.max(1, channel.slots.length)) return channel;
  const { range: _, sets: __, more: ___, ...plain } = channel;
  return plain;
}

/** Home at a whole DMX value that the channel has. */
function atHome(channel: Channel): Channel {
  return { ...channel, home: plainPhysical(channel, Math.floor(normalized(channel, channel.home) * mostOf(channel) + 0.5)) };
}

function readSlots(text: string): number[] | null {
  if (text.trim() === "") return [];
  const run = /^\s*(\d{1,3})\s*[-–]\s*(\d{1,3})\s*$/.exec(text);
  const slots = run
    ? Array.from({ length: Math.max(0, Math.min(9, Number(run[2]) - Number(run[1]) + 1)) }, (_, at) => Number(run[1]) + at)
    : text
        .split(/[,\s]+/)
        .filter((part) => part !== "")
        .map(Number);
  return slots.length >= 1 && slots.length <= 4 && slots.every((slot) => Number.isInteger(slot) && slot >= 1 && slot <= 512) ? slots : null;
}

/** The mode with as many slots as its channels take. */
export function fitted(mode: Mode, channels: readonly Channel[]): Mode {
  const most = (number: number): number => Math.max(0, ...channels.flatMap(({ slots, break: own = 1 }) => (own === number ? slots : [])));
  const breaks = Math.max(1, ...channels.map(({ break: own = 1 }) => own));
  const { moreFootprints: _, ...rest } = mode;
  return {
    ...rest,
    channels,
    footprint: Math.max(1, most(1)),
    ...(breaks > 1 ? { moreFootprints: Array.from({ length: breaks - 1 }, (_, at) => Math.max(1, most(at + 2))) } : {}),
  };
}

/** Another channel behind the last: the next free slot, of what lamps usually have next. */
export function withChannel(mode: Mode): Mode {
  const used = new Set(mode.channels.map(({ attribute }) => attribute));
  const next = NEXT.find((attribute) => !used.has(attribute)) ?? "Effects1";
  const { unit, usual } = attributeInfo(next);
  const slot = Math.max(0, ...mode.channels.flatMap(({ slots, break: own = 1 }) => (own === 1 ? slots : []))) + 1;
  const channel: Channel = {
    head: 0,
    attribute: next,
    slots: [slot],
    physical: unit === "percent" ? [0, 1] : usual,
    home: unit === "degrees" ? 0 : unit === "percent" ? 0 : usual[0],
  };
  return fitted(mode, [...mode.channels, atHome(channel)]);
}

/** The mode without a channel: what others say of those behind it follows. */
export function withoutChannel(mode: Mode, at: number): Mode {
  const moved = (index: number): number => (index > at ? index - 1 : index);
  const channels = mode.channels.flatMap((channel, index): Channel[] => {
    if (index === at) return [];
    const { needs, scaledBy, more, ...rest } = channel;
    return [
      {
        ...rest,
        ...(needs && needs.channel !== at ? { needs: { ...needs, channel: moved(needs.channel) } } : {}),
        ...(scaledBy !== undefined && scaledBy !== at ? { scaledBy: moved(scaledBy) } : {}),
        ...(more
          ? {
              more: more.map(({ needs: own, ...each }) =>
                own && own.channel !== at ? { ...each, needs: { ...own, channel: moved(own.channel) } } : each,
              ),
            }
          : {}),
      },
    ];
  });
  return fitted(mode, channels);
}

/** In the order in which manuals mostly have them. */
const NEXT = [
  "Dimmer",
  "Shutter1",
  "ColorAdd_R",
  "ColorAdd_G",
  "ColorAdd_B",
  "ColorAdd_W",
  "Pan",
  "Tilt",
  "Zoom",
  "Gobo1",
  "Prism1",
  "Frost1",
  "Iris",
  "Focus1",
  "Control1",
];
