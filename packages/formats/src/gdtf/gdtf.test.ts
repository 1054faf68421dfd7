import { DOMParser } from "@xmldom/xmldom";
import JSZip from "jszip";
import { describe, expect, it } from "vitest";
import { validateXML } from "xmllint-wasm";
import { explain, physicalOf, type Profile, type Result } from "@vexa/core";
import { bar, channel, described, IDENTITY, packed, packedAtOnce, pelican } from "../testing/gdtf-files";
import { randomProfile } from "../testing/random-profile";
import { dmxValue, fileName, read, write, type ReadProfile } from "./index";

const taken = (result: Result<ReadProfile>): ReadProfile => {
  if (!result.ok) throw new Error(explain(result.error));
  return result.value;
};
const readText = async (description: string, more: Record<string, string | Uint8Array> = {}): Promise<ReadProfile> =>
  taken(read(await packed({ "description.xml": description, ...more })));
const find = ({ modes }: Profile, attribute: string) => modes[0]!.channels.find((each) => each.attribute === attribute)!;

// 5-references.md L2 to L4 (DIN SPEC 15800, from memory).
describe("a DMXValue", () => {
  it.each([
    ["255/1", 1, 255],
    ["255/1", 2, 65535],
    ["128/1", 2, 32896],
    ["128/1", 3, 8421504],
    ["255/1s", 2, 65280],
    ["128/1s", 2, 32768],
    ["65535/2", 1, 255],
    ["32768/2", 2, 32768],
    ["7", 1, 7],
    ["256/1", 1, null],
    ["-1/1", 1, null],
    ["None", 1, null],
    ["1/5", 1, null],
    ["99999999999999/4", 4, null],
  ])("%s in %i octets is %s", (text, bytes, value) => {
    expect(dmxValue(text, bytes)).toBe(value);
  });
});

