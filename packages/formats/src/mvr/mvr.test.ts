import JSZip from "jszip";
import { Box3, Matrix4, Vector3 } from "three";
import { GLTFLoader } from "three/examples/jsm/loaders/GLTFLoader.js";
import { describe, expect, it } from "vitest";
import { aim, beam, explain, seededRandom, type PlanLamp, type PlanThing, type Result } from "@vexa/core";
import { write as writeGdtf } from "../gdtf/index";
import { packed, packedAtOnce, pelican } from "../testing/gdtf-files";
import { randomProfile } from "../testing/random-profile";
import { read, write, type ReadPlan } from "./index";
import { boxMesh, meshBox } from "./mesh-box";

const taken = (result: Result<ReadPlan>): ReadPlan => {
  if (!result.ok) throw new Error(explain(result.error));
  return result.value;
};
const TURNED = "{-1.0,0.0,0.0}{0.0,-1.0,0.0}{0.0,0.0,1.0}{1500.0,2000.0,6000.0}";
const fixture = (of: { name: string; matrix: string; address: string; id: string; more?: string }): string =>
  `<Fixture name="${of.name}" uuid="0A1B2C3D-0000-4000-8000-00000000000${of.id.at(-1)!}"><Matrix>${of.matrix}</Matrix><GDTFSpec>Quillfern Optics@Pelican 7.gdtf</GDTFSpec><GDTFMode>Standard 12</GDTFMode><Addresses><Address break="0">${of.address}</Address></Addresses><FixtureID>${of.id}</FixtureID><UnitNumber>1</UnitNumber>${of.more ?? ""}</Fixture>`;
