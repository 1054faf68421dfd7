/** The trade's four families of attributes. */
export const FAMILIES = ["Intensity", "Position", "Colour", "Beam"] as const;
export type Family = (typeof FAMILIES)[number];

/** How numbers of an attribute are written on screen. Percent is 0..1 inside. */
export type AttributeUnit = "percent" | "degrees" | "hertz" | "slot" | "color" | "point";

export interface AttributeInfo {
  readonly label: string;
  readonly family: Family;
  readonly unit: AttributeUnit;
  /** What lanes show at first, in the attribute's inside unit. */
  readonly usual: readonly [number, number];
}

/**
 * The attributes that Vexa knows, by their names in the GDTF attribute list (DIN SPEC 15800, names from memory).
 * `Color` and `Position` are ours and no channels: a whole colour, which each head makes with the emitters or flags that it
 * has, and a point on stage, at which each head looks. The order is the order on screen.
 */
export const ATTRIBUTES = {
  Dimmer: { label: "Dimmer", family: "Intensity", unit: "percent", usual: [0, 1] },
  Position: { label: "Position", family: "Position", unit: "point", usual: [-10, 10] },
  Pan: { label: "Pan", family: "Position", unit: "degrees", usual: [-90, 90] },
  Tilt: { label: "Tilt", family: "Position", unit: "degrees", usual: [-90, 90] },
  Color: { label: "Colour", family: "Colour", unit: "color", usual: [0, 1] },
  ColorAdd_R: { label: "Red", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_G: { label: "Green", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_B: { label: "Blue", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_W: { label: "White", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_RY: { label: "Amber", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_GY: { label: "Lime", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_C: { label: "Cyan light", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_BM: { label: "Indigo", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_C: { label: "Cyan", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_M: { label: "Magenta", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_Y: { label: "Yellow", family: "Colour", unit: "percent", usual: [0, 1] },
  Color1: { label: "Colour wheel", family: "Colour", unit: "slot", usual: [0, 7] },
  Shutter1: { label: "Shutter", family: "Beam", unit: "percent", usual: [0, 1] },
  Shutter1Strobe: { label: "Strobe rate", family: "Beam", unit: "hertz", usual: [0, 20] },
  Zoom: { label: "Zoom", family: "Beam", unit: "degrees", usual: [5, 50] },
  Focus1: { label: "Focus", family: "Beam", unit: "percent", usual: [0, 1] },
  Iris: { label: "Iris", family: "Beam", unit: "percent", usual: [0, 1] },
  Gobo1: { label: "Gobo", family: "Beam", unit: "slot", usual: [0, 7] },
  Gobo1Pos: { label: "Gobo turn", family: "Beam", unit: "degrees", usual: [-180, 180] },
  Prism1: { label: "Prism", family: "Beam", unit: "percent", usual: [0, 1] },
  Frost1: { label: "Frost", family: "Beam", unit: "percent", usual: [0, 1] },
  Fog1: { label: "Haze", family: "Beam", unit: "percent", usual: [0, 1] },
  Fan1: { label: "Fan speed", family: "Beam", unit: "percent", usual: [0, 1] },
} as const satisfies Record<string, AttributeInfo>;

export type Attribute = keyof typeof ATTRIBUTES;

export const ATTRIBUTE_NAMES = Object.keys(ATTRIBUTES) as Attribute[];

/** Attributes that channels can have. */
export const CHANNEL_ATTRIBUTES = ATTRIBUTE_NAMES.filter((name) => name !== "Color" && name !== "Position");

export function isAttribute(name: string): name is Attribute {
  return Object.hasOwn(ATTRIBUTES, name);
}

/** Description of an attribute by name. */
export function attributeInfo(name: Attribute): AttributeInfo {
  return ATTRIBUTES[name];
}
