import { fanColor } from "../color/color-fan";
import type { Xyz } from "../color/colorimetry";
import type { Attribute } from "../rig/attributes";
import { physicalOf, type Head } from "../rig/rig";
import { laidOver, partRows, spreadOf, type ResolveContext, type Row } from "./resolve";
import { inRank, type Strokes } from "./stroke";

/** What strokes say of one attribute of one head, and which of them says it. */
export interface HeadValue {
  /** In the attribute's unit, not limited to the head's range; null = nothing of its own (only a motion or a nudge on what lies beneath). */
  readonly value: number | null;
  readonly color: Xyz | null;
  /** The stroke that gives the value; null when none does. */
  readonly strokeId: string | null;
  /** The end of the range at which the head stops. */
  readonly stopsAt: "low" | "high" | null;
  /** Seconds; null = the cue's time. */
  readonly fade: number | null;
  readonly delay: number;
  readonly moves: boolean;
}

/** Each head's own value of an attribute by the strokes, in the order of `heads`; null where no stroke is about it. */
export function headValues(
  strokes: Strokes,
  of: { attribute: Attribute; heads: readonly Head[]; show: ResolveContext },
): (HeadValue | null)[] {
  const found = new Map<string, { row: Row; color: Xyz | null; strokeId: string | null }>();
  for (const [id, stroke] of inRank(strokes)) {
    const part = stroke.parts[of.attribute];
    if (!part) continue;
    const spread = spreadOf(stroke.who, of.show);
    if (part.colors) {
      const places = spread.places(part.shape, "open");
      const times = colorTimes(partRows({ attribute: of.attribute, part, spread, show: of.show }), spread.heads);
      spread.heads.forEach((head, index) => {
        const row = times.get(head.key);
        if (row) found.set(head.key, { row, color: fanColor(part.colors!, places[index]!), strokeId: id });
      });
      continue;
    }
    const rowOf = new Map(partRows({ attribute: of.attribute, part, spread, show: of.show }).map((row) => [row.parameter, row]));
    for (const head of spread.heads) {
      const row = rowOf.get(head.parameters.get(of.attribute) ?? -1);
      if (!row) continue;
      const before = found.get(head.key);
      found.set(head.key, { row: laidOver(before?.row, row), color: null, strokeId: row.value === null ? (before?.strokeId ?? null) : id });
    }
  }
  return of.heads.map((head) => {
    const entry = found.get(head.key);
    return entry ? headValue(head, entry, of) : null;
  });
}

/** Of each head one of the rows that its colour comes to: they share their times. */
function colorTimes(rows: readonly Row[], heads: readonly Head[]): Map<string, Row> {
  const byParameter = new Map(rows.map((row) => [row.parameter, row]));
  return new Map(
    heads.flatMap((head): [string, Row][] => {
      const row = [...head.parameters.values()].map((parameter) => byParameter.get(parameter)).find((entry) => entry !== undefined);
      return row ? [[head.key, row]] : [];
    }),
  );
}

function headValue(
  head: Head,
  { row, color, strokeId }: { row: Row; color: Xyz | null; strokeId: string | null },
  { attribute, show }: { attribute: Attribute; show: ResolveContext },
): HeadValue {
  const { value, fade, delay, motion } = row;
  const times = { fade, delay, moves: motion !== null };
  if (color) return { value: null, color, strokeId, stopsAt: null, ...times };
  const { channel } = show.rig.parameters[head.parameters.get(attribute)!]!;
  const turned = channel.physical[1] < channel.physical[0];
  const beyond = value === null ? null : value < -1e-9 ? "low" : value > 1 + 1e-9 ? "high" : null;
  return {
    value: value === null || (motion && !motion.relative) ? null : physicalOf(channel, value),
    color: null,
    strokeId,
    stopsAt: beyond === null ? null : turned === (beyond === "low") ? "high" : "low",
    ...times,
  };
}
