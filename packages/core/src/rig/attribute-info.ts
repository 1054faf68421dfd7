/** The trade's four families of attributes. */
export const FAMILIES = ["Intensity", "Position", "Colour", "Beam"] as const;
export type Family = (typeof FAMILIES)[number];

/** How numbers of an attribute are written on screen. Percent is 0..1 inside. */
export type AttributeUnit = "percent" | "degrees" | "degrees a second" | "hertz" | "kelvin" | "slot" | "color" | "point";

export interface AttributeInfo {
  readonly label: string;
  readonly family: Family;
  readonly unit: AttributeUnit;
  /** What lanes show at first, in the attribute's inside unit. */
  readonly usual: readonly [number, number];
  /** Whether it is a light that adds to a colour, or a filter that takes from it. */
  readonly mixing?: "adds" | "takes";
  /** Physical value under highlight where the profile names none; without it it stays as it is. */
  readonly highlight?: number;
  /** It goes from value to value at once, unless a profile says otherwise. */
  readonly snaps?: true;
  /** It serves the lamp itself and is no part of the light: never in looks, fans or highlights. */
  readonly service?: true;
}
