import { zipSync, type Zippable } from "fflate";
import { element, textElement, writeXml, type Element } from "../xml/element";
import { writeMvrMatrix } from "./matrix";
import { boxMesh } from "./mesh-box";
import type { PlanLamp, PlanThing } from "@vexa/core";

/** Lamps, their GDTF files and what stands around them as an MVR file (DIN SPEC 15801, from memory). What `read` makes of it are the same. */
export function write(
  lamps: readonly PlanLamp[],
  profiles: ReadonlyMap<string, Uint8Array>,
  things: readonly PlanThing[] = [],
): Uint8Array {
  const layers = [...new Set([...lamps, ...things].map(({ layer }) => layer))];
  const scene = element("Scene", {}, [
    element("AUXData"),
    element(
      "Layers",
      {},
      layers.map((name, at) =>
        element("Layer", { name, uuid: `00000000-0000-4000-8000-${String(at + 1).padStart(12, "0")}` }, [
          element("ChildList", {}, [
            ...lamps.filter(({ layer }) => layer === name).map(fixture),
            ...things.filter(({ layer }) => layer === name).map(thingElement),
          ]),
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
  for (const thing of things) files[meshName(thing)] = [boxMesh(thing.size), { level: 6 }];
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

const meshName = ({ uuid }: PlanThing): string => `${uuid}.glb`;

function thingElement(thing: PlanThing): Element {
  const { uuid, name, form, position, turn } = thing;
  return element(form === "truss" ? "Truss" : "SceneObject", { name, uuid: uuid.toUpperCase() }, [
    textElement("Matrix", writeMvrMatrix({ position, rotation: { x: 0, y: 0, z: turn } })),
    element("Geometries", {}, [element("Geometry3D", { fileName: meshName(thing) })]),
  ]);
}
