import { counted, fail, MAX_UNIVERSE, ok, type Patch, type PlanLamp, type PlanThing, type Result, type Vector } from "@vexa/core";
import { openArchive } from "../archive/open-archive";
import { inside, placementOf, STILL, type Frame } from "../gdtf/matrix";
import { read as readGdtf, type ReadProfile } from "../gdtf/read";
import { ReportDraft, type GdtfReport } from "../gdtf/report";
import { child, childrenOf, parseXml, type Element } from "../xml/element";
import { readMvrMatrix } from "./matrix";
import { around, meshBox, type MeshBox } from "./mesh-box";

/** What a plan's file says. */
export interface ReadPlan {
  readonly lamps: readonly PlanLamp[];
  /** Trusses and scenery as boxes around their meshes. */
  readonly things: readonly PlanThing[];
  /** The profiles in it that can be read, by the name of their file. */
  readonly profiles: ReadonlyMap<string, ReadProfile>;
  readonly report: GdtfReport;
}

const LIMITS = { octets: 512 * 1048576, entries: 20000, expanded: 64 * 1048576 };
const MOST_LAMPS = 20000;
const MOST_ELEMENTS = 1_000_000;
const MOST_THINGS = 2000;
/** Letters of a layer's name that are kept, as in the show. */
const LONGEST_LAYER = 40;
const MOST_MESHES = 200;

/** Reads an MVR file (DIN SPEC 15801, from memory: 5-references.md L12 to L15). Of meshes only the room that they take is read. Errors: file.unreadable. */
export function read(bytes: Uint8Array, file = "The file"): Result<ReadPlan> {
  const refuse = (why: string) => fail("file.unreadable", { name: file, why });
  const archive = openArchive(bytes, file, LIMITS);
  if (!archive.ok) return archive;
  const description = archive.value.read("GeneralSceneDescription.xml");
  if (!description.ok) return description;
  const root = parseXml(description.value, MOST_ELEMENTS);
  if (typeof root === "string") return refuse(`its GeneralSceneDescription.xml can't be used: ${root}`);
  const scene = root.name === "GeneralSceneDescription" ? child(root, "Scene") : null;
  if (!scene) return refuse("it describes no scene");
  const report = new ReportDraft();
  const lamps: PlanLamp[] = [];
  const things: PlanThing[] = [];
  const boxes = new Map<string, MeshBox | null>();
  const boxOf = (name: string): MeshBox | null => {
    let box = boxes.get(name);
    if (box === undefined) {
      const entry = archive.value.names.find((each) => each.toLowerCase() === name.toLowerCase());
      const mesh = entry === undefined || boxes.size >= MOST_MESHES ? null : archive.value.read(entry);
      boxes.set(name, (box = mesh?.ok ? meshBox(mesh.value) : null));
    }
    return box;
  };
  const others = new Map<string, number>();
  const walk = (list: Element | null, of: { layer: string; frame: Frame }): void => {
    for (const each of list?.children ?? []) {
      const frame = inside(of.frame, readMvrMatrix(child(each, "Matrix")?.text));
      if (each.name === "Fixture") lamps.push(lampOf(each, { ...of, frame, report }));
      else if (each.name === "Truss" || each.name === "SceneObject") things.push(thingOf(each, { ...of, frame, boxOf }));
      else others.set(each.name, (others.get(each.name) ?? 0) + 1);
      walk(child(each, "ChildList"), { ...of, frame });
    }
  };
  for (const layer of childrenOf(child(scene, "Layers"), "Layer"))
    walk(child(layer, "ChildList"), {
      layer: (layer.attributes["name"] ?? "").trim().slice(0, LONGEST_LAYER),
      frame: inside(STILL, readMvrMatrix(child(layer, "Matrix")?.text)),
    });
  if (lamps.length > MOST_LAMPS) return refuse(`it has more than ${MOST_LAMPS} lamps`);
  for (const [name, count] of others)
    if (name !== "GroupObject") report.leave(`${count} of ${name}: only lamps, trusses and scenery are taken.`);
  if (things.length > MOST_THINGS) report.leave(`${things.length - MOST_THINGS} trusses and things beyond the first ${MOST_THINGS}.`);
  const guessed = things.slice(0, MOST_THINGS).filter(({ size }) => size === GUESSED.truss || size === GUESSED.riser).length;
  if (guessed > 0) report.guess(`The size of ${guessed} of ${counted(things.length, "thing")}: no mesh in the file says it.`);
  const profiles = new Map<string, ReadProfile>();
  for (const spec of new Set(lamps.map((lamp) => lamp.spec))) {
    const entry = archive.value.names.find((name) => name.toLowerCase() === spec.toLowerCase());
    const own = entry === undefined ? null : archive.value.read(entry);
    const profile = own?.ok ? readGdtf(own.value, spec) : own;
    if (profile?.ok) profiles.set(spec, profile.value);
    else report.leave(profile ? `${spec} in it can't be read: ${profile.error.details["why"]}.` : `${spec} isn't in the file.`);
  }
  report.taken.push(
    `${counted(lamps.length, "lamp")} of ${counted(profiles.size, "profile")} in ${counted(new Set(lamps.map(({ layer }) => layer)).size, "layer")}`,
  );
  return ok({ lamps, things: things.slice(0, MOST_THINGS), profiles, report: report.done() });
}

