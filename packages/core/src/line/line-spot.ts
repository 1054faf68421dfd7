import { nextTouch, partChanges, strokeFor } from "../edits/sketch-edits";
import type { Change } from "../document/transaction";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Who } from "../selection/who";
import type { Show } from "../show/show";
import type { Part } from "../stroke/stroke";
import type { LineContext } from "./line";

/** A part of a line behind its colon: how it is written in full, and what it does to the sketch. */
export interface ReadPart {
  readonly text: string;
  readonly says: string;
  readonly edit: (show: Show) => readonly Change[];
}

/** Whom a line is about, and the attributes that it has named so far. */
export interface Spot {
  readonly context: LineContext;
  readonly who: Who;
  readonly heads: readonly HeadKey[];
  readonly attributes: Attribute[];
}

const stroke = (show: Show, { context, who }: Spot, attribute: Attribute): Part | null =>
  strokeFor(show.sketchOf(context.personId)?.strokes ?? {}, who, attribute)?.stroke.parts[attribute] ?? null;

/** The changes that put a part, made from the one that is there, where a line is about; none = nothing. */
export function put(
  spot: Spot,
  attribute: Attribute,
  part: (present: Part | null) => Omit<Part, "touched"> | null,
): (show: Show) => readonly Change[] {
  const { context, who } = spot;
  return (show) => {
    const made = part(stroke(show, spot, attribute));
    if (!made) return [];
    const touched = nextTouch(show.sketchOf(context.personId)?.strokes ?? {});
    return partChanges(show, { personId: context.personId, newId: context.newId, selection: who, attribute, part: { ...made, touched } });
  };
}

/** What remains of a part when its content is said anew. */
export const kept = (present: Part | null): Pick<Part, "shape" | "fade" | "delay" | "timesIn"> => ({
  shape: present?.shape ?? {},
  ...(present?.fade ? { fade: present.fade } : {}),
  ...(present?.delay ? { delay: present.delay } : {}),
  ...(present?.timesIn ? { timesIn: present.timesIn } : {}),
});
