import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { hangsOn } from "../rig/hangs-on";
import type { Fixture } from "../rig/fixture";
import type { Scenery, SceneryForm } from "../rig/scenery";
import type { Show } from "../show/show";
import { lampMoveChanges } from "./lamp-moves";
import { freeName } from "./new-records";

/** What of a thing on the plan is typed. */
export const SCENERY_FIELDS = ["x", "y", "z", "across", "upstage", "high", "turn"] as const;
export type SceneryField = (typeof SCENERY_FIELDS)[number];

const FIRST: Readonly<Record<SceneryForm, Pick<Scenery, "name" | "position" | "size">>> = {
  truss: { name: "Truss", position: { x: 0, y: 4, z: 6 }, size: { x: 12, y: 0.3, z: 0.3 } },
  riser: { name: "Riser", position: { x: 0, y: 6, z: 0 }, size: { x: 2, y: 2, z: 0.4 } },
  edge: { name: "Stage", position: { x: 0, y: 5, z: 0 }, size: { x: 14, y: 10, z: 0 } },
  picture: { name: "Plan", position: { x: 0, y: 5, z: 0 }, size: { x: 20, y: 15, z: 0 } },
};

/** A new thing on the plan, where things of its form often are. */
export function newScenery(
  show: Show,
  of: { form: SceneryForm; newId: () => string; picture?: { name: string; width: number; height: number } },
): Scenery {
  const { form, newId, picture } = of;
  const first = FIRST[form];
  const size = picture
    ? { ...first.size, y: Math.round(((first.size.x * picture.height) / Math.max(1, picture.width)) * 1000) / 1000 }
    : first.size;
  return {
    id: `scenery-${newId()}`,
    kind: "scenery",
    version: 1,
    form,
    ...first,
    size,
    name: freeName(first.name, show.all("scenery")),
    turn: 0,
    ...(picture ? { picture: picture.name } : {}),
  };
}

/** The lamps that hang on a truss. */
export function lampsOn(show: Show, scenery: Scenery): Fixture[] {
  return scenery.form === "truss" ? show.all("fixture").filter(({ position }) => hangsOn(position, scenery)) : [];
}

/** The changes that type a measure of a thing; a truss takes the lamps that hang on it along. Errors: record.unknown, value.invalid. */
export function typedScenery(show: Show, id: string, of: { field: SceneryField; text: string }): Result<Change[]> {
  const scenery = show.get("scenery", id);
  if (!scenery) return fail("record.unknown", { what: "thing on the plan" });
  const value = Number(
    of.text
      .trim()
      .replace(",", ".")
      .replace(/\s*(m|°)$/, ""),
  );
  const [low, high] =
    of.field === "turn" ? [-360, 360] : of.field === "x" || of.field === "y" || of.field === "z" ? [-10000, 10000] : [0, 1000];
  if (of.text.trim() === "" || !(value >= low && value <= high))
    return fail("value.invalid", {
      field: "The measure",
      value: of.text.slice(0, 40) || "empty",
      why: `it must be from ${low} to ${high}`,
    });
  const lamps = lampsOn(show, scenery).map(({ id: lampId }) => lampId);
  const { position, size, turn } = scenery;
  switch (of.field) {
    case "turn":
      return ok([
        ...(value === turn ? [] : [setChange(id, ["turn"], { from: turn, to: value })]),
        ...lampMoveChanges(show, lamps, { move: "turn", about: position, degrees: value - turn }),
      ]);
    case "x":
    case "y":
    case "z": {
      const by = { x: 0, y: 0, z: 0, [of.field]: value - position[of.field] };
      return ok([
        ...(value === position[of.field] ? [] : [setChange(id, ["position"], { from: position, to: { ...position, [of.field]: value } })]),
        ...lampMoveChanges(show, lamps, { move: "shift", by }),
      ]);
    }
    default: {
      const axis = of.field === "across" ? "x" : of.field === "upstage" ? "y" : "z";
      return ok(value === size[axis] ? [] : [setChange(id, ["size"], { from: size, to: { ...size, [axis]: value } })]);
    }
  }
}