/** What a truss or a thing is taken for where no mesh says it, metres. */
const GUESSED = { truss: { x: 3, y: 0.3, z: 0.3 }, riser: { x: 2, y: 1, z: 0.4 } } as const;

function thingOf(of: Element, at: { layer: string; frame: Frame; boxOf: (mesh: string) => MeshBox | null }): PlanThing {
  const form = of.name === "Truss" ? "truss" : "riser";
  const meshes = childrenOf(child(of, "Geometries"), "Geometry3D").flatMap((geometry): MeshBox[] => {
    const box = at.boxOf((geometry.attributes["fileName"] ?? "").trim());
    const { origin } = readMvrMatrix(child(geometry, "Matrix")?.text);
    const moved = (end: Vector): Vector => ({ x: end.x + origin.x, y: end.y + origin.y, z: end.z + origin.z });
    return box ? [{ low: moved(box.low), high: moved(box.high) }] : [];
  });
  const box = around(meshes);
  const middle = box ? { x: (box.low.x + box.high.x) / 2, y: (box.low.y + box.high.y) / 2, z: box.low.z } : { x: 0, y: 0, z: 0 };
  const { position, rotation } = placementOf(inside(at.frame, { ...STILL, origin: middle }));
  const metres = (low: number, high: number): number => Math.round((high - low) * 1000) / 1000;
  return {
    uuid: (of.attributes["uuid"] ?? "").toLowerCase().slice(0, 64),
    name: (of.attributes["name"] ?? "").trim().slice(0, 80) || (form === "truss" ? "Truss" : "Thing"),
    form,
    position,
    size: box ? { x: metres(box.low.x, box.high.x), y: metres(box.low.y, box.high.y), z: metres(box.low.z, box.high.z) } : GUESSED[form],
    turn: rotation.z,
    layer: at.layer,
  };
}

function lampOf(of: Element, { layer, frame, report }: { layer: string; frame: Frame; report: ReportDraft }): PlanLamp {
  const text = (name: string): string => child(of, name)?.text.trim() ?? "";
  const name = (of.attributes["name"] ?? "").trim().slice(0, 80);
  const number =
    [text("FixtureIDNumeric"), text("FixtureID")].map(Number).find((each) => Number.isInteger(each) && each >= 1 && each <= 99999) ?? null;
  const spec = text("GDTFSpec");
  const patches: (Patch | null)[] = [];
  for (const address of childrenOf(child(of, "Addresses"), "Address")) {
    const at = Math.min(7, Math.max(0, Number(address.attributes["break"] ?? "0") || 0));
    const patch = patchOf(address.text);
    if (!patch) report.leave(`Address ${address.text.slice(0, 20)} of ${name}: it is none.`);
    while (patches.length < at) patches.push(null);
    patches[at] = patch;
  }
  return {
    uuid: (of.attributes["uuid"] ?? "").toLowerCase().slice(0, 64),
    name,
    number,
    spec: /\.gdtf$/i.test(spec) ? spec : `${spec}.gdtf`,
    mode: text("GDTFMode"),
    patches,
    layer,
    ...placementOf(frame),
  };
}

/** An absolute number from 1 (513 = 2.1), or universe.address. Source: 5-references.md L14. */
function patchOf(text: string): Patch | null {
  const pair = /^\s*(\d{1,5})\.(\d{1,3})\s*$/.exec(text);
  const whole = /^\s*\d{1,9}\s*$/.test(text) ? Number(text) : 0;
  const patch = pair
    ? { universe: Number(pair[1]), address: Number(pair[2]) }
    : { universe: Math.floor((whole - 1) / 512) + 1, address: ((whole - 1) % 512) + 1 };
  return patch.universe >= 1 && patch.universe <= MAX_UNIVERSE && patch.address >= 1 && patch.address <= 512 ? patch : null;
}
