import { zipSync, type Zippable } from "fflate";
import { attributeInfo, functionsOf, type Attribute, type Profile, type XyY } from "@vexa/core";
import { element, writeXml, type Element } from "../xml/element";
import { featureOf, physicalUnitOf } from "./features";
import type { WheelPicture } from "./read";
import { writeGeometries } from "./write-geometry";
import { wheelNames } from "./wheel-names";
import { writeMode } from "./write-mode";

const EXTENSIONS = { "image/png": "png", "image/svg+xml": "svg", "image/jpeg": "jpg" } as const;

/**
 * A profile as a GDTF file (DIN SPEC 15800, from memory). What `read` makes of it is the same profile, but for what the format has no words for:
 * the profile's own id where it doesn't come from a file, precedences of single attributes, names of slots without ranges of their own.
 */
export function write(profile: Profile, pictures: readonly WheelPicture[] = []): Uint8Array {
  const files: Zippable = { "description.xml": [writeXml(description(profile)), { level: 6 }] };
  for (const { name, type, content } of pictures) files[`wheels/${name}.${EXTENSIONS[type]}`] = [content, { level: 0 }];
  return zipSync(files, { mtime: "1980-01-01T12:00:00" });
}

/** The name that the standard gives such a file: Maker@Model.gdtf. */
export function fileName({ maker, model }: Pick<Profile, "maker" | "model">): string {
  const plain = (text: string): string => text.replace(/[^\p{L}\p{N} ._()+-]/gu, "_").trim();
  return `${plain(maker)}@${plain(model)}.gdtf`;
}

function description(profile: Profile): Element {
  const all = profile.modes.flatMap(({ channels }) =>
    channels.flatMap((channel) => functionsOf(channel).map(({ attribute }) => attribute)),
  );
  const attributes = [...new Set(all)].sort();
  const features = [...new Set(attributes.map(featureOf))];
  const groups = [...new Set(features.map((feature) => feature.split(".")[0]!))];
  const short = profile.model.slice(0, 12);
  const type = element(
    "FixtureType",
    {
      Name: profile.model,
      ShortName: short,
      LongName: profile.model,
      Manufacturer: profile.maker,
      Description: profile.note ?? "",
      FixtureTypeID: typeId(profile.id),
      Thumbnail: "",
      RefFT: "",
      CanHaveChildren: "No",
    },
    [
      element("AttributeDefinitions", {}, [
        element("ActivationGroups"),
        element(
          "FeatureGroups",
          {},
          groups.map((group) =>
            element(
              "FeatureGroup",
              { Name: group, Pretty: group },
              features
                .filter((feature) => feature.startsWith(`${group}.`))
                .map((feature) => element("Feature", { Name: feature.slice(group.length + 1) })),
            ),
          ),
        ),
        element(
          "Attributes",
          {},
          attributes.map((name) =>
            element("Attribute", {
              Name: name,
              Pretty: attributeInfo(name).label,
              Feature: featureOf(name),
              PhysicalUnit: physicalUnitOf(name),
            }),
          ),
        ),
      ]),
      element(
        "Wheels",
        {},
        wheelNames(profile).map((name) => writeWheel(profile, name)),
      ),
      element("PhysicalDescriptions", {}, [
        element("Emitters", {}, emittersOf(profile, "adds")),
        element("Filters", {}, emittersOf(profile, "takes")),
      ]),
      element("Models"),
      writeGeometries(profile),
      element(
        "DMXModes",
        {},
        profile.modes.map((mode, index) => writeMode(mode, { profile, index })),
      ),
      element("Revisions"),
      element("FTPresets"),
      element("Protocols"),
    ],
  );
  return element("GDTF", { DataVersion: "1.2" }, [type]);
}

/** A file's own id, or one that is always the same for an id of ours. */
function typeId(id: string): string {
  const own = /^gdtf-([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})$/.exec(id)?.[1];
  if (own) return own.toUpperCase();
  // FNV-1a, four times over: it only has to differ from id to id and stay the same.
  const part = (salt: number): string => {
    let hash = 2166136261 ^ salt;
    for (const letter of id) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0;
    return (hash >>> 0).toString(16).padStart(8, "0");
  };
  const [a, b, c, d] = [part(1), part(2), part(3), part(4)];
  return `${a}-${b.slice(0, 4)}-4${b.slice(5)}-8${c.slice(1, 4)}-${c.slice(4)}${d}`.toUpperCase();
}

function writeWheel({ wheels, pictures, modes }: Profile, attribute: Attribute): Element {
  const [colors = [], files = []] = [wheels?.[attribute], pictures?.[attribute]];
  const sets = modes.flatMap(({ channels }) =>
    channels.flatMap((channel) => functionsOf(channel).flatMap((each) => (each.attribute === attribute ? (each.sets ?? []) : []))),
  );
  const count = Math.max(colors.length, files.length, ...sets.map(({ at = -1 }) => at + 1));
  const slots = Array.from({ length: count }, (_, slot) =>
    element("Slot", {
      Name: sets.find(({ at }) => at === slot)?.name ?? `Slot ${slot + 1}`,
      Color: colors[slot] ? colorText(colors[slot]) : undefined,
      MediaFileName: files[slot] ?? undefined,
    }),
  );
  return element("Wheel", { Name: attribute }, slots);
}

function emittersOf({ emitters }: Profile, mixing: "adds" | "takes"): Element[] {
  return Object.entries(emitters).flatMap(([attribute, color]) => {
    const own = attribute === "open" ? "adds" : (attributeInfo(attribute).mixing ?? "adds");
    return own === mixing ? [element(mixing === "adds" ? "Emitter" : "Filter", { Name: attribute, Color: colorText(color) })] : [];
  });
}

function colorText({ x, y, luminance }: XyY): string {
  return `${x},${y},${Number((luminance * 100).toPrecision(15))}`;
}
