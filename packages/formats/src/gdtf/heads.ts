import type { HeadPlace } from "@vexa/core";
import { liesIn, type GeometryNode } from "./geometry-tree";
import { placementOf } from "./matrix";
import type { PlacedChannel } from "./placed-channel";

/** What a lamp's channels belong to. */
export interface FileHeads {
  readonly names: readonly string[];
  /** The first one is the lamp as a whole. */
  readonly master: boolean;
  /** None for a lamp of one head. */
  readonly places: readonly HeadPlace[] | null;
  indexOf(channel: PlacedChannel): number;
}

/** Numbers that tell modes apart in names are no part of them. */
const plainName = (name: string): string =>
  name
    .replace(/ \[\d+\]$/, "")
    .trim()
    .slice(0, 80) || "Head";

/**
 * The heads of a lamp: an attribute that stands at several geometries makes cells of them, as far as none lies in another; what is left is
 * the lamp as a whole. Where no attribute stands twice all is one head.
 */
export function headsOf(channels: readonly PlacedChannel[], nodes: readonly GeometryNode[]): FileHeads {
  const cells = cellNodes(channels, nodes);
  if (cells.length < 2) {
    const own = mostUsed(channels);
    return { names: [plainName(own.name)], master: false, places: null, indexOf: () => 0 };
  }
  const cellOf = ({ node }: PlacedChannel): number => cells.findIndex((cell) => liesIn(node, cell));
  const whole = channels.filter((channel) => cellOf(channel) < 0);
  const master = whole.length > 0;
  const over = master ? mostUsed(whole) : null;
  return {
    names: [...(over ? [plainName(over.name)] : []), ...cells.map(({ name }) => plainName(name))],
    master,
    places: [...(over ? [placementOf(over.frame)] : []), ...cells.map(({ frame }) => placementOf(frame))],
    indexOf: (channel) => cellOf(channel) + (master ? 1 : 0),
  };
}

function cellNodes(channels: readonly PlacedChannel[], nodes: readonly GeometryNode[]): GeometryNode[] {
  const at = new Map<string, Set<GeometryNode>>();
  for (const { functions, node } of channels) {
    const { attribute } = functions[0]!.function;
    at.set(attribute, (at.get(attribute) ?? new Set<GeometryNode>()).add(node.reference?.node ?? node));
  }
  const repeated = new Set([...at.values()].filter((own) => own.size > 1).flatMap((own) => [...own]));
  const found = nodes.filter((node) => repeated.has(node));
  return found.filter((node) => !found.some((other) => other !== node && liesIn(other, node)));
}

/** The geometry with the most channels, of several the deepest: what people call the lamp's head. */
function mostUsed(channels: readonly PlacedChannel[]): GeometryNode {
  const count = new Map<GeometryNode, number>();
  for (const { node } of channels) count.set(node, (count.get(node) ?? 0) + 1);
  return [...count].reduce((best, each) => (each[1] >= best[1] ? each : best))[0];
}
