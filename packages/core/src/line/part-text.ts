import { hexOfColor, xyzOf, type XyY } from "../color/colorimetry";
import type { Motion } from "../motion/motion";
import { presetName } from "../preset/preset-name";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { formatFan } from "../shape/fan";
import type { Shape } from "../shape/place";
import type { Show } from "../show/show";
import type { Part } from "../stroke/stroke";
import { followOptionsText } from "./follow-options";
import { driveText, figureText } from "./line-motions";

export const hexOf = (color: XyY): string => hexOfColor(xyzOf(color), "as-is");

/** A part as a line has it behind its colon; null where lines have no words for what it says. What they leave out isn't looked at. */
export function partText(show: Show, attribute: Attribute, part: Part): string | null {
  const content = contentText(show, attribute, part);
  if (content === null) return null;
  return [
    content,
    ...(Object.keys(part.shape).length > 0 ? [`shape ${shapeText(part.shape)}`] : []),
    ...(part.fade ? [`fade ${formatFan(part.fade.knots)}`] : []),
    ...(part.delay ? [`delay ${formatFan(part.delay.knots)}`] : []),
  ].join(", ");
}

function contentText(show: Show, attribute: Attribute, part: Part): string | null {
  const { label, unit } = attributeInfo(attribute);
  const scale = unit === "percent" ? 100 : 1;
  const fine = (value: number): number => Math.round(value * scale * 1000) / 1000;
  const [point, ...points] = part.points?.knots ?? [];
  if (part.motion) return motionText(show, label, part.motion, fine);
  if (part.colors) return `color ${part.colors.knots.map(hexOf).join("..")}`;
  if (part.presets) return part.presets.ids.map((id) => (show.preset(id) ? presetName(show.preset(id)!) : "")).join("..");
  if (part.follow) {
    const names = part.follow.targetIds.map((id) => show.target(id)?.name ?? "").join("..");
    const { width, edge, light } = part.follow;
    if (edge !== undefined) return `edge ${edge} on ${names}${light === undefined ? "" : ` at ${light}`}`;
    const whom = `${names}${followOptionsText(part.follow)}`;
    return width === undefined ? `follow ${whom}` : `wide ${width} on ${whom}`;
  }
  if (point)
    return points.length > 0 ? null : `point ${[point.x, point.y, point.z].map((metres) => Math.round(metres * 1000) / 1000).join(" ")}`;
  if (part.level) return `${label} ${formatFan(part.level.knots.map((knot) => knot * scale))}`;
  return part.nudge ? `${label} +${formatFan(part.nudge.knots.map((knot) => knot * scale))}` : null;
}

function motionText(show: Show, label: string, motion: Motion, fine: (value: number) => number): string | null {
  const master = motion.masterId === null ? null : (show.get("master", motion.masterId)?.name ?? null);
  const driven = driveText({ phase: motion.phase.knots, rate: motion.rate.knots, master });
  if (motion.kind === "wave") return `${label} wave ${motion.waveform} ${fine(motion.low)}..${fine(motion.high)}${driven}`;
  return motion.kind === "path" ? `${figureText(motion.figure, motion.width, motion.height)}${driven}` : null;
}

/** Kinds of orders that name a number of their own (scattered's throw) are told from others by reading the line again. */
function shapeText({ order, folded, turned, clump, runs }: Shape): string {
  const words = [order, folded && "folded", turned && "turned", clump && `clump ${clump}`, typeof runs === "number" && `runs ${runs}`];
  return words.filter(Boolean).join(" ");
}
