import type { AttributeInfo, Family } from "./attribute-info";

/** What is said of all attributes of one pattern; the rest is usual: percent, 0 to 1, left alone by highlight. */
export interface AttributePattern {
  /** A name of the GDTF attribute list (DIN SPEC 15800, from memory); `{n}` stands for a number, `{a}` for A or B. */
  readonly name: string;
  /** On screen; where its number isn't 1 it stands in place of `{n}`, or behind the first word. */
  readonly label: string;
  readonly family: Family;
  readonly of: Partial<Pick<AttributeInfo, "unit" | "usual" | "mixing" | "highlight" | "snaps" | "service">>;
}

type Line = readonly [name: string, label: string, of?: AttributePattern["of"]];

const SLOT: AttributePattern["of"] = { unit: "slot", usual: [0, 7], snaps: true };
const WHEEL: AttributePattern["of"] = { ...SLOT, highlight: 0 };
const TURN: AttributePattern["of"] = { unit: "degrees", usual: [-180, 180] };
const SPIN: AttributePattern["of"] = { unit: "degrees a second", usual: [-180, 180] };
const RATE: AttributePattern["of"] = { unit: "hertz", usual: [0, 20] };
const CLOSED: AttributePattern["of"] = { highlight: 0 };
const EMITS: AttributePattern["of"] = { mixing: "adds", highlight: 1 };
const FILTERS: AttributePattern["of"] = { mixing: "takes", highlight: 0 };
const KELVIN: AttributePattern["of"] = { unit: "kelvin", usual: [2700, 6500] };

const INTENSITY: readonly Line[] = [["Dimmer", "Dimmer", { highlight: 1 }]];

/** `Position` is ours and no channel: a point on stage at which each head looks. */
const POSITION: readonly Line[] = [
  ["Position", "Position", { unit: "point", usual: [-10, 10] }],
  ["Pan", "Pan", { unit: "degrees", usual: [-90, 90] }],
  ["Tilt", "Tilt", { unit: "degrees", usual: [-90, 90] }],
  ["PanRotate", "Pan spin", SPIN],
  ["TiltRotate", "Tilt spin", SPIN],
  ["PositionEffect", "Position effect", SLOT],
  ["PositionEffectRate", "Position effect rate"],
  ["PositionEffectFade", "Position effect fade"],
  ["PositionMSpeed", "Position speed"],
  ["PanTiltMSpeed", "Pan and tilt speed"],
];

/** `Color` is ours and no channel: a whole colour, which each head makes with the emitters or flags that it has. */
const COLOUR: readonly Line[] = [
  ["Color", "Colour", { unit: "color" }],
  ["ColorAdd_R", "Red", EMITS],
  ["ColorAdd_G", "Green", EMITS],
  ["ColorAdd_B", "Blue", EMITS],
  ["ColorAdd_W", "White", EMITS],
  ["ColorAdd_RY", "Amber", EMITS],
  ["ColorAdd_GY", "Lime", EMITS],
  ["ColorAdd_C", "Cyan light", EMITS],
  ["ColorAdd_BM", "Indigo", EMITS],
  ["ColorAdd_M", "Magenta light", EMITS],
  ["ColorAdd_Y", "Yellow light", EMITS],
  ["ColorAdd_GC", "Mint", EMITS],
  ["ColorAdd_BC", "Azure", EMITS],
  ["ColorAdd_RM", "Pink", EMITS],
  ["ColorAdd_WW", "Warm white", EMITS],
  ["ColorAdd_CW", "Cool white", EMITS],
  // Violet that is no part of a colour: it lights what glows.
  ["ColorAdd_UV", "Ultraviolet", { mixing: "adds" }],
  ["ColorSub_C", "Cyan", FILTERS],
  ["ColorSub_M", "Magenta", FILTERS],
  ["ColorSub_Y", "Yellow", FILTERS],
  ["ColorSub_R", "Red flag", FILTERS],
  ["ColorSub_G", "Green flag", FILTERS],
  ["ColorSub_B", "Blue flag", FILTERS],
  ["Color{n}", "Colour wheel", WHEEL],
  ["Color{n}WheelIndex", "Colour wheel turn", TURN],
  ["Color{n}WheelSpin", "Colour wheel spin", SPIN],
  ["Color{n}WheelRandom", "Colour wheel at random", CLOSED],
  ["CTO", "Warm correction", { highlight: 0 }],
  ["CTB", "Cool correction", { highlight: 0 }],
  ["CTC", "Colour temperature", KELVIN],
  ["Tint", "Tint"],
  ["ColorMacro{n}", "Colour macro", WHEEL],
  ["ColorMacro{n}Rate", "Colour macro rate"],
  ["HSB_Hue", "Hue", { unit: "degrees", usual: [0, 360] }],
  ["HSB_Saturation", "Saturation", CLOSED],
  ["HSB_Brightness", "Brightness of the hue"],
  ["CIE_X", "CIE x"],
  ["CIE_Y", "CIE y"],
  ["CIE_Brightness", "CIE brightness"],
  ["ColorMixMSpeed", "Colour speed"],
];

