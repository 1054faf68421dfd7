import {
  apply,
  ATTRIBUTE_NAMES,
  attributeInfo,
  fan,
  inRank,
  onlyRides,
  sameJson,
  selectedHeads,
  setChange,
  sketchIdOf,
  type Attribute,
  type Change,
  type Fan,
  type Part,
  type Selection,
  type Show,
  type Sketch,
  type Stroke,
  type Strokes,
  type Who,
} from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { newId } from "../session/new-id";

/** One's own stroke that is about exactly this selection and says something of the attribute, the topmost of them; or null. */
export function strokeFor(strokes: Strokes, selection: Selection, attribute?: Attribute): { id: string; stroke: Stroke } | null {
  const found = inRank(strokes).findLast(
    ([, stroke]) => sameJson(stroke.who, selection) && (attribute === undefined || stroke.parts[attribute] !== undefined),
  );
  return found ? { id: found[0], stroke: found[1] } : null;
}

/** What a selection is called: its groups, or how many heads. */
export function selectionName(show: Show, selection: Who): string {
  const groups = (selection.groupIds ?? []).map((id) => show.get("group", id)?.name ?? "a group that is gone");
  if (groups.length > 0) return `${groups.join(" + ")}${selection.mask ? `, ${maskName(selection.mask)}` : ""}`;
  const count = selectedHeads(selection, show).length;
  return `${count} ${count === 1 ? "head" : "heads"}`;
}

export function maskName(mask: NonNullable<Selection["mask"]>): string {
  switch (mask.type) {
    case "every":
      if (mask.n === 2) return mask.at === 1 ? "odd" : "even";
      return `every ${ordinal(mask.n)} from ${mask.at}`;
    case "runs":
      return `run ${mask.at} of ${mask.n} each`;
    case "pairs":
      return `pair ${mask.at}`;
    case "single":
      return `head ${mask.at}`;
  }
}

function ordinal(n: number): string {
  const ending = n % 100 >= 11 && n % 100 <= 13 ? "th" : ({ 1: "st", 2: "nd", 3: "rd" }[n % 10] ?? "th");
  return `${n}${ending}`;
}

/** Where in the sketch an attribute of a selection stands: the stroke that says it, and whether others lie over it. */
export interface Standing {
  readonly own: { readonly id: string; readonly stroke: Stroke; readonly part: Part } | null;
  /** No other stroke about any of these heads and this attribute lies above one's own. */
  readonly onTop: boolean;
}

export function standingOf(show: Show, strokes: Strokes, on: { selection: Selection; attribute: Attribute }): Standing {
  const found = strokeFor(strokes, on.selection, on.attribute);
  const own = found && { ...found, part: found.stroke.parts[on.attribute]! };
  if (!own) return { own, onTop: false };
  return { own, onTop: touching(show, strokes, on).at(-1) === own.id };
}

/** The strokes that say something of the attribute of any of these heads, the topmost last. */
function touching(show: Show, strokes: Strokes, { selection, attribute }: { selection: Selection; attribute: Attribute }): string[] {
  const about = inRank(strokes).filter(([, { parts }]) => parts[attribute] !== undefined);
  if (about.length === 0) return [];
  const heads = new Set(selectedHeads(selection, show));
  return about.flatMap(([id, { who }]) =>
    sameJson(who, selection) || selectedHeads(who, show).some((head) => heads.has(head)) ? [id] : [],
  );
}

export interface PartOn {
  readonly personId: string;
  readonly selection: Selection;
  readonly attribute: Attribute;
  /** null takes the attribute out. */
  readonly part: Part | null;
}

/**
 * The changes that put a part into one's sketch for this selection, so that it is what is seen. Where other strokes lie over
 * one's own, the part moves to a stroke above them; nothing else of the sketch moves. A point takes the place of one's own pan
 * and tilt on the same selection, a whole colour that of single components, and the other way round.
 */
export function partChanges(show: Show, on: PartOn): Change[] {
  let changes = placedPart(show, on);
  if (!on.part || onlyRides(on.part)) return changes;
  for (const attribute of rivalsOf(on.attribute)) {
    const next = apply(show.records, changes);
    if (!next.ok) return changes;
    const after = show.withRecords(next.value);
    const { own } = standingOf(after, after.sketchOf(on.personId)?.strokes ?? {}, { selection: on.selection, attribute });
    if (own) changes = [...changes, ...withoutPart(sketchIdOf(on.personId), own, attribute)];
  }
  return changes;
}

/** What says the same of a head in other terms. */
function rivalsOf(attribute: Attribute): Attribute[] {
  if (attribute === "Position") return ["Pan", "Tilt"];
  if (attribute === "Pan" || attribute === "Tilt") return ["Position"];
  const { family } = attributeInfo(attribute);
  return family === "Colour" && attribute === "Color"
    ? ATTRIBUTE_NAMES.filter((name) => name !== "Color" && attributeInfo(name).family === "Colour")
    : [];
}