describe("a lamp's file", () => {
  it("gives its mode as its manual has it", async () => {
    const { profile, report, pictures } = await readText(pelican(), { "wheels/ferns.png": new Uint8Array([1, 2, 3]) });
    expect(profile).toMatchObject({
      id: "gdtf-3b0e5c1a-7d42-4f6b-9e21-5a8c0d1f2e33",
      maker: "Quillfern Optics",
      model: "Pelican 7",
      beamDegrees: 12,
      fieldDegrees: 18,
      lumens: 14000,
      kelvin: 6500,
    });
    const [mode] = profile.modes;
    expect(mode).toMatchObject({ id: "mode-1", name: "Standard 12", footprint: 12, heads: ["Lens"] });
    expect(mode!.channels.map(({ attribute, slots }) => [attribute, ...slots])).toEqual([
      ["Pan", 1, 2],
      ["Tilt", 3, 4],
      ["Dimmer", 5, 6],
      ["Shutter1", 7],
      ["ColorAdd_R", 8],
      ["ColorAdd_G", 9],
      ["ColorAdd_B", 10],
      ["Gobo1", 11],
      ["Zoom", 12],
    ]);
    // 128/1 in two octets is 32896: a little over the middle. 32768/2 is the plain middle.
    expect(find(profile, "Tilt").home).toBeCloseTo(-135 + (270 * 32896) / 65535, 2);
    expect(find(profile, "Pan").home).toBe(0);
    expect(find(profile, "Dimmer").highlightDmx).toBe(65535);
    expect(find(profile, "Tilt").fullWaySeconds).toBe(1.4);
    expect(profile.emitters["ColorAdd_R"]).toEqual({ x: 0.69, y: 0.3, luminance: 0.3 });
    expect(pictures.map(({ name, type }) => [name, type])).toEqual([["ferns", "image/png"]]);
    expect(report.guessed.join(" ")).toMatch(/Blue: the file says no colour/);
    for (const word of ["macros", "colour rendering", "Spectra", "curves of response"])
      expect(report.left.filter((sentence) => sentence.includes(word))).toHaveLength(1);
    expect(report.left.join(" ")).toMatch(/Picture gone isn't in the file/);
  });

  it("runs linearly between physical ends: DMX 64 of -270 to 270 is -134.47 (5-references.md L7)", async () => {
    const { profile } = await readText(pelican());
    const eight = { ...find(profile, "Pan"), slots: [1] };
    expect(physicalOf(eight, 64 / 255)).toBeCloseTo(-134.4706, 4);
  });

  it("divides a channel into functions, each up to the next one's beginning (L6), the initial one first", async () => {
    const { profile } = await readText(pelican());
    const { more, ...open } = find(profile, "Shutter1");
    expect(open).toMatchObject({ name: "Open", range: [20, 49], physical: [1, 1], home: 1 });
    expect(more!.map(({ attribute, range }) => [attribute, ...range!])).toEqual([
      ["Shutter1", 0, 19],
      ["Shutter1Strobe", 50, 199],
      ["FixtureGlobalReset", 200, 255],
    ]);
    expect(find(profile, "Gobo1").sets).toEqual([
      { name: "Open", range: [0, 9], at: 0 },
      { name: "Fern shadow", range: [10, 19], at: 1 },
      { name: "Roots", range: [20, 29], at: 2 },
    ]);
  });

  it("puts a referenced part at each of its references, with its own slots, break and place, under the lamp's dimmer", async () => {
    const { profile, report } = await readText(bar());
    const [mode] = profile.modes;
    expect(mode).toMatchObject({
      footprint: 1,
      moreFootprints: [12],
      master: true,
      heads: ["Bar", "Cell 1", "Cell 2", "Cell 3", "Cell 4"],
    });
    expect(mode!.places!.map(({ position }) => position.x)).toEqual([0, -0.75, -0.25, 0.25, 0.75]);
    const reds = mode!.channels.filter(({ attribute }) => attribute === "ColorAdd_R");
    expect(reds.map((each) => [each.head, each.break, ...each.slots])).toEqual([
      [1, 2, 1],
      [2, 2, 4],
      [3, 2, 7],
      [4, 2, 10],
    ]);
    const dimmers = mode!.channels.filter(({ attribute }) => attribute === "Dimmer");
    expect(dimmers.map(({ head, slots, home, scaledBy }) => [head, slots.length, home, scaledBy])).toEqual([
      [0, 1, 1, undefined],
      [1, 0, 0, 0],
      [2, 0, 0, 0],
      [3, 0, 0, 0],
      [4, 0, 0, 0],
    ]);
    expect(report.guessed.join(" ")).toMatch(/4 heads have colours and no dimmer/);
  });

  it("knows functions that wait for another channel, and relations", async () => {
    const turn = (attribute: string, from: number, to: number): string =>
      `Name="${attribute}" Attribute="${attribute}" DMXFrom="0/1" PhysicalFrom="-180" PhysicalTo="180" ModeMaster="Body_GoboMode" ModeFrom="${from}/1" ModeTo="${to}/1"`;
    const { profile } = await readText(
      described({
        geometries: `<Geometry Name="Body" Position="${IDENTITY}"/>`,
        modes: `<DMXMode Name="A" Geometry="Body"><DMXChannels>${channel({ offset: "1", geometry: "Body", attribute: "Gobo1Pos", functions: [turn("Gobo1Pos", 0, 127), turn("Gobo1PosRotate", 128, 255)] })}${channel({ offset: "2", geometry: "Body", attribute: "GoboMode", functions: ['Name="M" Attribute="GoboMode" DMXFrom="0/1"'] })}${channel({ offset: "3", geometry: "Body", attribute: "Iris", functions: ['Name="I" Attribute="Iris" DMXFrom="0/1"'] })}</DMXChannels><Relations><Relation Name="r" Master="Body_GoboMode" Follower="Body_Iris" Type="Multiply"/><Relation Name="o" Master="Body_Iris" Follower="Body_GoboMode" Type="Override"/></Relations></DMXMode>`,
      }),
    );
    expect(find(profile, "Gobo1Pos")).toMatchObject({
      needs: { channel: 1, range: [0, 127] },
      more: [{ attribute: "Gobo1PosRotate", needs: { channel: 1, range: [128, 255] } }],
    });
    expect(find(profile, "Iris").scaledBy).toBe(1);
  });

  it("has the name that the standard gives it", () => {
    expect(fileName({ maker: "Quillfern Optics", model: "Pelican 7 / S" })).toBe("Quillfern Optics@Pelican 7 _ S.gdtf");
  });
});

describe("what is written", () => {
  it("reads as the same profile (100 random profiles, seeds)", () => {
    for (let seed = 1; seed <= 100; seed++) {
      const profile = randomProfile(seed);
      const { profile: again } = taken(read(write(profile)));
      const { guesses: _, ...same } = again;
      expect(same, `seed ${seed}`).toEqual(profile);
    }
  });

  it("has an id of its own for each lamp's id, however alike, and always the same one", async () => {
    const idOf = async (id: string): Promise<string> => {
      const zip = await JSZip.loadAsync(write({ ...randomProfile(1), id }));
      return /FixtureTypeID="([^"]*)"/.exec(await zip.file("description.xml")!.async("string"))![1]!;
    };
    const ids = ["profile-a", "profile-b", "profile-ab", "profile-ba", "b-profile", "profile-a1", "profile-1a"];
    const all = await Promise.all([...ids, "profile-a"].map(idOf));
    for (const id of all) expect(id).toMatch(/^[0-9A-F]{8}-[0-9A-F]{4}-4[0-9A-F]{3}-8[0-9A-F]{3}-[0-9A-F]{12}$/);
    expect(new Set(all).size).toBe(ids.length);
  });

  // Oracles: jszip 3.10 opens it, libxml2 (xmllint-wasm 5.3) finds it well-formed, xmldom 0.9 finds every function.
  it("is a zip file with well-formed XML in which other packages find every function", async () => {
    for (let seed = 1; seed <= 5; seed++) {
      const profile = randomProfile(seed);
      const zip = await JSZip.loadAsync(write(profile));
      const text = await zip.file("description.xml")!.async("string");
      const checked = await validateXML({ xml: [{ fileName: "description.xml", contents: text }], schema: [ANY_ELEMENTS] });
      expect(checked.errors.map(({ message }) => message)).toEqual([]);
      const document = new DOMParser().parseFromString(text, "text/xml");
      const functions = [...document.getElementsByTagName("ChannelFunction")].filter(
        (each) => each.getAttribute("Attribute") !== "NoFeature",
      );
      const own = profile.modes.flatMap(({ channels }) => channels.flatMap((each) => [each, ...(each.more ?? [])]));
      expect(functions.map((each) => each.getAttribute("Attribute"))).toEqual(own.map(({ attribute }) => attribute));
    }
  });
});

