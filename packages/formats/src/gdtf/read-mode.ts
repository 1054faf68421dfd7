import {
  attributeInfo,
  isService,
  normalized,
  plainPhysical,
  type Attribute,
  type Channel,
  type ChannelFunction,
  type Mode,
} from "@vexa/core";
import { child, childrenOf, numberOf, type Element } from "../xml/element";
import { dmxValue, mostIn } from "./dmx-value";
import { geometryNodes, type GeometryNode } from "./geometry-tree";
import { headsOf, type FileHeads } from "./heads";
import { placedChannels, type PlacedChannel } from "./placed-channel";
import type { FileFunction } from "./read-functions";
import type { FileWheel } from "./read-light";
import type { ReportDraft } from "./report";

export interface ReadMode {
  readonly mode: Mode;
  readonly nodes: readonly GeometryNode[];
  /** What each mixing attribute names as its emitter or filter. */
  readonly emitters: ReadonlyMap<Attribute, string | undefined>;
  /** The wheel that each attribute turns. */
  readonly wheels: ReadonlyMap<Attribute, string>;
}

const MOST_CHANNELS = 2048;

/** One mode of a file; a text says why it can't be used. */
export function readMode(
  element: Element,
  of: { geometries: Element | null; number: number; wheels: ReadonlyMap<string, FileWheel>; report: ReportDraft },
): ReadMode | string {
  const { report } = of;
  const name = (element.attributes["Name"] ?? "").trim().slice(0, 80) || `Mode ${of.number}`;
  const nodes = geometryNodes(of.geometries, element.attributes["Geometry"] ?? "");
  if (typeof nodes === "string") return nodes;
  const wheelNames = new Map([...of.wheels].map(([key, { names }]) => [key, names]));
  const placed = placedChannels(element, { nodes, wheels: wheelNames, report, mode: name });
  if (placed.length === 0) return `its mode ${name} has no channels that can be used`;
  if (placed.length > MOST_CHANNELS) return `its mode ${name} has more than ${MOST_CHANNELS} channels`;
  const heads = headsOf(placed, nodes);
  if (heads.names.length > 512) return `its mode ${name} has more than 512 heads`;
  const channels = withDimmers(linked(placed, heads, report), heads, report);
  const relations = readRelations(element, { placed, channels, report });
  const breaks = [1, ...placed.map((channel) => channel.break)];
  const footprints = Array.from({ length: Math.max(...breaks) }, (_, at) =>
    Math.max(1, ...placed.filter((channel) => channel.break === at + 1).flatMap(({ slots }) => slots)),
  );
  if (footprints.some((slots) => slots > 512) || footprints.length > 8)
    return `its mode ${name} takes more than 512 slots, or more than 8 breaks`;
  return {
    nodes,
    mode: {
      id: `mode-${of.number}`,
      name,
      footprint: footprints[0]!,
      ...(footprints.length > 1 ? { moreFootprints: footprints.slice(1) } : {}),
      heads: heads.names,
      ...(heads.master ? { master: true as const } : {}),
      ...(heads.places ? { places: heads.places } : {}),
      channels: relations,
    },
    emitters: new Map(
      placed.flatMap(({ functions }) =>
        functions.map(
          (each) => [each.function.attribute, each.element.attributes["Emitter"] ?? each.element.attributes["Filter"]] as const,
        ),
      ),
    ),
    wheels: new Map(
      placed.flatMap(({ functions }) =>
        functions.flatMap((each) =>
          each.element.attributes["Wheel"] ? [[each.function.attribute, each.element.attributes["Wheel"]] as const] : [],
        ),
      ),
    ),
  };
}

/** Channels with what they need of each other. The function at which the lamp stands comes first. */
function linked(placed: readonly PlacedChannel[], heads: FileHeads, report: ReportDraft): Channel[] {
  return placed.map((channel): Channel => {
    const { element, functions, slots } = channel;
    const bytes = Math.max(1, slots.length);
    const initial = element.attributes["InitialFunction"];
    const first = functions.find(({ path }) => path === initial) ?? functions[0]!;
    const complete = (of: FileFunction): ChannelFunction => {
      const needs = of.master && neededOf(of.master, channel, placed);
      if (of.master && !needs) report.leave(`${of.path.slice(0, 60)}: what it waits for (${of.master.path.slice(0, 60)}) isn't there.`);
      return needs ? { ...of.function, needs } : of.function;
    };
    const own: Channel = {
      head: heads.indexOf(channel),
      slots,
      ...(channel.break > 1 ? { break: channel.break } : {}),
      home: 0,
      ...complete(first),
      ...(functions.length > 1 ? { more: functions.filter((each) => each !== first).map(complete) } : {}),
      ...changeOf(element, first.function.attribute),
    };
    const stands = first.defaultDmx ?? dmxValue(element.attributes["Default"], bytes) ?? standingValue(own, bytes);
    const highlight = dmxValue(element.attributes["Highlight"], bytes);
    const slow = Math.max(0, ...functions.map((each) => numberOf(each.element, "RealFade", 0)));
    return {
      ...own,
      home: plainPhysical(own, stands),
      ...(highlight === null ? {} : { highlightDmx: highlight }),
      ...(slow > 0 ? { fullWaySeconds: Math.min(3600, slow) } : {}),
    };
  });
}

