import { DOMImplementation, XMLSerializer } from "@xmldom/xmldom";
import JSZip from "jszip";
import { pelican } from "./rig-story";

/** A lamp of a plan, in metres. */
export interface PlannedLamp {
  readonly number: number;
  readonly name: string;
  readonly spec: "Pelican 7" | "Plover 3";
  readonly address: number;
  readonly place: readonly [x: number, y: number, z: number];
}

/** Another lamp of the same maker: a dimmer of 16 bit behind an empty slot. */
async function plover(): Promise<Buffer> {
  const zip = await JSZip.loadAsync(await pelican());
  const text = await zip.file("description.xml")!.async("string");
  const other = text
    .replace("Pelican 7", "Plover 3")
    .replace(/FixtureTypeID="[^"]*"/, 'FixtureTypeID="7A1C0B52-1E0D-4B3C-8F5D-2C9E4A6B8D10"')
    .replace('Offset="2"', 'Offset="4"')
    .replace('Offset="1"', 'Offset="2,3"')
    .replace('DMXFrom="0/1" PhysicalFrom="0"', 'DMXFrom="0/2" PhysicalFrom="0"')
    .replace('Highlight="255/1"', 'Highlight="65535/2"');
  zip.file("description.xml", other);
  return zip.generateAsync({ type: "nodebuffer" });
}

/** An MVR file, written by packages that Vexa doesn't use. */
export async function planFile(lamps: readonly PlannedLamp[]): Promise<Buffer> {
  const document = new DOMImplementation().createDocument(null, "GeneralSceneDescription", null);
  const under = (
    parent: { appendChild: (node: never) => unknown },
    name: string,
    attributes: Readonly<Record<string, string>>,
    text = "",
  ) => {
    const node = document.createElement(name);
    for (const [key, value] of Object.entries(attributes)) node.setAttribute(key, value);
    if (text !== "") node.appendChild(document.createTextNode(text));
    parent.appendChild(node as never);
    return node;
  };
  const root = document.documentElement!;
  root.setAttribute("verMajor", "1");
  root.setAttribute("verMinor", "6");
  const layers = under(under(root, "Scene", {}), "Layers", {});
  const list = under(under(layers, "Layer", { name: "Hall", uuid: "1" }), "ChildList", {});
  for (const { number, name, spec, address, place } of lamps) {
    const uuid = `0A1B2C3D-0000-4000-8000-${String(number).padStart(12, "0")}`;
    const node = under(list, "Fixture", { name, uuid });
    under(node, "Matrix", {}, `{1,0,0}{0,1,0}{0,0,1}{${place.map((metres) => metres * 1000).join(",")}}`);
    under(node, "GDTFSpec", {}, `Quillfern Optics@${spec}.gdtf`);
    under(node, "GDTFMode", {}, "Standard");
    under(under(node, "Addresses", {}), "Address", { break: "0" }, String(address));
    under(node, "FixtureID", {}, String(number));
  }
  const zip = new JSZip();
  zip.file("GeneralSceneDescription.xml", new XMLSerializer().serializeToString(document));
  zip.file("Quillfern Optics@Pelican 7.gdtf", await pelican());
  zip.file("Quillfern Optics@Plover 3.gdtf", await plover());
  return zip.generateAsync({ type: "nodebuffer" });
}