/** A schema that takes anything: the question is only whether it is well-formed. */
const ANY_ELEMENTS = `<xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema"><xs:element name="GDTF"><xs:complexType><xs:sequence><xs:any processContents="skip" minOccurs="0" maxOccurs="unbounded"/></xs:sequence><xs:anyAttribute processContents="skip"/></xs:complexType></xs:element></xs:schema>`;

/** Twenty octets on disk for each ten thousand in memory, above what is taken. */
function bomb(): Uint8Array {
  return packedAtOnce({ "description.xml": new Uint8Array(24 * 1048576) });
}

/** The same archive with a size of 100 octets in its headers. */
function understated(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 0; at + 4 < bytes.length; at++) {
    if (view.getUint32(at, true) === 0x04034b50) view.setUint32(at + 22, 100, true);
    if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 100, true);
  }
  return bytes;
}

describe("hostile files", () => {
  const mode = (channels: string): string => `<DMXMode Name="A" Geometry="Body"><DMXChannels>${channels}</DMXChannels></DMXMode>`;
  const body = `<Geometry Name="Body" Position="${IDENTITY}"/>`;
  const dimmer = channel({ offset: "1", geometry: "Body", attribute: "Dimmer", functions: ['Name="D" Attribute="Dimmer" DMXFrom="0/1"'] });
  const files: Readonly<Record<string, () => Promise<Uint8Array>>> = {
    "an empty one": () => Promise.resolve(new Uint8Array(0)),
    nonsense: () => Promise.resolve(Uint8Array.from({ length: 4096 }, (_, at) => (at * 7919) % 251)),
    "a picture": () => Promise.resolve(Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10)),
    "a zip without a description": () => packed({ "readme.txt": "hello" }),
    "a zip bomb": () => Promise.resolve(bomb()),
    "a zip bomb that calls itself small": () => Promise.resolve(understated(bomb())),
    "ten thousand entries": () =>
      Promise.resolve(packedAtOnce(Object.fromEntries(Array.from({ length: 10000 }, (_, at) => [`f${at}`, "x"])))),
    "a name that leads out": () =>
      packed({ "description.xml": described({ geometries: body, modes: mode(dimmer) }), "../../etc/evil": "x" }),
    entities: () => packed({ "description.xml": `<!DOCTYPE a [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><GDTF>&b;</GDTF>` }),
    "tags cut short": () => packed({ "description.xml": described({ geometries: body, modes: mode(dimmer) }).slice(0, 700) }),
    "another root": () => packed({ "description.xml": "<html><body/></html>" }),
    "a hundred thousand deep": () => packed({ "description.xml": "<a>".repeat(100000) + "</a>".repeat(100000) }),
    "a part that holds itself": () =>
      packed({
        "description.xml": described({
          geometries: `<Geometry Name="Body"><GeometryReference Name="R" Geometry="Body"/></Geometry>`,
          modes: mode(dimmer),
        }),
      }),
    "parts that hold each other twice, thirty deep": () =>
      packed({
        "description.xml": described({
          geometries:
            Array.from(
              { length: 30 },
              (_, at) =>
                `<Geometry Name="${at === 0 ? "Body" : `G${at}`}"><GeometryReference Name="a${at}" Geometry="G${at + 1}"/><GeometryReference Name="b${at}" Geometry="G${at + 1}"/></Geometry>`,
            ).join("") + `<Beam Name="G30"/>`,
          modes: mode(dimmer),
        }),
      }),
    "no modes": () => packed({ "description.xml": described({ geometries: body, modes: "" }) }),
    "no channels": () => packed({ "description.xml": described({ geometries: body, modes: mode("") }) }),
    "a number of a megabyte": () =>
      packed({
        "description.xml": described({
          geometries: body,
          modes: mode(
            channel({ offset: "9".repeat(1048576), geometry: "Body", attribute: "Dimmer", functions: ['Name="D" Attribute="Dimmer"'] }),
          ),
        }),
      }),
    "words for numbers": () =>
      packed({
        "description.xml": described({
          geometries: body,
          modes: mode(
            channel({ offset: "one", geometry: "Body", attribute: "Dimmer", functions: ['Name="D" Attribute="Dimmer" DMXFrom="x"'] }),
          ),
        }),
      }),
    "twenty thousand channels": () => packed({ "description.xml": described({ geometries: body, modes: mode(dimmer.repeat(20000)) }) }),
  };

  it.each(Object.keys(files))("%s: refused with a sentence", async (name) => {
    const bytes = await files[name]!();
    const result = read(bytes, "lamp.gdtf");
    expect(result.ok).toBe(false);
    if (!result.ok) expect(explain(result.error)).toMatch(/^lamp\.gdtf can't be read: [^{}]{8,}\. Nothing was changed\.$/);
  });

  it("any bytes of a good file changed or cut: an answer, never a throw", async () => {
    const good = await packed({ "description.xml": pelican() });
    let random = 12345;
    const next = (below: number): number => (random = (random * 1103515245 + 12345) % 2147483648) % below;
    for (let round = 0; round < 200; round++) {
      const bad = good.slice(0, round % 3 === 0 ? next(good.length) : good.length);
      for (let hit = 0; hit < 4 && bad.length > 0; hit++) bad[next(bad.length)] = next(256);
      const result = read(bad);
      if (!result.ok) expect(explain(result.error)).toMatch(/can't be read/);
    }
  });
});