/** Where a file says no default: the middle for angles, dark, open white. */
function standingValue(channel: Channel, bytes: number): number {
  const { unit, mixing } = attributeInfo(channel.attribute);
  const [from, to] = channel.physical;
  const physical = unit === "degrees" && Math.min(from, to) < 0 ? (from + to) / 2 : mixing === "adds" ? Math.max(from, to) : from;
  return Math.round(normalized(channel, physical) * mostIn(bytes));
}

function changeOf(element: Element, attribute: Attribute): Pick<Channel, "change"> {
  const says = childrenOf(element, "LogicalChannel")[0]?.attributes["Snap"] ?? "No";
  if (/^(yes|on)$/i.test(says) && attributeInfo(attribute).snaps !== true && !isService(attribute)) return { change: "snaps" };
  return /^off$/i.test(says) && attributeInfo(attribute).snaps === true ? { change: "fades" } : {};
}

function neededOf(
  master: NonNullable<FileFunction["master"]>,
  channel: PlacedChannel,
  placed: readonly PlacedChannel[],
): ChannelFunction["needs"] | null {
  const named = placed
    .map((each, index) => ({ each, index }))
    .filter(({ each }) => each !== channel && (each.name === master.path || each.functions.some(({ path }) => path === master.path)));
  // Within one reference the same reference's channel is meant.
  const found = named.find(({ each }) => each.node.reference === channel.node.reference) ?? named[0];
  if (!found) return null;
  const bytes = Math.max(1, found.each.slots.length);
  const by = found.each.functions.find(({ path }) => path === master.path)?.function.range;
  const from = dmxValue(master.from, bytes) ?? by?.[0] ?? 0;
  const to = dmxValue(master.to, bytes) ?? by?.[1] ?? mostIn(bytes);
  return { channel: found.index, range: [Math.min(from, to), Math.max(from, to)] };
}

/** Heads that mix colours and have no dimmer get a virtual one: intensity isn't hidden in colour. A master over them stands at full, so that each can be lit by itself. */
function withDimmers(channels: readonly Channel[], heads: FileHeads, report: ReportDraft): Channel[] {
  const has = (head: number, fits: (attribute: Attribute) => boolean): boolean =>
    channels.some((channel) => channel.head === head && fits(channel.attribute));
  const dimmer = (attribute: Attribute): boolean => attribute === "Dimmer";
  const bare = heads.names
    .map((_, head) => head)
    .filter((head) => !has(head, dimmer) && has(head, (attribute) => attributeInfo(attribute).mixing === "adds"));
  const master = heads.master ? channels.findIndex((channel) => channel.head === 0 && dimmer(channel.attribute)) : -1;
  if (bare.length > 0)
    report.guess(
      `${bare.length === 1 ? "A head has" : `${bare.length} heads have`} colours and no dimmer: a virtual one scales ${bare.length === 1 ? "it" : "them"}.`,
    );
  const lit = heads.names.some((_, head) => head > 0 && (bare.includes(head) || has(head, dimmer)));
  const own = channels.map((channel, at) => (at === master && lit ? { ...channel, home: Math.max(...channel.physical) } : channel));
  if (master >= 0 && lit && channels[master]!.home !== Math.max(...channels[master]!.physical))
    report.guess("The lamp's own dimmer is over its cells' and stands at full, so that each cell can be lit by itself.");
  const over = master >= 0 ? { scaledBy: master } : {};
  return [
    ...own.map((channel) => (lit && channel.head > 0 && dimmer(channel.attribute) ? { ...channel, ...over } : channel)),
    ...bare.map((head): Channel => ({ head, attribute: "Dimmer", slots: [], physical: [0, 1], home: 0, ...(head > 0 ? over : {}) })),
  ];
}

function readRelations(
  mode: Element,
  of: { placed: readonly PlacedChannel[]; channels: readonly Channel[]; report: ReportDraft },
): Channel[] {
  const channels = [...of.channels];
  const named = (path: string | undefined): number[] =>
    of.placed.flatMap(({ name, functions }, at) =>
      path !== undefined && (name === path || functions.some((each) => each.path === path)) ? [at] : [],
    );
  for (const relation of childrenOf(child(mode, "Relations"), "Relation")) {
    const [master] = named(relation.attributes["Master"]);
    const followers = named(relation.attributes["Follower"]).filter((at) => at !== master);
    const multiplies = /^multiply$/i.test(relation.attributes["Type"] ?? "");
    if (master === undefined || followers.length === 0 || !multiplies) {
      of.report.leave(
        `Relation ${(relation.attributes["Name"] ?? "").slice(0, 40)}: ${multiplies ? "what it joins isn't there" : "only multiplying is known"}.`,
      );
      continue;
    }
    for (const at of followers) if (channels[master]!.scaledBy !== at) channels[at] = { ...channels[at]!, scaledBy: master };
  }
  return channels;
}
