import { child, childrenOf, numberOf, type Element } from "../xml/element";
import type { GeometryNode } from "./geometry-tree";
import { readFunctions, type FileFunction } from "./read-functions";
import type { ReportDraft } from "./report";

/** A channel of the file at one of its places: a referenced part's channels stand once for each reference. */
export interface PlacedChannel {
  readonly element: Element;
  readonly node: GeometryNode;
  readonly name: string;
  readonly slots: readonly number[];
  readonly break: number;
  readonly functions: readonly FileFunction[];
}

/** The channels of a mode at all their places. */
export function placedChannels(
  mode: Element,
  of: { nodes: readonly GeometryNode[]; wheels: ReadonlyMap<string, readonly string[]>; report: ReportDraft; mode: string },
): PlacedChannel[] {
  return childrenOf(child(mode, "DMXChannels"), "DMXChannel").flatMap((element): PlacedChannel[] => {
    const geometry = element.attributes["Geometry"] ?? "";
    const offsets = (element.attributes["Offset"] ?? "")
      .split(",")
      .map((part) => part.trim())
      .filter((part) => part !== "" && part.toLowerCase() !== "none")
      .map(Number);
    if (offsets.some((offset) => !Number.isInteger(offset) || offset < 1 || offset > 512) || offsets.length > 4) {
      of.report.leave(
        `A channel of ${geometry.slice(0, 40)} in mode ${of.mode}: its offset ${(element.attributes["Offset"] ?? "").slice(0, 40)} can't be read.`,
      );
      return [];
    }
    const logical = childrenOf(element, "LogicalChannel")[0]?.attributes["Attribute"] ?? "NoFeature";
    const name = `${geometry}_${logical}`;
    const functions = readFunctions(element, {
      channelName: name,
      bytes: Math.max(1, offsets.length),
      wheels: of.wheels,
      report: of.report,
    });
    if (functions.length === 0) return [];
    const at = of.nodes.filter(({ names }) => names.includes(geometry));
    if (at.length === 0)
      of.report.guess(`Channel ${name.slice(0, 60)} names a geometry that mode ${of.mode} doesn't have: it is taken as the lamp's own.`);
    const places = at.length > 0 ? at : of.nodes.slice(0, 1);
    const own = numberOf(element, "DMXBreak", 1);
    return places.flatMap((node): PlacedChannel[] => {
      const breaks = node.reference?.offsets;
      const number = own >= 1 ? own : ([...(breaks?.keys() ?? [])].at(-1) ?? 1);
      const shift = breaks?.get(number) ?? breaks?.values().next().value ?? 0;
      const slots = offsets.map((offset) => offset + shift);
      return slots.some((slot) => slot > 512) ? [] : [{ element, node, name, slots, break: number, functions }];
    });
  });
}
