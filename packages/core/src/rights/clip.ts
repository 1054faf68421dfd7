import { applyInPlace } from "../document/apply";
import type { RecordBase } from "../document/record";
import { changedId, setChange, type Change } from "../document/transaction";
import type { UserError } from "../errors/result";
import { attributeInfo, isAttribute, type Attribute } from "../rig/attributes";
import { parametersOf } from "../rig/head-attributes";
import { spreadOf } from "../stroke/spread";
import { sketchIdOf, type Sketch } from "../stroke/sketch";
import type { Stroke, Strokes } from "../stroke/stroke";
import { ownership, reachOf, type Reach } from "../territory/reach";
import type { Person } from "../territory/territory";
import type { Show } from "../show/show";

/** What is left of somebody's change of their sketch, and what was left out and whose it is. */
export interface Clipping {
  readonly changes: readonly Change[];
  /** A sentence on what was left alone; null when nothing was. */
  readonly note: string | null;
  /** Set when nothing is left of the change. */
  readonly refusal: UserError | null;
}

/**
 * Clips changes of a sketch to a person's reach. A part of a stroke that lies wholly outside goes; one that lies
 * partly outside stays as written, since it may refer to a group, and the engine drives only what is inside.
 */
export function clipToReach(show: Show, person: Person, changes: readonly Change[]): Clipping {
  const tally = new Tally(show, reachOf(person, show));
  const sketchId = sketchIdOf(person.id);
  // Only the sketch is clipped, so only its record has to be followed from change to change.
  const own = new Map<string, RecordBase>();
  const sketch = show.records.get(sketchId);
  if (sketch) own.set(sketchId, sketch);
  const kept: Change[] = [];
  for (const change of changes) {
    const clipped = clipChange(change, { sketchId, strokes: (own.get(sketchId) as Sketch | undefined)?.strokes ?? {}, tally });
    if (!clipped) continue;
    kept.push(clipped);
    if (changedId(clipped) === sketchId) applyInPlace(own, clipped);
  }
  const refused = kept.length === 0 && changes.length > 0;
  return { changes: kept, note: refused ? null : tally.note(), refusal: refused ? tally.refusal() : null };
}

function clipChange(change: Change, { sketchId, strokes, tally }: { sketchId: string; strokes: Strokes; tally: Tally }): Change | null {
  if (change.op === "add" && change.record.id === sketchId) {
    const sketch = change.record as Sketch;
    const record: Sketch = { ...sketch, strokes: clippedStrokes(sketch.strokes, tally) };
    return { op: "add", record };
  }
  if (change.op !== "set" || change.id !== sketchId || change.path[0] !== "strokes" || change.to === undefined) return change;
  const [, strokeId, field, attribute] = change.path;
  const { from, to } = change;
  if (strokeId === undefined) return setChange(change.id, change.path, { from, to: clippedStrokes(to as unknown as Strokes, tally) });
  if (field === undefined) {
    const stroke = clippedStroke(to as unknown as Stroke, tally);
    return stroke && setChange(change.id, change.path, { from, to: stroke });
  }
  const stroke = strokes[strokeId];
  if (!stroke) return change;
  if (field === "parts" && attribute !== undefined) return tally.leaves(stroke, attribute) ? change : null;
  const next = { ...stroke, [field]: to };
  return clippedStroke(next, tally) ? change : null;
}

/** Strokes without the parts that lie wholly outside a person's reach; the same object when there are none. */
export function strokesWithin(show: Show, person: Person, strokes: Strokes): Strokes {
  const clipped = clippedStrokes(strokes, new Tally(show, reachOf(person, show)));
  const same =
    Object.keys(strokes).length === Object.keys(clipped).length && Object.keys(strokes).every((id) => clipped[id] === strokes[id]);
  return same ? strokes : clipped;
}

function clippedStrokes(strokes: Strokes, tally: Tally): Strokes {
  return Object.fromEntries(
    Object.entries(strokes).flatMap(([id, stroke]) => {
      const clipped = clippedStroke(stroke, tally);
      return clipped ? [[id, clipped]] : [];
    }),
  );
}

function clippedStroke(stroke: Stroke, tally: Tally): Stroke | null {
  const parts = Object.entries(stroke.parts ?? {});
  const kept = parts.filter(([attribute]) => tally.leaves(stroke, attribute));
  if (kept.length === parts.length) return stroke;
  return kept.length > 0 ? { ...stroke, parts: Object.fromEntries(kept) } : null;
}

/** Counts the heads outside somebody's reach and remembers whose they are. */
class Tally {
  readonly #show: Show;
  readonly #reach: Reach;
  readonly #out = new Set<string>();
  readonly #all = new Set<string>();
  readonly #owners = new Map<string, readonly string[]>();

  constructor(show: Show, reach: Reach) {
    this.#show = show;
    this.#reach = reach;
  }

  /** Counts one attribute of a stroke; false when every head that has it lies outside. Malformed strokes count as inside. */
  leaves(stroke: Stroke, attribute: Attribute): boolean {
    if (typeof stroke.who !== "object" || stroke.who === null || !isAttribute(attribute)) return true;
    const { family } = attributeInfo(attribute);
    const heads = spreadOf(stroke.who, this.#show).heads.filter((head) => parametersOf(head, attribute).length > 0);
    const outside = heads.filter(({ key }) => !this.#reach(key, family));
    heads.forEach(({ key }) => this.#all.add(key));
    if (outside.length === 0) return true;
    const owners = ownership(this.#show);
    for (const { key } of outside) {
      this.#out.add(key);
      const owner = owners(key, family);
      const people = owner
        ? owner.personIds
        : this.#show
            .all("person")
            .filter(({ role }) => role === "lead")
            .map(({ id }) => id);
      this.#owners.set(owner ? owner.name : "no territory yet", people);
    }
    return outside.length < heads.length;
  }

  note(): string | null {
    if (this.#out.size === 0) return null;
    return `${this.#count()} in ${this.#ownerNames()}, so ${this.#out.size === 1 ? "it was" : "they were"} left alone.`;
  }

  refusal(): UserError {
    return {
      code: "reach.none",
      details: { count: this.#count(), owner: this.#ownerNames(), people: this.#peopleNames() },
    };
  }

  #count(): string {
    const [out, whole] = [this.#out.size, this.#all.size];
    if (whole === 1) return "This head is";
    return out === whole ? `All ${whole} heads are` : `${out} of ${whole} heads ${out === 1 ? "is" : "are"}`;
  }

  #ownerNames(): string {
    return [...this.#owners]
      .map(([name, people]) => (name === "no territory yet" ? name : `${name} (${this.#names(people)})`))
      .join(" and ");
  }

  #peopleNames(): string {
    return this.#names([...this.#owners.values()].flat());
  }

  #names(people: readonly string[]): string {
    const names = [...new Set(people)].map((id) => this.#show.get("person", id)?.name ?? "somebody");
    return names.join(", ") || "the lead";
  }
}
