import { fanColor } from "../color/color-fan";
import { xyYOf, type Xyz } from "../color/colorimetry";
import type { Vector } from "../geometry/beam";
import { fanPoint } from "../geometry/point-fan";
import type { Attribute } from "../rig/attributes";
import { colorsAlong } from "../rig/common-color";
import { mixed } from "../rig/mix-head";
import type { Head } from "../rig/rig";
import { normalizedFreely, physicalOf } from "../rig/scale";
import type { HeadNumbers } from "./head-numbers";
import { laidOver } from "./laid";
import { rowFinder } from "./column";
import { partContent, partRows } from "./resolve";
import { asSaid, type ResolveContext, type Row } from "./row";
import { presetColor, presetPoint, presetsOf } from "./preset-rows";
import { aimHead, axesOf } from "./aim-head";
import { spreadOf, type Spread } from "./spread";
import { inRank, type Part, type Strokes } from "./stroke";

/** What strokes say of one attribute of one head, and which of them says it. */
export interface HeadValue {
  /** In the attribute's unit, not limited to the head's range; null = nothing of its own (only a motion or a nudge on what lies beneath). */
  readonly value: number | null;
  readonly color: Xyz | null;
  /** Where it looks, when that is said as a point on stage. */
  readonly point: Vector | null;
  /** False when the head can't look there. */
  readonly reached: boolean;
  /** The stroke that gives the value; null when none does. */
  readonly strokeId: string | null;
  /** The end of the range at which the head stops. */
  readonly stopsAt: "low" | "high" | null;
  /** Seconds; null = the cue's time. Parts of its in-time are shown as if that were a second. */
  readonly fade: number | null;
  readonly delay: number;
  readonly moves: boolean;
}

/** Each head's own value of an attribute by the strokes, in the order of `heads`; null where no stroke is about it. */
export function headValues(
  strokes: Strokes,
  { attribute, heads, show }: { attribute: Attribute; heads: readonly Head[]; show: ResolveContext },
): (HeadValue | null)[] {
  const of = { attribute, show: asSaid(show) };
  const found = Array<Found | null>(heads.length).fill(null);
  for (const [id, stroke] of inRank(strokes)) {
    const part = stroke.parts[attribute];
    if (!part) continue;
    const spread = spreadOf(stroke.who, of.show);
    const places = placesAmong(heads, spread);
    if (attribute === "Color" || attribute === "Position") {
      const whole = wholeValues(attribute, part, { spread, show: of.show });
      const rows = headRows(partRows({ attribute, part, spread, show: of.show }), of.show);
      spread.heads.forEach((head, index) => {
        const row = rows.get(head.key);
        const at = places[index]!;
        if (row && at >= 0) found[at] = { row, ...whole(head, index), strokeId: id };
      });
      continue;
    }
    const rowOf = rowFinder(partContent({ attribute, part, spread, show: of.show }));
    spread.heads.forEach((head, index) => {
      const at = places[index]!;
      const row = at < 0 ? undefined : rowOf(head.parameters.get(attribute) ?? -1);
      if (!row) return;
      const before = found[at];
      const strokeId = row.value === null ? (before?.strokeId ?? null) : id;
      found[at] = { row: laidOver(before?.row, row), color: null, point: null, strokeId };
    });
  }
  return found.map((entry, at) => entry && headValue(heads[at]!, entry, of));
}

// Lists of heads and spreads never change in place; a drag asks for the same ones again and again.
const known = new WeakMap<readonly Head[], WeakMap<Spread, Int32Array>>();

/** Where each head of a spread stands among some heads; -1 = it isn't there. */
function placesAmong(heads: readonly Head[], spread: Spread): Int32Array {
  let bySpread = known.get(heads);
  if (!bySpread) known.set(heads, (bySpread = new WeakMap()));
  let places = bySpread.get(spread);
  if (!places) {
    const at = new Map(heads.map(({ key }, index) => [key, index]));
    bySpread.set(spread, (places = Int32Array.from(spread.heads, ({ key }) => at.get(key) ?? -1)));
  }
  return places;
}

interface Whole {
  readonly color: Xyz | null;
  readonly point: Vector | null;
}

/** The whole colour or the point that a part gives each head. */
function wholeValues(
  attribute: "Color" | "Position",
  part: Part,
  { spread, show }: { spread: Spread; show: ResolveContext },
): (head: Head, index: number) => Whole {
  const places = spread.places(part.shape, part.points?.path === "circle" ? "round" : "open");
  const presets = presetsOf(part, show).flatMap((preset) => preset ?? []);
  const along = part.colors && colorsAlong(part.colors, spread.heads);
  return (head, index) => {
    const u = places[index]!;
    if (along) return { color: along(u), point: null };
    if (part.points) return { color: null, point: fanPoint(part.points, u) };
    if (part.taken) return { color: attribute === "Color" ? takenColor(head, part.taken, show) : null, point: null };
    if (attribute === "Color") {
      const colors = presets.map((preset) => presetColor(preset, head, u));
      const known = colors.length > 0 && colors.every((color) => color !== null);
      return { color: known ? fanColor({ knots: colors.map(xyYOf), path: part.presets!.path }, u) : null, point: null };
    }
    const points = presets.map((preset) => presetPoint(preset, head, u));
    const known = points.length > 0 && points.every((point) => point !== null);
    return { color: null, point: known ? fanPoint({ knots: points, path: "straight" }, u) : null };
  };
}

/** The colour that a head's own numbers mix to. */
function takenColor(head: Head, taken: HeadNumbers, { rig }: ResolveContext): Xyz | null {
  const own = Object.entries(taken[head.key] ?? {});
  if (own.length === 0) return null;
  const levels = own.flatMap(([name, value]): [Attribute, number][] => {
    const parameter = head.parameters.get(name);
    return parameter === undefined ? [] : [[name, normalizedFreely(rig.parameters[parameter]!.channel, value, name)]];
  });
  return mixed(head, new Map(levels));
}

/** Of each head one of its rows: they share their times. */
function headRows(rows: readonly Row[], { rig }: ResolveContext): Map<string, Row> {
  return new Map(rows.map((row) => [rig.parameters[row.parameter]!.head.key, row]));
}

interface Found extends Whole {
  readonly row: Row;
  readonly strokeId: string | null;
}

function headValue(head: Head, found: Found, { attribute, show }: { attribute: Attribute; show: ResolveContext }): HeadValue {
  const { row, color, point, strokeId } = found;
  const { value, motions } = row;
  const [fade, delay, moves] = [row.fade ?? row.fadePart ?? null, row.delay ?? row.delayPart ?? 0, motions.length > 0];
  if (attribute === "Color" || attribute === "Position") {
    const axes = point && axesOf(head, show.rig);
    const reached = !point || !axes || aimHead(head, axes, { point }).reached;
    return { value: null, color, point, reached, strokeId, stopsAt: null, fade, delay, moves };
  }
  const { channel } = show.rig.parameters[head.parameters.get(attribute)!]!;
  const turned = channel.physical[1] < channel.physical[0];
  const beyond = value === null ? null : value < -1e-9 ? "low" : value > 1 + 1e-9 ? "high" : null;
  return {
    value: value === null || motions.some(({ relative }) => !relative) ? null : physicalOf(channel, value, attribute),
    color: null,
    point: null,
    reached: true,
    strokeId,
    stopsAt: beyond === null ? null : turned === (beyond === "low") ? "high" : "low",
    fade,
    delay,
    moves,
  };
}
