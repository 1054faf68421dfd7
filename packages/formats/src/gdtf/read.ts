import { fail, ok, profileSchema, type Attribute, type Profile, type Result, type XyY } from "@vexa/core";
import { openArchive, type Archive } from "../archive/open-archive";
import { child, parseXml, type Element } from "../xml/element";
import { modeElements } from "./geometry-tree";
import { openWhite, readBeam, readEmitters, readWheels } from "./read-light";
import { readMode, type ReadMode } from "./read-mode";
import { ReportDraft, type GdtfReport } from "./report";

const LIMITS = { octets: 64 * 1048576, entries: 2000, expanded: 16 * 1048576 };
const PICTURE_LIMIT = 2 * 1048576;
const MOST_PICTURES = 256;

/** A picture of a wheel's slot: its name in the file, and its octets. */
export interface WheelPicture {
  readonly name: string;
  readonly type: "image/png" | "image/svg+xml" | "image/jpeg";
  readonly content: Uint8Array;
}

export interface ReadProfile {
  /** Its id comes from the file's FixtureTypeID, so that a newer version of the file is the same profile. */
  readonly profile: Profile;
  readonly pictures: readonly WheelPicture[];
  readonly report: GdtfReport;
}

/**
 * Reads a GDTF file (DIN SPEC 15800, from memory: 5-references.md L1 to L11). Angles come in degrees, what is a part of full in 0..1.
 * Errors: file.unreadable, with a reason in words; what isn't taken stands in the report.
 */
export function read(bytes: Uint8Array, file = "The file"): Result<ReadProfile> {
  const refuse = (why: string) => fail("file.unreadable", { name: file, why });
  const archive = openArchive(bytes, file, LIMITS);
  if (!archive.ok) return archive;
  const description = archive.value.read("description.xml");
  if (!description.ok) return description;
  const root = parseXml(description.value);
  if (typeof root === "string") return refuse(`its description.xml can't be used: ${root}`);
  const type = root.name === "GDTF" ? child(root, "FixtureType") : null;
  if (!type) return refuse("its description.xml describes no fixture type");
  const report = new ReportDraft();
  const profile = readType(type, report);
  if (typeof profile === "string") return refuse(profile);
  const flaw = profileSchema(profile, []);
  if (flaw) return refuse(`${flaw.path.join(" ")}: ${flaw.why}`);
  const pictures = readPictures(profile, archive.value, report);
  return ok({
    profile: {
      ...profile,
      ...(report.guesses.length > 0 ? { guesses: report.guesses.slice(0, 100).map((guess) => guess.slice(0, 300)) } : {}),
    },
    pictures,
    report: report.done(),
  });
}

function readType(type: Element, report: ReportDraft): Profile | string {
  const { attributes } = type;
  const maker = (attributes["Manufacturer"] ?? "").trim().slice(0, 80) || "Unknown maker";
  const model = (attributes["Name"] || attributes["LongName"] || "").trim().slice(0, 80) || "Unknown model";
  const elements = modeElements(type);
  if (elements.length === 0) return "it has no modes";
  if (elements.length > 64) return "it has more than 64 modes";
  const wheels = readWheels(type);
  const modes: ReadMode[] = [];
  for (const [index, element] of elements.entries()) {
    const mode = readMode(element, { geometries: child(type, "Geometries"), number: index + 1, wheels, report });
    if (typeof mode === "string") return mode;
    modes.push(mode);
  }
  const used = new Map(modes.flatMap(({ emitters }) => [...emitters]));
  const emitters = readEmitters(type, used, report);
  const beam = readBeam(
    modes.flatMap(({ nodes }) => nodes),
    report,
  );
  const mixes = Object.keys(emitters).some((name) => name.startsWith("ColorAdd_"));
  const turned = new Map(modes.flatMap((mode) => [...mode.wheels]));
  leaveOut(type, report);
  report.taken.push(
    `${modes.length} ${modes.length === 1 ? "mode" : "modes"}: ${modes.map(({ mode }) => `${mode.name} (${mode.footprint} slots, ${mode.heads.length} ${mode.heads.length === 1 ? "head" : "heads"})`).join(", ")}`,
  );
  const { Description: note = "" } = attributes;
  return {
    id: profileId(attributes["FixtureTypeID"], `${maker} ${model}`),
    kind: "profile",
    version: 1,
    maker,
    model,
    modes: modes.map(({ mode }) => mode),
    emitters: mixes || emitters["open"] || beam.beamDegrees === 0 ? emitters : { ...emitters, open: openWhite(beam.kelvin) },
    ...wheelsOf(turned, wheels),
    ...beam,
    ...(note.trim() === "" ? {} : { note: note.trim().slice(0, 2000) }),
  };
}

