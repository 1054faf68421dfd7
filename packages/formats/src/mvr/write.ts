import { zipSync, type Zippable } from "fflate";
import { element, textElement, writeXml, type Element } from "../xml/element";
import { writeMvrMatrix } from "./matrix";
import type { PlanLamp } from "@vexa/core";

/** Lamps and their GDTF files as an MVR file (DIN SPEC 15801, from memory). What `read` makes of it are the same lamps. */
export function write(lamps: readonly PlanLamp[], profiles: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const layers = [...new Set(lamps.map(({ layer }) => layer))];
  const scene = element("Scene", {}, [
    element("AUXData"),
    element(
      "Layers",
      {},
      layers.map((name, at) =>
        element("Layer", { name, uuid: `00000000-0000-4000-8000-${String(at + 1).padStart(12, "0")}` }, [
          element("ChildList", {}, lamps.filter(({ layer }) => layer === name).map(fixture)),
        ]),
      ),
    ),
  ]);
  const root = element("GeneralSceneDescription", { verMajor: 1, verMinor: 6, provider: "Vexa", providerVersion: "1" }, [
    element("UserData"),
    scene,
  ]);
  // Files in it are packed already.
  const files: Zippable = { "GeneralSceneDescription.xml": [writeXml(root), { level: 6 }] };
  for (const [name, bytes] of profiles) files[name] = [bytes, { level: 0 }];
  return zipSync(files, { mtime: "1980-01-01T12:00:00" });
}

function fixture({ uuid, name, number, spec, mode, patches, position, rotation }: PlanLamp): Element {
  const addresses = patches.flatMap((patch, at) =>
    patch ? [{ ...textElement("Address", String((patch.universe - 1) * 512 + patch.address)), attributes: { break: String(at) } }] : [],
  );
  return element("Fixture", { name, uuid: uuid.toUpperCase() }, [
    textElement("Matrix", writeMvrMatrix({ position, rotation })),
    textElement("GDTFSpec", spec),
    textElement("GDTFMode", mode),
    element("Addresses", {}, addresses),
    ...(number === null ? [] : [textElement("FixtureID", String(number)), textElement("FixtureIDNumeric", String(number))]),
    textElement("UnitNumber", "0"),
  ]);
}