const scene = (layers: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?><GeneralSceneDescription verMajor="1" verMinor="6"><UserData/><Scene><AUXData/><Layers>${layers}</Layers></Scene></GeneralSceneDescription>`;
const layer = (inner: string): string => `<Layer name="Rig" uuid="1"><ChildList>${inner}</ChildList></Layer>`;
const plan = async (layers: string): Promise<Uint8Array> =>
  packed({
    "GeneralSceneDescription.xml": scene(layers),
    "Quillfern Optics@Pelican 7.gdtf": await packed({ "description.xml": pelican() }),
    "meshes/truss.3ds": new Uint8Array(100),
  });

// The skeleton of 5-references.md: addresses 501 = 1.501 and 513 = 2.1, the second turned 180 about Z.
describe("a plan's file", () => {
  const two = layer(
    fixture({ name: "Pel 1", matrix: "{1.0,0.0,0.0}{0.0,1.0,0.0}{0.0,0.0,1.0}{-1500.0,2000.0,6000.0}", address: "501", id: "101" }) +
      fixture({ name: "Pel 2", matrix: TURNED, address: "513", id: "102" }),
  );

  it("gives lamps with their numbers, addresses, places in metres and profiles", async () => {
    const { lamps, profiles, report } = taken(read(await plan(two)));
    expect(lamps.map(({ name, number, patches, position, mode }) => ({ name, number, patches, position, mode }))).toEqual([
      { name: "Pel 1", number: 101, patches: [{ universe: 1, address: 501 }], position: { x: -1.5, y: 2, z: 6 }, mode: "Standard 12" },
      { name: "Pel 2", number: 102, patches: [{ universe: 2, address: 1 }], position: { x: 1.5, y: 2, z: 6 }, mode: "Standard 12" },
    ]);
    expect(profiles.get(lamps[0]!.spec)!.profile.model).toBe("Pelican 7");
    expect(report.taken).toEqual(["2 lamps of 1 profile in 1 layer"]);
  });

  it("reads universe.address, too, breaks, and GDTF names without their ending", async () => {
    const odd = fixture({ name: "Odd", matrix: TURNED, address: "2.1", id: "7" })
      .replace("Pelican 7.gdtf", "Pelican 7")
      .replace("</Addresses>", '<Address break="1">3.400</Address><Address break="2">nowhere</Address></Addresses>');
    const { lamps, report } = taken(read(await plan(layer(odd))));
    expect(lamps[0]).toMatchObject({
      spec: "Quillfern Optics@Pelican 7.gdtf",
      patches: [{ universe: 2, address: 1 }, { universe: 3, address: 400 }, null],
    });
    expect(report.left).toContain("Address nowhere of Odd: it is none.");
  });

  it("turns what stands in groups with them, and leaves what is no lamp, with a word", async () => {
    const group = `<GroupObject name="Truss group" uuid="2"><Matrix>{0,1,0}{-1,0,0}{0,0,1}{1000,2000,6000}</Matrix><ChildList>${fixture({ name: "In it", matrix: "{1,0,0}{0,1,0}{0,0,1}{1,0,0}", address: "1", id: "5" })}<Truss name="T" uuid="3"/></ChildList></GroupObject>`;
    const { lamps, report } = taken(read(await plan(layer(group))));
    // L13: local (1,0,0) mm goes to (1000, 2001, 6000): a quarter turn about Z.
    expect(lamps[0]!.position).toEqual({ x: 1, y: 2.001, z: 6 });
    expect(lamps[0]!.rotation.z).toBeCloseTo(90, 6);
    expect(report.left).toEqual([]);
    expect(report.guessed.join()).toMatch(/size of 1 of 1 thing/);
  });

  // Oracle: three 0.187 on the file's own matrix.
  it("places lamps so that they aim right", async () => {
    const random = seededRandom(7);
    for (let round = 0; round < 30; round++) {
      const turn = new Matrix4().makeRotationFromEuler({
        isEuler: true,
        x: random() * 6,
        y: random() * 3 - 1.5,
        z: random() * 6,
        order: "ZYX",
      } as never);
      const e = turn.elements;
      const at = [random() * 10000 - 5000, random() * 10000, 4000 + random() * 4000];
      const row = (...numbers: number[]): string => `{${numbers.join(",")}}`;
      const matrix = row(e[0]!, e[1]!, e[2]!) + row(e[4]!, e[5]!, e[6]!) + row(e[8]!, e[9]!, e[10]!) + row(...at);
      const [lamp] = taken(read(await plan(layer(fixture({ name: "A", matrix, address: "1", id: "1" }))))).lamps;
      const point = { x: random() * 8 - 4, y: random() * 8, z: 0 };
      const { pan, tilt } = aim(
        { position: lamp!.position, rotation: lamp!.rotation, panRange: [-360, 360], tiltRange: [-180, 180] },
        point,
      );
      const { direction } = beam({ position: lamp!.position, rotation: lamp!.rotation }, pan, tilt);
      // The same beam by three: turned by pan about the base's z and tilt about the yoke's x, then by the file's matrix.
      const theirs = new Vector3(0, 0, -1)
        .applyAxisAngle(new Vector3(1, 0, 0), (tilt * Math.PI) / 180)
        .applyAxisAngle(new Vector3(0, 0, 1), (pan * Math.PI) / 180)
        .applyMatrix4(turn);
      const wanted = new Vector3(point.x - at[0]! / 1000, point.y - at[1]! / 1000, point.z - at[2]! / 1000).normalize();
      expect(theirs.distanceTo(wanted)).toBeLessThan(1e-4);
      expect(new Vector3(direction.x, direction.y, direction.z).distanceTo(wanted)).toBeLessThan(1e-4);
    }
  });

  it("comes back as it was written, and opens elsewhere (30 random plans; oracle: jszip)", async () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = seededRandom(seed);
      const profile = randomProfile(seed);
      const decimal = (low: number, high: number): number => Math.round((low + random() * (high - low)) * 1000) / 1000;
      const lamps = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, at): PlanLamp => ({
        uuid: `0a1b2c3d-0000-4000-8000-${String(at).padStart(12, "0")}`,
        name: `Lamp & ${at}`,
        number: random() < 0.8 ? at + 1 : null,
        spec: "A@B.gdtf",
        mode: profile.modes[0]!.name,
        patches: random() < 0.7 ? [{ universe: 1 + Math.floor(random() * 90), address: 1 + Math.floor(random() * 512) }] : [],
        layer: random() < 0.5 ? "Front" : "Back",
        position: { x: decimal(-20, 20), y: decimal(-20, 20), z: decimal(0, 12) },
        rotation: { x: decimal(-80, 80), y: decimal(-80, 80), z: decimal(-170, 170) },
      }));
      const bytes = write(lamps, new Map([["A@B.gdtf", writeGdtf(profile)]]));
      const again = taken(read(bytes));
      const byId = (of: readonly PlanLamp[]): PlanLamp[] => of.toSorted((a, b) => (a.uuid < b.uuid ? -1 : 1));
      expect(byId(again.lamps), `seed ${seed}`).toEqual(byId(lamps));
      expect(again.profiles.get("A@B.gdtf")!.profile.model).toBe(profile.model);
      if (seed === 1) expect(Object.keys((await JSZip.loadAsync(bytes)).files).sort()).toEqual(["A@B.gdtf", "GeneralSceneDescription.xml"]);
    }
  });

  it("has trusses and scenery as boxes around their meshes, and gives them back (oracle of the mesh: three.js)", async () => {
    const things: PlanThing[] = [
      {
        uuid: "0a1b2c3d-0000-4000-8000-0000000000aa",
        name: "Front truss",
        form: "truss",
        position: { x: 1, y: 2, z: 6 },
        size: { x: 12, y: 0.3, z: 0.4 },
        turn: 30,
        layer: "Air",
      },
      {
        uuid: "0a1b2c3d-0000-4000-8000-0000000000ab",
        name: "Riser",
        form: "riser",
        position: { x: 0, y: 8, z: 0 },
        size: { x: 4, y: 2, z: 0.6 },
        turn: 0,
        layer: "Floor",
      },
    ];
    expect(taken(read(write([], new Map(), things))).things).toEqual(things);
    const { scene } = await new GLTFLoader().parseAsync(boxMesh({ x: 4, y: 2, z: 0.6 }).slice().buffer, "");
    const { min, max } = new Box3().setFromObject(scene);
    // Theirs has y up: high is y, upstage is minus z.
    expect([max.x - min.x, max.z - min.z, max.y - min.y, min.y].map((metres) => Math.round(metres * 1000) / 1000)).toEqual([4, 2, 0.6, 0]);
  });

  it("reads the room that a 3DS mesh takes, in millimetres, and no more than is there", () => {
    const chunk = (id: number, ...inner: Uint8Array[]): Uint8Array => {
      const bytes = new Uint8Array(6 + inner.reduce((sum, part) => sum + part.length, 0));
      new DataView(bytes.buffer).setUint16(0, id, true);
      new DataView(bytes.buffer).setUint32(2, bytes.length, true);
      inner.reduce((at, part) => (bytes.set(part, at), at + part.length), 6);
      return bytes;
    };
    const vertices = new Uint8Array(2 + 24);
    new DataView(vertices.buffer).setUint16(0, 2, true);
    [-500, 0, 0, 500, 200, 100].forEach((value, at) => new DataView(vertices.buffer).setFloat32(2 + at * 4, value, true));
    const mesh = chunk(0x4d4d, chunk(0x3d3d, chunk(0x4000, new TextEncoder().encode("box\0"), chunk(0x4100, chunk(0x4110, vertices)))));
    expect(meshBox(mesh)).toEqual({
      low: { x: -0.5, y: 0, z: 0 },
      high: { x: 0.5, y: expect.closeTo(0.2, 6) as number, z: expect.closeTo(0.1, 6) as number },
    });
    for (let cut = 0; cut < mesh.length; cut++) expect(() => meshBox(mesh.subarray(0, cut))).not.toThrow();
    const glb = boxMesh({ x: 1, y: 1, z: 1 });
    for (let cut = 0; cut < glb.length; cut += 7) expect(() => meshBox(glb.subarray(0, cut))).not.toThrow();
    expect(meshBox(boxMesh({ x: 5000, y: 1, z: 1 }))).toBeNull();
  });

  const hostile: Readonly<Record<string, () => Promise<Uint8Array>>> = {
    nonsense: () => Promise.resolve(Uint8Array.of(1, 2, 3)),
    "a zip without a scene": () => packed({ "a.txt": "a" }),
    "another root": () => packed({ "GeneralSceneDescription.xml": "<html/>" }),
    entities: () => packed({ "GeneralSceneDescription.xml": `<!DOCTYPE a [<!ENTITY a "b">]><GeneralSceneDescription/>` }),
    "a bomb": () => Promise.resolve(packedAtOnce({ "GeneralSceneDescription.xml": new Uint8Array(70 * 1048576) })),
    "a name that leads out": () => packed({ "GeneralSceneDescription.xml": scene(""), "../x": "y" }),
    "too deep": () => packed({ "GeneralSceneDescription.xml": scene("<ChildList>".repeat(5000) + "</ChildList>".repeat(5000)) }),
  };
  it.each(Object.keys(hostile))("%s is refused with a sentence", async (name) => {
    const result = read(await hostile[name]!(), "plan.mvr");
    expect(result.ok ? "taken" : explain(result.error)).toMatch(/^plan\.mvr can't be read: [^{}]{8,}\. Nothing was changed\.$/);
  });

  it("with a lamp's file that can't be read gives the plan, and says which", async () => {
    const bytes = await packed({ "GeneralSceneDescription.xml": scene(two), "Quillfern Optics@Pelican 7.gdtf": "broken" });
    const { lamps, profiles, report } = taken(read(bytes));
    expect([lamps.length, profiles.size]).toEqual([2, 0]);
    expect(report.left.join()).toMatch(/Pelican 7\.gdtf in it can't be read: it isn't a zip file/);
  });
});
