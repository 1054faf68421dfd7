import { counted } from "../units/counted";
import { xyzOf } from "../color/colorimetry";
import { colorName } from "../color/color-name";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { presetKeys, type Preset } from "./preset";

/** What a preset is called: the name it was given, or what it says: "amber to sea green", "point 0, 2", "Dimmer 50". */
export function presetName(preset: Preset): string {
  if (preset.name !== null) return preset.name;
  let name = contentNames.get(preset);
  if (name === undefined) contentNames.set(preset, (name = contentName(preset)));
  return name;
}

// Presets never change in place.
const contentNames = new WeakMap<Preset, string>();

/** What a preset would be called if nobody had named it. */
export function contentName({ universal, perProfile, perHead }: Pick<Preset, "universal" | "perProfile" | "perHead">): string {
  const parts = Object.keys(universal).length > 0 ? universal : (Object.values(perProfile)[0] ?? {});
  const { Color: color, Position: position } = parts;
  if (color?.colors) {
    const names = color.colors.knots.map((knot) => colorName(xyzOf(knot)));
    return names[0] === names.at(-1) ? names[0]! : `${names[0]} to ${names.at(-1)}`;
  }
  if (position?.points) {
    const { x, y } = position.points.knots[0]!;
    const where = `${tenth(x)}, ${tenth(y)}`;
    return position.points.path === "circle"
      ? `circle about ${where}`
      : position.points.knots.length > 1
        ? `line from ${where}`
        : `point ${where}`;
  }
  if (position?.follow) return "follows somebody";
  const [first] = Object.entries(parts) as [Attribute, { level?: { knots: readonly number[] } }][];
  if (first) {
    const { label, unit } = attributeInfo(first[0]);
    const scale = unit === "percent" ? 100 : 1;
    return [label, first[1].level?.knots.map((knot) => tenth(knot * scale)).join("..")].filter(Boolean).join(" ");
  }
  const labels = presetKeys({ universal, perProfile, perHead }).map((key) => attributeInfo(key).label);
  return `${labels.join(", ")} of ${counted(Object.keys(perHead).length, "head")}`;
}

const tenth = (value: number): string => String(Math.round(value * 10) / 10);
