import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import type { PlanThing } from "../rig/plan-lamp";
import type { Scenery } from "../rig/scenery";
import type { Show } from "../show/show";

/** A truss or a thing in which a plan differs. */
interface SceneryDifference {
  readonly key: string;
  readonly kind: "scenery";
  readonly lamp: string;
  readonly words: string;
  readonly barred: null;
  readonly fixtureId: null;
  readonly planLamp: null;
  readonly thing: PlanThing;
}

const MILLIMETRE = 0.0015;
const HUNDREDTH = 0.015;

/** Degrees from one direction to another, the shorter way. */
export const turnBetween = (a: number, b: number): number => Math.abs(((((a - b + 180) % 360) + 360) % 360) - 180);
export const placeText = ({ x, y, z }: { x: number; y: number; z: number }): string =>
  `${x.toFixed(2)}, ${y.toFixed(2)}, ${z.toFixed(2)} m`;
/** The layer of a written plan in which lamps lie that have none. */
export const LAYER_OF_NONE = "Rig";

/** The layer of what a plan has in one; none = in no layer. */
export function layerOfPlan({ layer }: { readonly layer: string }): string | undefined {
  return layer === "" || layer === LAYER_OF_NONE ? undefined : layer;
}

/** In what a plan's trusses and scenery differ from the show's. */
export function sceneryDifferences(show: Show, things: readonly PlanThing[]): SceneryDifference[] {
  return things.flatMap((thing, index): SceneryDifference[] => {
    const before = knownThing(show, thing);
    const size = [thing.size.x, thing.size.y, thing.size.z].map((metres) => metres.toFixed(2)).join(" by ");
    const words = `${size} m at ${placeText(thing.position)}`;
    const same = before && before.name === thing.name && sameBox(before, thing);
    if (same) return [];
    return [
      {
        key: `scenery ${index}`,
        kind: "scenery",
        lamp: thing.name,
        words: before ? `now ${words}` : words,
        barred: null,
        fixtureId: null,
        planLamp: null,
        thing,
      },
    ];
  });
}

/** Things are known by the plan's own id, those that never came from one by their name. */
function knownThing(show: Show, { uuid, name }: PlanThing): Scenery | undefined {
  const scenery = show.all("scenery");
  return scenery.find(({ planId }) => planId === uuid) ?? scenery.find((each) => each.planId === undefined && each.name === name);
}

function sameBox(a: Pick<Scenery, "position" | "size" | "turn">, b: PlanThing): boolean {
  const near = (of: "position" | "size"): boolean =>
    (["x", "y", "z"] as const).every((axis) => Math.abs(a[of][axis] - b[of][axis]) <= MILLIMETRE);
  return near("position") && near("size") && turnBetween(a.turn, b.turn) <= HUNDREDTH;
}

/** The changes that take a thing of a plan. */
export function thingChanges(show: Show, thing: PlanThing, newId: () => string): Change[] {
  const before = knownThing(show, thing);
  const { uuid, name, form, position, size, turn } = thing;
  const layer = layerOfPlan(thing);
  if (!before) {
    const record: Scenery = {
      id: newId(),
      kind: "scenery",
      version: 1,
      name,
      form,
      position,
      size,
      turn,
      ...(uuid === "" ? {} : { planId: uuid }),
      ...(layer === undefined ? {} : { layer }),
    };
    return [{ op: "add", record }];
  }
  return (["name", "position", "size", "turn"] as const).flatMap((field) =>
    sameJson(before[field], thing[field]) ? [] : [setChange(before.id, [field], { from: before[field], to: thing[field] })],
  );
}
