import { attributeInfo, isAttribute, type Attribute, type ChannelFunction, type ChannelSet } from "@vexa/core";
import { childrenOf, numberOf, type Element } from "../xml/element";
import { dmxValue, mostIn } from "./dmx-value";
import type { ReportDraft } from "./report";

/** A function as the file has it, before other channels are known. */
export interface FileFunction {
  readonly function: Omit<ChannelFunction, "needs">;
  readonly element: Element;
  /** By which others name it: the channel's name, the logical channel and the function. */
  readonly path: string;
  readonly master: { readonly path: string; readonly from: string | undefined; readonly to: string | undefined } | null;
  readonly defaultDmx: number | null;
}

/** What a range does that belongs to nothing. */
const NOTHING = "NoFeature";

/** The functions of a channel of so many octets, in the file's order; ends come from what begins next (5-references.md L6). */
export function readFunctions(
  channel: Element,
  of: { channelName: string; bytes: number; wheels: ReadonlyMap<string, readonly string[]>; report: ReportDraft },
): FileFunction[] {
  const { bytes, channelName, report } = of;
  const raw = childrenOf(channel, "LogicalChannel").flatMap((logical) =>
    childrenOf(logical, "ChannelFunction").map((element) => {
      const attribute = element.attributes["Attribute"] || logical.attributes["Attribute"] || NOTHING;
      const name = element.attributes["Name"] ?? attribute;
      return {
        element,
        attribute,
        name,
        path: `${channelName}.${logical.attributes["Attribute"] ?? attribute}.${name}`,
        from: dmxValue(element.attributes["DMXFrom"] ?? "0/1", bytes) ?? 0,
        master: masterOf(element),
      };
    }),
  );
  return raw.flatMap(({ element, attribute, name, path, from, master }): FileFunction[] => {
    const beside = raw.filter((other) => sameMaster(other.master, master) && other.from > from);
    const to = beside.length > 0 ? Math.min(...beside.map((other) => other.from)) - 1 : mostIn(bytes);
    if (attribute === NOTHING && raw.length > 1) return [];
    const known = isAttribute(attribute) && attribute !== "Color" && attribute !== "Position";
    if (!known) {
      report.leave(`Function ${name.slice(0, 40)} of channel ${channelName}: ${attribute.slice(0, 40)} isn't the name of an attribute.`);
      return [];
    }
    const whole = from === 0 && to === mostIn(bytes);
    const info = attributeInfo(attribute);
    const sets = readSets(element, {
      bytes,
      range: [from, to],
      slots: of.wheels.get(element.attributes["Wheel"] ?? ""),
      valued: info.unit === "slot",
    });
    const made: FileFunction["function"] = {
      attribute,
      ...(name === attribute || name === info.label ? {} : { name: name.slice(0, 80) }),
      ...(whole ? {} : { range: [from, to] as const }),
      physical: physicalOf(element, { attribute, sets, report }),
      ...(sets.length > 0 ? { sets } : {}),
    };
    return [{ function: made, element, path, master, defaultDmx: dmxValue(element.attributes["Default"], bytes) }];
  });
}

function masterOf(element: Element): FileFunction["master"] {
  const path = element.attributes["ModeMaster"];
  return path ? { path, from: element.attributes["ModeFrom"], to: element.attributes["ModeTo"] } : null;
}

function sameMaster(a: FileFunction["master"], b: FileFunction["master"]): boolean {
  return a?.path === b?.path && a?.from === b?.from && a?.to === b?.to;
}

function readSets(
  element: Element,
  of: { bytes: number; range: readonly [number, number]; slots: readonly string[] | undefined; valued: boolean },
): ChannelSet[] {
  const raw = childrenOf(element, "ChannelSet")
    .map((set) => ({ set, from: Math.max(of.range[0], dmxValue(set.attributes["DMXFrom"] ?? "0/1", of.bytes) ?? of.range[0]) }))
    .sort((a, b) => a.from - b.from);
  return raw.flatMap(({ set, from }, index): ChannelSet[] => {
    const to = Math.min(of.range[1], (raw[index + 1]?.from ?? of.range[1] + 1) - 1);
    const slot = numberOf(set, "WheelSlotIndex", 0) - 1;
    const name = (set.attributes["Name"] ?? "").trim() || (slot >= 0 ? (of.slots?.[slot] ?? `Slot ${slot + 1}`) : "");
    if (name === "" || to < from) return [];
    return [{ name: name.slice(0, 80), range: [from, to], ...(of.valued ? { at: slot >= 0 ? slot : index } : {}) }];
  });
}

/** Physical ends in our units: parts for what is said in percent here; angles, rates and temperatures as they are. */
function physicalOf(
  element: Element,
  of: { attribute: Attribute; sets: readonly ChannelSet[]; report: ReportDraft },
): readonly [number, number] {
  const { attribute, sets, report } = of;
  const [from, to] = [numberOf(element, "PhysicalFrom", 0), numberOf(element, "PhysicalTo", 1)];
  const { unit, label, usual } = attributeInfo(attribute);
  const valued = sets.flatMap(({ at }) => at ?? []);
  if (unit === "slot") return valued.length > 0 ? [Math.min(...valued), Math.max(...valued)] : from === to ? [0, 1] : [from, to];
  if (unit !== "percent") {
    if (from !== to || element.attributes["PhysicalFrom"] !== undefined) return [from, to];
    report.guess(`${label}: the file says no range; ${usual[0]} to ${usual[1]} stand in for it.`);
    return usual;
  }
  if (Math.max(Math.abs(from), Math.abs(to)) <= 1 && (from !== to || attribute !== "Dimmer")) return [from, to];
  report.guess(`${label}: its range of ${from} to ${to} is read as ${from <= to ? "nothing to full" : "full to nothing"}.`);
  return from <= to ? [0, 1] : [1, 0];
}