function placedPart(show: Show, on: PartOn): Change[] {
  const sketchId = sketchIdOf(on.personId);
  const strokes = show.sketchOf(on.personId)?.strokes ?? {};
  const { own, onTop } = standingOf(show, strokes, on);
  if (!on.part) return own ? withoutPart(sketchId, own, on.attribute) : [];
  if (own && onTop) return [setChange(sketchId, ["strokes", own.id, "parts", on.attribute], { from: own.part, to: on.part })];
  const gone = own ? withoutPart(sketchId, own, on.attribute) : [];
  return [...gone, ...onTopChanges(show, on, { strokes, without: gone.length > 0 ? own!.id : null })];
}

/** As `partChanges`, but what is there stays: the part comes in a stroke above everything that it touches. */
export function overlayChanges(show: Show, on: PartOn & { part: Part }): Change[] {
  return onTopChanges(show, on, { strokes: show.sketchOf(on.personId)?.strokes ?? {}, without: null });
}

function onTopChanges(show: Show, on: PartOn, { strokes, without }: { strokes: Strokes; without: string | null }): Change[] {
  const sketchId = sketchIdOf(on.personId);
  const above = touching(show, strokes, on).at(-1);
  const host = inRank(strokes).findLast(
    ([id, { who, parts, rank }]) =>
      id !== without &&
      sameJson(who, on.selection) &&
      parts[on.attribute] === undefined &&
      (above === undefined || rank > strokes[above]!.rank),
  );
  if (host) return [setChange(sketchId, ["strokes", host[0], "parts", on.attribute], { to: on.part })];
  const rank = 1 + Math.max(0, ...Object.values(strokes).map((stroke) => stroke.rank));
  const stroke: Stroke = { who: on.selection, parts: { [on.attribute]: on.part }, rank };
  const id = newId().slice(0, 8);
  if (show.sketchOf(on.personId)) return [setChange(sketchId, ["strokes", id], { to: stroke })];
  const record: Sketch = { id: sketchId, kind: "sketch", version: 1, personId: on.personId, strokes: { [id]: stroke } };
  return [{ op: "add", record }];
}

function withoutPart(sketchId: string, { id, stroke }: { id: string; stroke: Stroke }, attribute: Attribute): Change[] {
  if (Object.keys(stroke.parts).length <= 1) return [setChange(sketchId, ["strokes", id], { from: stroke })];
  return [setChange(sketchId, ["strokes", id, "parts", attribute], { from: stroke.parts[attribute] })];
}

/** The changes that add to what is there: one's own fan moves and stays that fan; other people's and other strokes' values are nudged. */
export function nudgeChanges(show: Show, on: Omit<PartOn, "part"> & { by: Fan }): Change[] {
  const strokes = show.sketchOf(on.personId)?.strokes ?? {};
  const { own, onTop } = standingOf(show, strokes, on);
  if (own && onTop) {
    const { part } = own;
    if (part.level) return partChanges(show, { ...on, part: { ...part, level: addedFan(part.level, on.by) } });
    if (part.nudge) return partChanges(show, { ...on, part: { ...part, nudge: addedFan(part.nudge, on.by) } });
  }
  const touched = 1 + Math.max(0, ...Object.values(strokes).flatMap(({ parts }) => Object.values(parts).map((part) => part.touched)));
  return overlayChanges(show, { ...on, part: { nudge: on.by, shape: own?.part.shape ?? {}, touched } });
}

/** Two fans added, place by place; with as many knots as both need. */
export function addedFan(first: Fan, second: Fan): Fan {
  const [a, b] = [first.knots.length, second.knots.length];
  const count = a === 1 || b === 1 || a === b ? Math.max(a, b) : (a - 1) * (b - 1) + 1;
  const at = (of: Fan, index: number): number => fan(of.knots, count > 1 ? index / (count - 1) : 0, of.path);
  const knots = Array.from({ length: Math.min(64, count) }, (_, index) => rounded(at(first, index) + at(second, index)));
  return { knots, ...(first.path && count === a ? { path: first.path } : {}) };
}

const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

/** The changes that empty one's sketch. */
export function wipeChanges(show: Show, personId: string): Change[] {
  const strokes: Strokes = show.sketchOf(personId)?.strokes ?? {};
  return Object.keys(strokes).length === 0 ? [] : [setChange(sketchIdOf(personId), ["strokes"], { from: strokes, to: {} })];
}

/** Takes one's sketch off the stage, for oneself alone, or puts it there. */
export function toggleBlind(client: ShowClient): void {
  const sketch = client.view.sketchOf(client.personId);
  if (!sketch) return;
  const change = sketch.blind ? setChange(sketch.id, ["blind"], { from: true }) : setChange(sketch.id, ["blind"], { to: true });
  client.transact(sketch.blind ? "The sketch is live" : "The sketch is blind", [change]);
}
