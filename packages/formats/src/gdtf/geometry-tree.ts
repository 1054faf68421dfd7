import { child, childrenOf, numberOf, type Element } from "../xml/element";
import { inside, readMatrix, STILL, type Frame } from "./matrix";

/** One place in a lamp, with references followed: a referenced part stands once for each reference. */
export interface GeometryNode {
  /** Its own name; of a referenced part the reference's. */
  readonly name: string;
  readonly frame: Frame;
  readonly parent: GeometryNode | null;
  /** Names by which channels find it: its own, and that of the part that is referenced. */
  readonly names: readonly string[];
  /** The reference in which it stands, with the offsets that it adds to each break; null outside of references. */
  readonly reference: { readonly node: GeometryNode; readonly offsets: ReadonlyMap<number, number> } | null;
  readonly beam: Element | null;
}

const MOST_NODES = 2048;
const DEEPEST = 32;

/** The geometry of a mode with its references followed; a text says why it can't be used. */
export function geometryNodes(geometries: Element | null, root: string): GeometryNode[] | string {
  const tops = new Map((geometries?.children ?? []).map((each) => [each.attributes["Name"] ?? "", each]));
  const first = tops.get(root) ?? geometries?.children[0];
  if (!first) return "it has no geometry";
  const nodes: GeometryNode[] = [];
  const trail: string[] = [];
  const walk = (of: Element, at: Pick<GeometryNode, "parent" | "reference"> & { frame: Frame }): string | null => {
    if (nodes.length >= MOST_NODES) return `a mode has more than ${MOST_NODES} geometries`;
    if (trail.length > DEEPEST) return "its geometries lie too deep in each other";
    const name = of.attributes["Name"] ?? "";
    const frame = inside(at.frame, readMatrix(of.attributes["Position"]));
    if (of.name === "GeometryReference") return follow(of, { ...at, frame });
    const node: GeometryNode = {
      name,
      frame,
      parent: at.parent,
      names: [name],
      reference: at.reference,
      beam: of.name === "Beam" ? of : null,
    };
    nodes.push(node);
    return inner(of, { parent: node, reference: at.reference, frame });
  };
  const inner = (of: Element, at: Parameters<typeof walk>[1]): string | null => {
    trail.push(of.attributes["Name"] ?? "");
    for (const each of of.children) {
      if (each.attributes["Name"] === undefined && each.name !== "GeometryReference") continue;
      const wrong = walk(each, at);
      if (wrong) return wrong;
    }
    trail.pop();
    return null;
  };
  const follow = (of: Element, at: Parameters<typeof walk>[1]): string | null => {
    const to = of.attributes["Geometry"] ?? "";
    const part = tops.get(to);
    if (!part) return `it refers to a geometry ${to.slice(0, 40)} that isn't there`;
    if (trail.includes(to)) return `its geometry ${to.slice(0, 40)} refers to itself`;
    const offsets = new Map(childrenOf(of, "Break").map((each) => [numberOf(each, "DMXBreak", 1), numberOf(each, "DMXOffset", 1) - 1]));
    const node = {
      name: of.attributes["Name"] ?? to,
      frame: at.frame,
      parent: at.parent,
      names: [to, of.attributes["Name"] ?? to],
      beam: part.name === "Beam" ? part : null,
      reference: null as GeometryNode["reference"],
    };
    node.reference = { node, offsets };
    nodes.push(node);
    return inner(part, { parent: node, reference: node.reference, frame: at.frame });
  };
  return walk(first, { parent: null, reference: null, frame: STILL }) ?? nodes;
}

/** Whether a node is another, or lies in it. */
export function liesIn(node: GeometryNode, other: GeometryNode): boolean {
  for (let at: GeometryNode | null = node; at; at = at.parent) if (at === other) return true;
  return false;
}

export function modeElements(type: Element): readonly Element[] {
  return childrenOf(child(type, "DMXModes"), "DMXMode");
}
