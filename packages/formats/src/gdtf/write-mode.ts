import {
  attributeInfo,
  functionsOf,
  mostOf,
  normalized,
  type Channel,
  type ChannelFunction,
  type ChannelSet,
  type Mode,
  type Profile,
} from "@vexa/core";
import { element, type Element } from "../xml/element";
import { dmxText } from "./dmx-value";
import { geometryNames } from "./write-geometry";
import { wheelNames } from "./wheel-names";

interface ModeOf {
  readonly mode: Mode;
  readonly profile: Profile;
  readonly geometries: readonly string[];
  readonly wheels: readonly string[];
}

export function writeMode(mode: Mode, { profile, index }: { profile: Profile; index: number }): Element {
  const { whole, heads } = geometryNames(mode, index);
  const of: ModeOf = { mode, profile, geometries: heads, wheels: wheelNames(profile) };
  const relations = mode.channels.flatMap((channel, at) =>
    channel.scaledBy === undefined
      ? []
      : [
          element("Relation", {
            Name: `Master ${at + 1}`,
            Master: nameOf(of, mode.channels[channel.scaledBy]!),
            Follower: pathOf(of, channel, channel),
            Type: "Multiply",
          }),
        ],
  );
  return element("DMXMode", { Name: mode.name, Description: "", Geometry: whole }, [
    element(
      "DMXChannels",
      {},
      mode.channels.map((channel) => writeChannel(of, channel)),
    ),
    element("Relations", {}, relations),
    element("FTMacros"),
  ]);
}

function nameOf({ geometries }: ModeOf, channel: Channel): string {
  return `${geometries[channel.head]!}_${channel.attribute}`;
}

/** By which others name a function. */
function pathOf(of: ModeOf, channel: Channel, each: ChannelFunction): string {
  return `${nameOf(of, channel)}.${channel.attribute}.${functionName(channel, each)}`;
}

function functionName(channel: Channel, each: ChannelFunction): string {
  const name = each.name ?? attributeInfo(each.attribute).label;
  const twins = functionsOf(channel).filter((other) => (other.name ?? attributeInfo(other.attribute).label) === name);
  return twins.length > 1 && each.name === undefined ? each.attribute : name;
}

function writeChannel(of: ModeOf, channel: Channel): Element {
  const bytes = Math.max(1, channel.slots.length);
  const functions = functionsOf(channel);
  const logical = element(
    "LogicalChannel",
    {
      Attribute: channel.attribute,
      Snap: snapOf(channel),
      Master: channel.attribute === "Dimmer" ? "Grand" : "None",
      MibFade: 0,
      DMXChangeTimeLimit: 0,
    },
    [
      ...functions.map((each) => writeFunction(of, channel, each)),
      ...gapsOf(functions, mostOf(channel)).map((from) =>
        element("ChannelFunction", { Name: "Nothing", Attribute: "NoFeature", DMXFrom: dmxText(from, bytes) }),
      ),
    ],
  );
  return element(
    "DMXChannel",
    {
      DMXBreak: channel.break ?? 1,
      Offset: channel.slots.length === 0 ? "None" : channel.slots.join(","),
      InitialFunction: pathOf(of, channel, channel),
      Highlight: channel.highlightDmx === undefined ? "None" : dmxText(channel.highlightDmx, bytes),
      Geometry: of.geometries[channel.head],
    },
    [logical],
  );
}

function snapOf({ change, attribute }: Channel): string {
  if (change === "fades") return "Off";
  return change !== undefined || attributeInfo(attribute).snaps ? "Yes" : "No";
}

function writeFunction(of: ModeOf, channel: Channel, each: ChannelFunction): Element {
  const bytes = Math.max(1, channel.slots.length);
  const { attribute, range, physical, sets = [], needs } = each;
  const { emitters } = of.profile;
  const { mixing } = attributeInfo(attribute);
  const other = needs && of.mode.channels[needs.channel];
  const stands =
    each === (channel as ChannelFunction) ? Math.round(normalized(channel, channel.home) * mostOf(channel)) : (range?.[0] ?? 0);
  return element(
    "ChannelFunction",
    {
      Name: functionName(channel, each),
      Attribute: attribute,
      OriginalAttribute: "",
      DMXFrom: dmxText(range?.[0] ?? 0, bytes),
      Default: dmxText(stands, bytes),
      PhysicalFrom: physical[0],
      PhysicalTo: physical[1],
      RealFade: channel.fullWaySeconds ?? 0,
      Wheel: of.wheels.includes(attribute) ? attribute : undefined,
      Emitter: mixing === "adds" && emitters[attribute] ? attribute : undefined,
      Filter: mixing === "takes" && emitters[attribute] ? attribute : undefined,
      ModeMaster: other ? nameOf(of, other) : undefined,
      ModeFrom: other ? dmxText(needs.range[0], Math.max(1, other.slots.length)) : undefined,
      ModeTo: other ? dmxText(needs.range[1], Math.max(1, other.slots.length)) : undefined,
    },
    [
      ...sets.map((set) => writeSet(set, attribute, bytes)),
      ...setGaps(sets, range ?? [0, mostOf(channel)]).map((from) => element("ChannelSet", { Name: "", DMXFrom: dmxText(from, bytes) })),
    ].sort((a, b) => Number(a.attributes["DMXFrom"]!.split("/")[0]) - Number(b.attributes["DMXFrom"]!.split("/")[0])),
  );
}

function writeSet({ name, range, at }: ChannelSet, attribute: string, bytes: number): Element {
  const slot = at !== undefined && attributeInfo(attribute).unit === "slot" && Number.isInteger(at) && at >= 0 ? at + 1 : undefined;
  return element("ChannelSet", { Name: name, DMXFrom: dmxText(range[0], bytes), WheelSlotIndex: slot });
}

/** Where values begin that no function has, among those that hold under the same condition. */
function gapsOf(functions: readonly ChannelFunction[], most: number): number[] {
  const plain = functions.filter(({ needs }) => !needs);
  return plain.length === 0
    ? []
    : starts(
        plain.map(({ range }) => range ?? [0, most]),
        [0, most],
      );
}

function setGaps(sets: readonly ChannelSet[], range: readonly [number, number]): number[] {
  return sets.length === 0
    ? []
    : starts(
        sets.map((set) => set.range),
        range,
      );
}

function starts(ranges: readonly (readonly [number, number])[], [from, to]: readonly [number, number]): number[] {
  const found: number[] = [];
  let next = from;
  for (const [begin, end] of ranges.toSorted((a, b) => a[0] - b[0])) {
    if (begin > next) found.push(next);
    next = Math.max(next, end + 1);
  }
  return next <= to ? [...found, next] : found;
}
