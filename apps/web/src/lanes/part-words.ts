import { followWords, formatFan, hexOfColor, xyzOf, type Attribute, type Fan, type Part, type Show } from "@vexa/core";
import { motionWords } from "./motion-words";
import { pointText } from "./point-text";
import { screenScale } from "./screen-units";

/** What a part says, in a few words: "20..100..20, sine 0..100". */
export function partWords(attribute: Attribute, part: Part, show: Show): string {
  const scale = screenScale(attribute);
  const scaled = (of: Fan | undefined): string => (of ? formatFan(of.knots.map((knot) => knot * scale)) : "");
  const colors = part.colors?.knots.map((knot) => hexOfColor(xyzOf(knot), "as-is")).join("..") ?? "";
  const motion = part.motion ? motionWords(attribute, part.motion) : "";
  const points = part.points ? `${part.points.path === "circle" ? "circle about" : "point"} ${pointText(part.points.knots)}` : "";
  return [
    scaled(part.level),
    colors,
    points,
    part.follow ? followWords(show, part.follow) : "",
    part.presets ? "from presets" : "",
    part.taken ? "as taken up" : "",
    part.nudge ? `nudged ${scaled(part.nudge)}` : "",
    motion,
  ]
    .filter(Boolean)
    .join(", ");
}