const BEAM: readonly Line[] = [
  ["Shutter{n}", "Shutter", { highlight: 1 }],
  ["Shutter{n}Strobe", "Strobe rate", { ...RATE, highlight: 0 }],
  ["Shutter{n}StrobePulse", "Strobe pulse", { ...RATE, highlight: 0 }],
  ["Shutter{n}StrobePulseOpen", "Strobe pulse, opening", { ...RATE, highlight: 0 }],
  ["Shutter{n}StrobePulseClose", "Strobe pulse, closing", { ...RATE, highlight: 0 }],
  ["Shutter{n}StrobeRandom", "Strobe at random", { ...RATE, highlight: 0 }],
  ["Shutter{n}StrobeEffect", "Strobe effect", { ...RATE, highlight: 0 }],
  ["Zoom", "Zoom", { unit: "degrees", usual: [5, 50] }],
  ["Focus{n}", "Focus"],
  ["Iris", "Iris", { highlight: 1 }],
  ["IrisStrobe", "Iris pulse", { ...RATE, highlight: 0 }],
  ["IrisStrobeRandom", "Iris pulse at random", { ...RATE, highlight: 0 }],
  ["Gobo{n}", "Gobo", WHEEL],
  ["Gobo{n}Pos", "Gobo turn", TURN],
  ["Gobo{n}PosRotate", "Gobo spin", SPIN],
  ["Gobo{n}PosShake", "Gobo shake", RATE],
  ["Gobo{n}SelectSpin", "Gobo, spinning", WHEEL],
  ["Gobo{n}SelectShake", "Gobo, shaking", WHEEL],
  ["Gobo{n}WheelIndex", "Gobo wheel turn", TURN],
  ["Gobo{n}WheelSpin", "Gobo wheel spin", SPIN],
  ["Gobo{n}WheelShake", "Gobo wheel shake", RATE],
  ["AnimationWheel{n}", "Animation wheel", WHEEL],
  ["AnimationWheel{n}Pos", "Animation turn", TURN],
  ["AnimationWheel{n}PosRotate", "Animation spin", SPIN],
  ["Prism{n}", "Prism", CLOSED],
  ["Prism{n}Pos", "Prism turn", TURN],
  ["Prism{n}PosRotate", "Prism spin", SPIN],
  ["Frost{n}", "Frost", CLOSED],
  ["BeamShaper", "Beam shaper", CLOSED],
  ["BeamShaperPos", "Beam shaper turn", TURN],
  ["BeamShaperPosRotate", "Beam shaper spin", SPIN],
  ["Blade{n}{a}", "Blade", CLOSED],
  ["Blade{n}Rot", "Blade turn", { unit: "degrees", usual: [-45, 45] }],
  ["ShaperRot", "Blades, all turn", { unit: "degrees", usual: [-60, 60] }],
  ["ShaperMacros", "Blades, macro", WHEEL],
  ["Effects{n}", "Effect", WHEEL],
  ["Effects{n}Rate", "Effect rate"],
  ["Effects{n}Fade", "Effect fade"],
  ["Fog{n}", "Haze"],
  ["Fan{n}", "Fan speed"],
  ["BeamMSpeed", "Beam speed"],
  ["FocusMSpeed", "Focus speed"],
];

const SERVES: AttributePattern["of"] = { service: true, snaps: true };

/** The lamp itself, not its light. */
const SERVICE: readonly Line[] = (
  [
    ["Control{n}", "Control"],
    ["LampControl", "Lamp"],
    ["LampPowerMode", "Lamp power"],
    ["FixtureGlobalReset", "Reset"],
    ["FixtureCalibrationReset", "Calibration"],
    ["PositionReset", "Reset position"],
    ["PanReset", "Reset pan"],
    ["TiltReset", "Reset tilt"],
    ["ShutterReset", "Reset shutter"],
    ["BeamReset", "Reset beam"],
    ["ColorMixReset", "Reset colours"],
    ["ColorWheelReset", "Reset colour wheel"],
    ["GoboWheelReset", "Reset gobos"],
    ["FocusReset", "Reset focus"],
    ["ZoomReset", "Reset zoom"],
    ["IrisReset", "Reset iris"],
    ["FrameReset", "Reset blades"],
    ["IntensityReset", "Reset intensity"],
    ["FanMode", "Fans"],
    ["Fans", "Fans"],
    ["DisplayIntensity", "Display"],
    ["DMXInput", "DMX input"],
    ["BlackoutMode", "Blackout mode"],
    ["DimmerMode", "Dimmer mode"],
    ["DimmerCurve", "Dimmer curve"],
    ["PanMode", "Pan mode"],
    ["TiltMode", "Tilt mode"],
    ["PanTiltMode", "Pan and tilt mode"],
    ["ColorMixMode", "Colour mode"],
    ["LEDFrequency", "LED frequency"],
    ["PixelMode", "Pixel mode"],
    ["Function", "Function"],
    ["NoFeature", "Nothing"],
  ] as const
).map(([name, label]): Line => [name, label, SERVES]);

const pattern =
  (family: Family) =>
  ([name, label, of = {}]: Line): AttributePattern => ({ name, label, family, of });

/** The order is the order on screen. */
export const ATTRIBUTE_PATTERNS: readonly AttributePattern[] = [
  ...INTENSITY.map(pattern("Intensity")),
  ...POSITION.map(pattern("Position")),
  ...COLOUR.map(pattern("Colour")),
  ...BEAM.map(pattern("Beam")),
  ...SERVICE.map(pattern("Beam")),
];