/** Colours and pictures of the wheels that attributes turn. */
function wheelsOf(turned: ReadonlyMap<Attribute, string>, wheels: ReturnType<typeof readWheels>): Pick<Profile, "wheels" | "pictures"> {
  const colors: Record<string, readonly XyY[]> = {};
  const pictures: Record<string, readonly (string | null)[]> = {};
  for (const [attribute, name] of turned) {
    const wheel = wheels.get(name);
    if (!wheel) continue;
    const known = wheel.colors.flatMap((color) => color ?? []);
    if (/^Color\d+$/.test(attribute) && known.length === wheel.colors.length && known.length > 0) colors[attribute] = known;
    if (wheel.pictures.some((picture) => picture !== null)) pictures[attribute] = wheel.pictures;
  }
  return { ...(Object.keys(colors).length > 0 ? { wheels: colors } : {}), ...(Object.keys(pictures).length > 0 ? { pictures } : {}) };
}

/** By the file's own id, so that a newer version takes the older one's place; else by its name. */
function profileId(id: string | undefined, name: string): string {
  if (id !== undefined && /^[0-9a-f-]{36}$/i.test(id) && !/^[0-]+$/.test(id)) return `gdtf-${id.toLowerCase()}`;
  return `gdtf-${name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .slice(0, 56)}`;
}

/** Elements that describe what has no place in a profile. */
const LEFT: readonly (readonly [parent: string | null, name: string, sentence: string])[] = [
  [null, "Models", "Models of its shape were left out."],
  [null, "Protocols", "Settings of other protocols were left out."],
  [null, "FTPresets", "Its presets were left out."],
  ["PhysicalDescriptions", "ColorSpace", "Its colour space was left out."],
  ["PhysicalDescriptions", "CRIs", "Its colour rendering was left out."],
  ["PhysicalDescriptions", "Connectors", "Its connectors were left out."],
  ["PhysicalDescriptions", "DMXProfiles", "Its curves of response were left out."],
  ["PhysicalDescriptions", "Properties", "Its weight and other properties were left out."],
];

function leaveOut(type: Element, report: ReportDraft): void {
  for (const [parent, name, sentence] of LEFT) {
    const found = child(parent === null ? type : child(type, parent), name);
    if (found && found.children.length > 0) report.leave(sentence);
  }
  const physical = child(type, "PhysicalDescriptions");
  const measured = ["Emitters", "Filters"]
    .flatMap((name) => child(physical, name)?.children ?? [])
    .some((own) => child(own, "Measurement"));
  if (measured) report.leave("Spectra of its emitters and filters were left out.");
  for (const mode of modeElements(type)) if ((child(mode, "FTMacros")?.children.length ?? 0) > 0) report.leave("Its macros were left out.");
}

const TYPES = { png: "image/png", svg: "image/svg+xml", jpg: "image/jpeg", jpeg: "image/jpeg" } as const;

/** The pictures that the profile names, where the file has them. */
function readPictures({ pictures = {} }: Profile, archive: Archive, report: ReportDraft): WheelPicture[] {
  const names = [...new Set(Object.values(pictures).flatMap((own) => own.flatMap((name) => name ?? [])))].slice(0, MOST_PICTURES);
  return names.flatMap((name): WheelPicture[] => {
    const entry = archive.names.find(
      (each) => each.toLowerCase().startsWith(`wheels/${name.toLowerCase()}.`) && /\.(png|svg|jpe?g)$/i.test(each),
    );
    const read = entry === undefined ? null : archive.read(entry);
    const kind = entry?.split(".").at(-1)!.toLowerCase() as keyof typeof TYPES;
    if (!read?.ok || read.value.length > PICTURE_LIMIT) {
      report.leave(`Picture ${name.slice(0, 60)} ${read?.ok ? "is too large" : "isn't in the file"}.`);
      return [];
    }
    return [{ name, type: TYPES[kind], content: read.value }];
  });
}
