import JSZip from "jszip";
import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { explain, type ShowRecord } from "@vexa/core";
import { read as readGdtf } from "../gdtf/index";
import { packed, pelican } from "../testing/gdtf-files";
import { read, SHOW_FILE_VERSION, write, type ShowFile } from "./index";

const PERSON: ShowRecord = { id: "person-a", kind: "person", version: 1, name: "Ada", initials: "Ad", role: "lead" };
const WHOLE: ShowFile = {
  name: "Glass & iron",
  records: [
    PERSON,
    { id: "curve-1", kind: "curve", version: 3, name: "Drawn", shape: "drawn", points: [[0.5, 0.25]] },
    {
      id: "scenery-1",
      kind: "scenery",
      version: 1,
      name: "Träger",
      form: "truss",
      position: { x: 0, y: 1, z: 2 },
      size: { x: 3, y: 1, z: 1 },
      turn: 10,
    },
  ],
  sounds: [{ id: "sound-1", contentType: "audio/wav", bytes: Uint8Array.from({ length: 3000 }, (_, at) => at % 251) }],
  pictures: [{ profileId: "profile-1", name: "moth & fern.svg", bytes: new TextEncoder().encode("<svg/>") }],
};

/** The file with one of its entries changed. */
async function changed(path: string, of: (text: string) => string): Promise<Uint8Array> {
  const zip = await JSZip.loadAsync(write(WHOLE));
  zip.file(path, of(await zip.file(path)!.async("string")));
  return zip.generateAsync({ type: "uint8array" });
}

const refusal = (bytes: Uint8Array): string => {
  const result = read(bytes, "show.vexa");
  return result.ok ? "taken" : explain(result.error);
};

describe("a show's file", () => {
  it("gives back what was written", () => {
    const again = read(write(WHOLE));
    expect(again.ok && again.value).toEqual(WHOLE);
  });

  // Oracles: jszip for the zip, node's crypto for the sums.
  it("is a plain zip of JSON with a sum for each part, as the docs say", async () => {
    const zip = await JSZip.loadAsync(write(WHOLE));
    expect(Object.keys(zip.files).sort()).toEqual([
      "manifest.json",
      "pictures/0",
      "records/curve.json",
      "records/person.json",
      "records/scenery.json",
      "sounds/0",
    ]);
    const manifest = JSON.parse(await zip.file("manifest.json")!.async("string")) as {
      version: number;
      parts: { path: string; sha256: string }[];
    };
    expect(manifest.version).toBe(SHOW_FILE_VERSION);
    for (const { path, sha256 } of manifest.parts)
      expect(
        createHash("sha256")
          .update(await zip.file(path)!.async("nodebuffer"))
          .digest("hex"),
      ).toBe(sha256);
  });

  it("has its lamps as GDTF files, too, with their wheels' pictures, of which only the records are read again", async () => {
    const lamp = readGdtf(await packed({ "description.xml": pelican() }));
    if (!lamp.ok) throw new Error(explain(lamp.error));
    const profile: ShowRecord = { ...lamp.value.profile, id: "profile-1", maker: "Ada & Co", model: "Fern 1" };
    const twice: ShowFile = {
      ...WHOLE,
      records: [profile, { ...profile, id: "profile-2" }],
      pictures: [{ profileId: "profile-1", name: "moth", bytes: new TextEncoder().encode("<svg></svg>") }],
    };
    const bytes = write(twice);
    const zip = await JSZip.loadAsync(bytes);
    const lamps = Object.keys(zip.files).filter((path) => path.startsWith("lamps/"));
    expect(lamps).toEqual(["lamps/Ada _ Co@Fern 1.gdtf", "lamps/Ada _ Co@Fern 1 2.gdtf"]);
    const [first] = await Promise.all(lamps.map((path) => zip.file(path)!.async("uint8array")));
    const again = readGdtf(first!);
    expect(again.ok && again.value.profile).toMatchObject({ maker: "Ada & Co", model: "Fern 1", modes: profile.modes });
    expect(Object.keys((await JSZip.loadAsync(first!)).files)).toContain("wheels/moth.svg");
    const taken = read(bytes);
    expect(taken.ok && taken.value).toEqual(twice);
    zip.remove(lamps[0]!);
    expect(refusal(await zip.generateAsync({ type: "uint8array" }))).toContain("is missing in it");
  });

  it("names the part that was changed or is missing", async () => {
    expect(refusal(await changed("records/curve.json", (text) => text.replace("0.25", "0.75")))).toMatch(
      /records\/curve\.json in it was changed or is damaged/,
    );
    expect(refusal(await changed("sounds/0", () => "noise"))).toMatch(/sounds\/0 in it was changed/);
    const zip = await JSZip.loadAsync(write(WHOLE));
    zip.remove("pictures/0");
    expect(refusal(await zip.generateAsync({ type: "uint8array" }))).toMatch(/pictures\/0 is missing/);
  });

  it("is refused where it is none, of a later Vexa, or holds what is no record", async () => {
    expect(refusal(Uint8Array.of(1, 2, 3))).toMatch(/isn't a zip file/);
    expect(refusal(new Uint8Array(0))).toMatch(/is empty/);
    expect(refusal(await new JSZip().file("a", "b").generateAsync({ type: "uint8array" }))).toMatch(/is no show of Vexa/);
    expect(refusal(await changed("manifest.json", (text) => text.replace('"version": 1', '"version": 99')))).toMatch(
      /later Vexa \(version 99/,
    );
    expect(refusal(await changed("manifest.json", (text) => text.replace('"parts": [', '"parts": 7, "x": [')))).toMatch(
      /manifest can't be read/,
    );
    const session = { ...PERSON, kind: "sketch" } as unknown as ShowRecord;
    expect(refusal(write({ ...WHOLE, records: [session] }))).toMatch(/records\/sketch\.json in it has something that is no record/);
    for (let cut = 0; cut < 400; cut += 13) expect(refusal(write(WHOLE).subarray(0, cut))).toMatch(/can't be read/);
  });

  it("never holds a password, whatever a record says", () => {
    const text = new TextDecoder("latin1").decode(write(WHOLE));
    expect(text).not.toMatch(/password|hash/i);
  });
});
