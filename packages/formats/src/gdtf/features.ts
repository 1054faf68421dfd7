import { attributeInfo, isService, type Attribute } from "@vexa/core";

/** Feature group and feature of an attribute, by the annex of attributes (DIN SPEC 15800; 5-references.md L8, from memory). The first that fits. */
const FEATURES: readonly (readonly [RegExp, string])[] = [
  [/^Dimmer$/, "Dimmer.Dimmer"],
  [/^(Pan|Tilt)/, "Position.PanTilt"],
  [/^Position/, "Position.PanTilt"],
  [/^Color(Add|Sub)_/, "Color.RGB"],
  [/^HSB_/, "Color.HSB"],
  [/^CIE_/, "Color.CIE"],
  [/^(Color\d|CT[OBC]$|Tint$|ColorMacro|ColorMix)/, "Color.Color"],
  [/^(Gobo|AnimationWheel)/, "Gobo.Gobo"],
  [/^(Zoom|Focus)/, "Focus.Focus"],
  [/^(Blade|Shaper)/, "Shapers.Shapers"],
];

export function featureOf(attribute: Attribute): string {
  if (isService(attribute)) return "Control.Control";
  return FEATURES.find(([fits]) => fits.test(attribute))?.[1] ?? "Beam.Beam";
}

const UNITS: readonly (readonly [RegExp, string])[] = [
  [/^Dimmer$/, "LuminousIntensity"],
  [/^Color(Add|Sub)_/, "ColorComponent"],
];

/** PhysicalUnit of an attribute (5-references.md L9, from memory). */
export function physicalUnitOf(attribute: Attribute): string {
  const named = UNITS.find(([fits]) => fits.test(attribute));
  if (named) return named[1];
  switch (attributeInfo(attribute).unit) {
    case "degrees":
      return "Angle";
    case "degrees a second":
      return "AngularSpeed";
    case "hertz":
      return "Frequency";
    case "kelvin":
      return "Temperature";
    default:
      return "None";
  }
}
