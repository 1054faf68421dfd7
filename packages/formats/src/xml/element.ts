import { XMLBuilder, XMLParser, XMLValidator } from "fast-xml-parser";

/** An element of an XML file: its text is left out where it has children. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
}

const DEEPEST = 64;
const MOST_ELEMENTS = 60_000;

type Ordered = Record<string, unknown>;

const PARSER = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: "",
  preserveOrder: true,
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
});

/** Reads XML; a text says why it can't be read. Document types and entities of one's own are refused: they are only good for harm. */
export function parseXml(bytes: Uint8Array, most = MOST_ELEMENTS): Element | string {
  const text = new TextDecoder().decode(bytes).replace(/^\uFEFF/, "");
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) return "it declares entities, which aren't read";
  const { depth, count } = extentOf(text);
  if (depth > DEEPEST) return `its elements lie more than ${DEEPEST} deep`;
  if (count > most) return `it has more than ${most} elements`;
  const valid = XMLValidator.validate(text);
  if (valid !== true) return `it isn't well-formed in line ${valid.err.line}`;
  try {
    return elementsOf(PARSER.parse(text) as Ordered[])[0] ?? "it is empty";
  } catch {
    return "it isn't well-formed";
  }
}

/** How deep elements lie in each other and how many there are, without parsing them. */
function extentOf(text: string): { depth: number; count: number } {
  let [depth, most, count] = [0, 0, 0];
  for (const [tag] of text.matchAll(/<[^!?>][^>]*>/g)) {
    if (tag.startsWith("</")) depth--;
    else {
      count++;
      if (!tag.endsWith("/>")) most = Math.max(most, ++depth);
    }
  }
  return { depth: most, count };
}

function elementsOf(nodes: readonly Ordered[]): Element[] {
  return nodes.flatMap((node): Element[] => {
    const name = Object.keys(node).find((key) => key !== ":@");
    if (name === undefined || name === "#text") return [];
    const inner = node[name] as Ordered[];
    const attributes = Object.fromEntries(
      Object.entries((node[":@"] ?? {}) as Record<string, string>).map(([key, value]) => [key, decoded(value)]),
    );
    const text = inner.map((each) => (typeof each["#text"] === "string" ? each["#text"] : "")).join("");
    return [{ name, attributes, children: elementsOf(inner), text: decoded(text).trim() }];
  });
}

const NAMED: Readonly<Record<string, string>> = { lt: "<", gt: ">", amp: "&", quot: '"', apos: "'" };

function decoded(text: string): string {
  return text.replace(/&(#x?[0-9a-fA-F]{1,6}|[a-z]{2,4});/g, (whole, what: string) => {
    if (!what.startsWith("#")) return NAMED[what] ?? whole;
    const code = what[1] === "x" ? parseInt(what.slice(2), 16) : parseInt(what.slice(1), 10);
    return code > 0 && code < 0x110000 ? String.fromCodePoint(code) : whole;
  });
}

/** The first child of a name; null where there is none. */
export function child(of: Element | null, name: string): Element | null {
  return of?.children.find((each) => each.name === name) ?? null;
}

export function childrenOf(of: Element | null, name: string): readonly Element[] {
  return of?.children.filter((each) => each.name === name) ?? [];
}

/** An attribute as a number; the fallback where there is none, or none that is finite. */
export function numberOf(of: Element, name: string, fallback: number): number {
  const text = of.attributes[name];
  const value = text === undefined || text.trim() === "" ? NaN : Number(text);
  return Number.isFinite(value) ? value : fallback;
}

export function element(
  name: string,
  attributes: Record<string, string | number | undefined> = {},
  children: readonly Element[] = [],
): Element {
  const said = Object.entries(attributes).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)] as const]));
  return { name, attributes: Object.fromEntries(said), children, text: "" };
}

/** The same with text inside. */
export function textElement(name: string, text: string): Element {
  return { name, attributes: {}, children: [], text };
}

const BUILDER = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: "",
  preserveOrder: true,
  format: true,
  indentBy: " ",
  suppressEmptyNode: true,
  processEntities: true,
});

export function writeXml(root: Element): Uint8Array {
  const node = ({ name, attributes, children, text }: Element): Ordered => ({
    [name]: children.length > 0 ? children.map(node) : text === "" ? [] : [{ "#text": plain(text) }],
    ...(Object.keys(attributes).length > 0
      ? { ":@": Object.fromEntries(Object.entries(attributes).map(([key, value]) => [key, plain(value)])) }
      : {}),
  });
  return new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n${BUILDER.build([node(root)]).trim()}\n`);
}

/** Control characters have no place in XML. */
function plain(text: string): string {
  // oxlint-disable-next-line no-control-regex
  return text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "");
}
