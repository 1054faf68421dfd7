import { attributeInfo, planckian, type Attribute, type Profile, type XyY } from "@vexa/core";
import { child, childrenOf, numberOf, type Element } from "../xml/element";
import type { GeometryNode } from "./geometry-tree";
import type { ReportDraft } from "./report";

/** "x,y,Y", Y in percent; 0.3127,0.3290,100 is the standard's own default and says nothing. Source: DIN SPEC 15800 (5-references.md L10, from memory). */
export function readColor(text: string | undefined): XyY | null {
  const [x, y, luminance] = (text ?? "").split(",").map(Number);
  const usable =
    [x, y, luminance].every((value) => value !== undefined && Number.isFinite(value)) && x! > 0 && x! <= 1 && y! > 0 && y! <= 1;
  return usable ? { x: x!, y: y!, luminance: Math.min(1000, Math.max(0, Number((luminance! / 100).toPrecision(12)))) } : null;
}

/** Chromaticities of common diodes, for files that say none: a guess, and told as one (common practice, no source). */
const USUAL: Readonly<Record<string, XyY>> = {
  ColorAdd_R: { x: 0.69, y: 0.3, luminance: 0.3 },
  ColorAdd_G: { x: 0.2, y: 0.71, luminance: 0.6 },
  ColorAdd_B: { x: 0.15, y: 0.05, luminance: 0.1 },
  ColorAdd_W: { x: 0.33, y: 0.34, luminance: 1 },
  ColorAdd_RY: { x: 0.57, y: 0.42, luminance: 0.4 },
  ColorAdd_GY: { x: 0.41, y: 0.55, luminance: 0.9 },
  ColorAdd_C: { x: 0.15, y: 0.35, luminance: 0.5 },
  ColorAdd_BM: { x: 0.17, y: 0.02, luminance: 0.05 },
  ColorAdd_WW: { x: 0.44, y: 0.4, luminance: 1 },
  ColorAdd_CW: { x: 0.31, y: 0.33, luminance: 1 },
  ColorAdd_UV: { x: 0.17, y: 0.01, luminance: 0.01 },
};

/** The colours of what a file's functions name, by attribute: emitters, flags; and of white where there is no emitter. */
export function readEmitters(type: Element, used: ReadonlyMap<Attribute, string | undefined>, report: ReportDraft): Profile["emitters"] {
  const physical = child(type, "PhysicalDescriptions");
  const named = new Map(
    ["Emitters", "Filters"].flatMap((group) =>
      (child(physical, group)?.children ?? []).map((each) => [each.attributes["Name"] ?? "", readColor(each.attributes["Color"])] as const),
    ),
  );
  const emitters: Record<string, XyY> = {};
  for (const [attribute, name] of used) {
    const { mixing, label } = attributeInfo(attribute);
    if (mixing === undefined) continue;
    const said = name === undefined ? null : named.get(name);
    const usual = mixing === "adds" ? USUAL[attribute] : undefined;
    if (said) emitters[attribute] = said;
    else if (usual) {
      emitters[attribute] = usual;
      report.guess(`${label}: the file says no colour; x ${usual.x}, y ${usual.y} stands in for it.`);
    } else if (mixing === "adds") report.leave(`${label}: the file says no colour, so it takes no part in mixing.`);
  }
  const open = named.get("open") ?? named.get("Open");
  if (open) emitters["open"] = open;
  return emitters;
}

/** The light of a lamp's beams: angles, flux, temperature; the widest where they differ. */
export function readBeam(
  nodes: readonly GeometryNode[],
  report: ReportDraft,
): Pick<Profile, "beamDegrees" | "fieldDegrees" | "lumens" | "kelvin" | "tungstenKelvin"> {
  const beams = nodes.flatMap(({ beam }) => beam ?? []);
  const [first] = beams;
  if (!first) return { beamDegrees: 0 };
  const angle = (name: string): number => Math.min(180, Math.max(-1, ...beams.map((beam) => numberOf(beam, name, -1))));
  let beamDegrees = angle("BeamAngle");
  const fieldDegrees = angle("FieldAngle");
  if (beamDegrees < 0) {
    beamDegrees = GUESSED_BEAM;
    report.guess(`The file says no beam angle; ${GUESSED_BEAM} degrees stand in for it.`);
  }
  const lumens = numberOf(first, "LuminousFlux", -1);
  const kelvin = numberOf(first, "ColorTemperature", -1);
  const glows = /^(tungsten|halogen)$/i.test(first.attributes["LampType"] ?? "");
  const degrees = kelvin >= 1000 && kelvin <= 20000 ? kelvin : null;
  return {
    beamDegrees,
    ...(fieldDegrees >= 0 ? { fieldDegrees } : {}),
    ...(lumens >= 0 ? { lumens: Math.min(lumens, 10000000) } : {}),
    ...(degrees === null ? {} : { kelvin: degrees }),
    ...(glows ? { tungstenKelvin: Math.min(12000, degrees ?? 3000) } : {}),
  };
}

const GUESSED_BEAM = 25;

/** White of a lamp without emitters, by its colour temperature. */
export function openWhite(kelvin: number | undefined): XyY {
  return kelvin === undefined ? { x: 0.3127, y: 0.329, luminance: 1 } : planckian(kelvin);
}

/** A wheel of the file: names, colours and pictures of its slots. */
export interface FileWheel {
  readonly names: readonly string[];
  readonly colors: readonly (XyY | null)[];
  readonly pictures: readonly (string | null)[];
}

export function readWheels(type: Element): ReadonlyMap<string, FileWheel> {
  return new Map(
    childrenOf(child(type, "Wheels"), "Wheel").map((wheel) => {
      const slots = childrenOf(wheel, "Slot").slice(0, 64);
      const text = (name: string) => slots.map((slot) => slot.attributes[name]?.trim() || null);
      return [
        wheel.attributes["Name"] ?? "",
        {
          names: text("Name").map((name, at) => name ?? `Slot ${at + 1}`),
          colors: slots.map((slot) => readColor(slot.attributes["Color"])),
          pictures: text("MediaFileName"),
        },
      ] as const;
    }),
  );
}
