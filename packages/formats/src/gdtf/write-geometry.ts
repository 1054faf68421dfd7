import { type HeadPlace, type Mode, type Profile } from "@vexa/core";
import { element, type Element } from "../xml/element";
import { writeMatrix } from "./matrix";

const AT_ITS_MIDDLE: HeadPlace = { position: { x: 0, y: 0, z: 0 }, rotation: { x: 0, y: 0, z: 0 } };

/** The names of a mode's geometries: the whole lamp first, then its heads. Modes of one lamp have names of their own. */
export function geometryNames({ heads, master }: Mode, index: number): { readonly whole: string; readonly heads: readonly string[] } {
  const own = (name: string): string => (index === 0 ? name : `${name} [${index + 1}]`);
  const named = heads.map(own);
  return { whole: master ? named[0]! : own("Body"), heads: named };
}

/** A body for each mode with its heads as beams in it. */
export function writeGeometries(profile: Profile): Element {
  return element(
    "Geometries",
    {},
    profile.modes.map((mode, index) => {
      const { whole, heads } = geometryNames(mode, index);
      const beams = heads.flatMap((name, head) =>
        mode.master && head === 0 ? [] : [writeBeam(profile, name, mode.places?.[head] ?? AT_ITS_MIDDLE)],
      );
      const place = (mode.master && mode.places?.[0]) || AT_ITS_MIDDLE;
      return element("Geometry", { Name: whole, Model: "", Position: writeMatrix(place) }, beams);
    }),
  );
}

function writeBeam({ beamDegrees, fieldDegrees, lumens, kelvin, tungstenKelvin }: Profile, name: string, place: HeadPlace): Element {
  return element("Beam", {
    Name: name,
    Model: "",
    Position: writeMatrix(place),
    LampType: tungstenKelvin === undefined ? "LED" : "Tungsten",
    LuminousFlux: lumens,
    ColorTemperature: tungstenKelvin ?? kelvin,
    BeamAngle: beamDegrees,
    FieldAngle: fieldDegrees,
    BeamType: beamDegrees === 0 ? "None" : "Wash",
  });
}
