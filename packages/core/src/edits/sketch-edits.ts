import { apply } from "../document/apply";
import { sameJson } from "../document/record";
import { changedId, setChange, type Change } from "../document/transaction";
import { compareAttributes, type Attribute } from "../rig/attributes";
import { makesColor } from "../rig/head-attributes";
import { selectedHeads, type Selection } from "../selection/selection";
import { fan, type Fan } from "../shape/fan";
import type { Show } from "../show/show";
import { onlyRides } from "../stroke/resolve";
import { sketchIdOf, type Sketch } from "../stroke/sketch";
import { inRank, type Part, type Stroke, type Strokes } from "../stroke/stroke";

/** One's own stroke that is about exactly this selection and says something of the attribute, the topmost of them; or null. */
export function strokeFor(strokes: Strokes, selection: Selection, attribute?: Attribute): { id: string; stroke: Stroke } | null {
  const found = inRank(strokes).findLast(
    ([, stroke]) => sameJson(stroke.who, selection) && (attribute === undefined || stroke.parts[attribute] !== undefined),
  );
  return found ? { id: found[0], stroke: found[1] } : null;
}

/** Where in the sketch an attribute of a selection stands: the stroke that says it, and whether others lie over it. */
export interface PartStanding {
  readonly own: { readonly id: string; readonly stroke: Stroke; readonly part: Part } | null;
  /** No other stroke about any of these heads and this attribute lies above one's own. */
  readonly onTop: boolean;
}

export function standingOf(show: Show, strokes: Strokes, on: { selection: Selection; attribute: Attribute }): PartStanding {
  const found = strokeFor(strokes, on.selection, on.attribute);
  const own = found && { ...found, part: found.stroke.parts[on.attribute]! };
  if (!own) return { own, onTop: false };
  return { own, onTop: isOnTop(show, strokes, own.id, on) };
}

/** Whether no stroke above one's own touches the same: mostly there is none, and nobody's heads have to be looked at. */
function isOnTop(show: Show, strokes: Strokes, id: string, on: { selection: Selection; attribute: Attribute }): boolean {
  const ranked = inRank(strokes);
  const above = ranked.slice(ranked.findIndex(([other]) => other === id) + 1);
  return touching(show, Object.fromEntries(above), on).length === 0;
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
  /** An id for a stroke that has to be made. */
  readonly newId: () => string;
}

/**
 * The changes that put a part into one's sketch for this selection, so that it is what is seen. Where other strokes lie over
 * one's own, the part moves to a stroke above them; nothing else of the sketch moves. A point takes the place of one's own pan
 * and tilt on the same selection, a whole colour that of single components, and the other way round.
 */
export function partChanges(show: Show, on: PartOn): Change[] {
  let changes = placedPart(show, on);
  if (!on.part || onlyRides(on.part)) return changes;
  for (const attribute of rivalsOf(on.attribute, show.sketchOf(on.personId)?.strokes ?? {})) {
    const next = apply(show.records, changes);
    if (!next.ok) return changes;
    const after = show.withRecords(next.value, changes.map(changedId));
    const { own } = standingOf(after, after.sketchOf(on.personId)?.strokes ?? {}, { selection: on.selection, attribute });
    if (own) changes = [...changes, ...withoutPart(sketchIdOf(on.personId), own, attribute)];
  }
  return changes;
}

/** What these strokes say of the same in other terms. */
function rivalsOf(attribute: Attribute, strokes: Strokes): Attribute[] {
  if (attribute === "Position") return ["Pan", "Tilt"];
  if (attribute === "Pan" || attribute === "Tilt") return ["Position"];
  if (attribute !== "Color") return [];
  const said = new Set(Object.values(strokes).flatMap(({ parts }) => Object.keys(parts)));
  return [...said].filter(makesColor).sort(compareAttributes);
}

function placedPart(show: Show, on: PartOn): Change[] {
  const sketchId = sketchIdOf(on.personId);
  const strokes = show.sketchOf(on.personId)?.strokes ?? {};
  const { own, onTop } = standingOf(show, strokes, on);
  if (!on.part) return own ? withoutPart(sketchId, own, on.attribute) : [];
  if (own && onTop) return replacedPart([sketchId, ["strokes", own.id, "parts", on.attribute]], own.part, on.part);
  const gone = own ? withoutPart(sketchId, own, on.attribute) : [];
  return [...gone, ...onTopChanges(show, on, { strokes, without: gone.length > 0 ? own!.id : null })];
}

/** A part in the place of another. Values of many heads that stay the same aren't said again. */
function replacedPart([id, path]: [string, readonly string[]], from: Part, to: Part): Change[] {
  if (!from.taken || from.taken !== to.taken) return [setChange(id, path, { from, to })];
  const fields = new Set([...Object.keys(from), ...Object.keys(to)]) as Set<keyof Part>;
  return [...fields].flatMap((field) => {
    const values = { from: from[field], to: to[field] };
    return sameJson(values.from, values.to) ? [] : [setChange(id, [...path, field], values)];
  });
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
  const stroke: Stroke = { who: on.selection, parts: on.part ? { [on.attribute]: on.part } : {}, rank };
  const id = on.newId().slice(0, 8);
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
    if (part.nudge || part.taken)
      return partChanges(show, { ...on, part: { ...part, nudge: part.nudge ? addedFan(part.nudge, on.by) : on.by } });
  }
  return overlayChanges(show, { ...on, part: { nudge: on.by, shape: own?.part.shape ?? {}, touched: nextTouch(strokes) } });
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

/** The count that makes a part the latest touched of a sketch. */
export function nextTouch(strokes: Strokes): number {
  return 1 + Math.max(0, ...Object.values(strokes).flatMap(({ parts }) => Object.values(parts).map(({ touched }) => touched)));
}

/** The changes of several edits, each made from what those before it leave. */
export function inTurn(show: Show, edits: readonly ((show: Show) => readonly Change[])[]): Change[] {
  let [changes, after]: [Change[], Show] = [[], show];
  for (const make of edits) {
    const own = make(after);
    const next = apply(after.records, own);
    if (!next.ok) return changes;
    after = after.withRecords(next.value);
    changes = [...changes, ...own];
  }
  return changes;
}

/** The changes that empty one's sketch. */
export function wipeChanges(show: Show, personId: string): Change[] {
  const strokes: Strokes = show.sketchOf(personId)?.strokes ?? {};
  return Object.keys(strokes).length === 0 ? [] : [setChange(sketchIdOf(personId), ["strokes"], { from: strokes, to: {} })];
}

/** The changes that take one's sketch off the stage, or put it there; none where there is no sketch. */
export function blindChanges(show: Show, personId: string): Change[] {
  const sketch = show.sketchOf(personId);
  if (!sketch) return [];
  return [sketch.blind ? setChange(sketch.id, ["blind"], { from: true }) : setChange(sketch.id, ["blind"], { to: true })];
}
