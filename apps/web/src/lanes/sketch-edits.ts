import {
  attributeInfo,
  formatFan,
  inRank,
  sameJson,
  selectedHeads,
  setChange,
  sketchIdOf,
  type Attribute,
  type Change,
  type Part,
  type Selection,
  type Show,
  type Sketch,
  type Stroke,
  type Strokes,
  type Who,
} from "@vexa/core";

/** A selection as strokes refer to it: by group as long as it is one. */
export function whoOf({ base, mask, groupId }: Selection): Who {
  return { ...(groupId === undefined ? { heads: base } : { groupId }), ...(mask ? { mask } : {}) };
}

/** One's own stroke that is about exactly this selection, or null. */
export function strokeFor(show: Show, personId: string, selection: Selection): { id: string; stroke: Stroke } | null {
  const strokes = show.sketchOf(personId)?.strokes ?? {};
  const who = whoOf(selection);
  const found = inRank(strokes).findLast(([, stroke]) => sameJson(stroke.who, who));
  return found ? { id: found[0], stroke: found[1] } : null;
}

/** What a selection is called: its group, or how many heads. */
export function selectionName(show: Show, selection: Selection): string {
  const group = show.get("group", selection.groupId)?.name;
  const count = selectedHeads(selection).length;
  const mask = selection.mask ? `, ${maskName(selection.mask)}` : "";
  return group ? `${group}${mask}` : `${count} ${count === 1 ? "head" : "heads"}`;
}

export function maskName(mask: NonNullable<Selection["mask"]>): string {
  switch (mask.type) {
    case "every":
      if (mask.n === 2) return mask.at === 1 ? "odd" : "even";
      return `every ${mask.n}${mask.n === 3 ? "rd" : "th"} from ${mask.at}`;
    case "runs":
      return `run ${mask.at} of ${mask.n} each`;
    case "pairs":
      return `pair ${mask.at}`;
    case "single":
      return `head ${mask.at}`;
  }
}

/**
 * The changes that put a part into one's sketch for this selection: into the stroke that is about it, or a new one. The
 * stroke comes to the top, so that what is touched is what is seen.
 */
export function partChanges(show: Show, on: { personId: string; selection: Selection; attribute: Attribute; part: Part | null }): Change[] {
  const sketchId = sketchIdOf(on.personId);
  const sketch = show.sketchOf(on.personId);
  const strokes = sketch?.strokes ?? {};
  const top = Math.max(0, ...Object.values(strokes).map(({ rank }) => rank));
  const found = strokeFor(show, on.personId, on.selection);
  if (!found) {
    if (!on.part) return [];
    const stroke: Stroke = { who: whoOf(on.selection), parts: { [on.attribute]: on.part }, rank: top + 1 };
    const id = crypto.randomUUID().slice(0, 8);
    if (sketch) return [setChange(sketchId, ["strokes", id], { to: stroke })];
    const record: Sketch = { id: sketchId, kind: "sketch", version: 1, personId: on.personId, strokes: { [id]: stroke } };
    return [{ op: "add", record }];
  }
  const { id, stroke } = found;
  const present = stroke.parts[on.attribute];
  if (!on.part && Object.keys(stroke.parts).length <= 1) return [setChange(sketchId, ["strokes", id], { from: stroke })];
  const raised = stroke.rank < top ? [setChange(sketchId, ["strokes", id, "rank"], { from: stroke.rank, to: top + 1 })] : [];
  return [setChange(sketchId, ["strokes", id, "parts", on.attribute], { from: present, to: on.part ?? undefined }), ...raised];
}

/** The changes that empty one's sketch. */
export function wipeChanges(show: Show, personId: string): Change[] {
  const strokes: Strokes = show.sketchOf(personId)?.strokes ?? {};
  return Object.keys(strokes).length === 0 ? [] : [setChange(sketchIdOf(personId), ["strokes"], { from: strokes, to: {} })];
}

/** Numbers on screen are this many times those inside. */
export function screenScale(attribute: Attribute): number {
  return attributeInfo(attribute).unit === "percent" ? 100 : 1;
}

export function screenUnit(attribute: Attribute): string {
  const { unit } = attributeInfo(attribute);
  return { percent: "%", degrees: "°", hertz: "Hz", slot: "" }[unit];
}

/** What a part says, in a few words: "20..100..20, sine 0..100". */
export function partWords(attribute: Attribute, part: Part): string {
  const scale = screenScale(attribute);
  const level = part.level ? formatFan(part.level.knots.map((knot) => knot * scale)) : "";
  const motion = part.motion ? `${part.motion.waveform} ${formatFan([part.motion.low * scale, part.motion.high * scale])}` : "";
  return [level, motion].filter(Boolean).join(", ");
}
