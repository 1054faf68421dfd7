import { addressText, patchesOf, type Fixture, type LampField } from "@vexa/core";

/** What is typed for lamps, as people call it, and what it may be. */
export const LAMP_FIELD_WORDS: Readonly<Record<LampField, { readonly label: string; readonly placeholder: string }>> = {
  number: { label: "Number", placeholder: "201, and on" },
  name: { label: "Name", placeholder: "Rib {n}" },
  address: { label: "Address", placeholder: "3.1; 3.1 + 4.1" },
  x: { label: "To the right, m", placeholder: "-6..6" },
  y: { label: "Upstage, m", placeholder: "0..4" },
  z: { label: "Height, m", placeholder: "6" },
  "turn x": { label: "Tipped, °", placeholder: "0" },
  "turn y": { label: "Rolled, °", placeholder: "0" },
  "turn z": { label: "Turned, °", placeholder: "-90..90" },
  layer: { label: "Layer", placeholder: "none" },
  note: { label: "Note", placeholder: "none" },
};

/** What all lamps have in common; null where they differ. */
export function commonText(lamps: readonly Fixture[], field: LampField): string | null {
  const texts = new Set(lamps.map((lamp) => textOf(lamp, field)));
  return texts.size === 1 ? [...texts][0]! : null;
}

function textOf(lamp: Fixture, field: LampField): string {
  const { number, name, position, rotation, layer, note } = lamp;
  switch (field) {
    case "number":
      return String(number);
    case "name":
      return name;
    case "layer":
      return layer ?? "";
    case "note":
      return note ?? "";
    case "address":
      return patchesOf(lamp)
        .map((patch) => (patch ? addressText(patch) : "none"))
        .join(" + ");
    case "x":
    case "y":
    case "z":
      return String(Math.round(position[field] * 1000) / 1000);
    case "turn x":
    case "turn y":
    case "turn z":
      return String(Math.round(rotation[field.slice(-1) as "x" | "y" | "z"] * 100) / 100);
  }
}
