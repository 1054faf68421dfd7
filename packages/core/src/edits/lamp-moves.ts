import type { Change } from "../document/transaction";
import type { Placement, Vector } from "../geometry/beam";
import type { Fixture } from "../rig/fixture";
import type { Show } from "../show/show";
import { setLamps } from "./set-lamps";

export type PlaceAxis = "x" | "y" | "z";

/** What becomes of the places of lamps that hang already, in their order. Metres and degrees. */
export type LampMove =
  | { readonly move: "align"; readonly axis: PlaceAxis; readonly to: "first" | "last" | "middle" }
  /** Equal steps along an axis from the first to the last. */
  | { readonly move: "spread"; readonly axis: PlaceAxis }
  /** At a plane across an axis: what is at the right of it comes to its left, and looks there. */
  | { readonly move: "mirror"; readonly axis: "x" | "y"; readonly at: number }
  /** About an upright through a place, against the clock seen from above. */
  | { readonly move: "turn"; readonly about: Vector; readonly degrees: number }
  /** Away from a place: 2 doubles distances. */
  | { readonly move: "stretch"; readonly about: Vector; readonly by: Vector }
  | { readonly move: "shift"; readonly by: Vector }
  /** To whole multiples of so many metres across and upstage. */
  | { readonly move: "snap"; readonly metres: number }
  /** Along a line of points, in equal steps of its length, its ends reached; heights stay. */
  | { readonly move: "along"; readonly line: readonly { readonly x: number; readonly y: number }[] };

/** Where lamps hang after a move, rounded to the millimetre and the thousandth of a degree. */
export function movedLamps(lamps: readonly Placement[], of: LampMove): Placement[] {
  const places = lamps.map(({ position }) => position);
  return lamps.map((lamp, at) => {
    const { position, rotation } = movedLamp(lamp, of, { at, places });
    return { position: rounded(position), rotation: rounded(rotation) };
  });
}

/** The changes that move lamps so. */
export function lampMoveChanges(show: Show, ids: readonly string[], of: LampMove): Change[] {
  const lamps = ids.flatMap((id) => show.get("fixture", id) ?? []);
  const moved = movedLamps(lamps, of);
  const place = (field: "position" | "rotation"): Change[] => setLamps(lamps, field, (_: Fixture, at) => moved[at]![field]);
  return [...place("position"), ...place("rotation")];
}

const rounded = <T extends Placement["position"] | Placement["rotation"]>({ x, y, z }: T): T =>
  ({ x: thousandth(x), y: thousandth(y), z: thousandth(z) }) as T;
const thousandth = (value: number): number => Math.round(value * 1000) / 1000 + 0;

function movedLamp(lamp: Placement, of: LampMove, { at, places }: { at: number; places: readonly Vector[] }): Placement {
  const { position, rotation } = lamp;
  switch (of.move) {
    case "align":
      return { rotation, position: { ...position, [of.axis]: alignedTo(places, of) } };
    case "spread": {
      const [from, to] = [places[0]![of.axis], places.at(-1)![of.axis]];
      return { rotation, position: { ...position, [of.axis]: places.length > 1 ? from + ((to - from) * at) / (places.length - 1) : from } };
    }
    case "mirror":
      return {
        position: { ...position, [of.axis]: 2 * of.at - position[of.axis] },
        rotation: {
          x: rotation.x * (of.axis === "x" ? 1 : -1),
          y: rotation.y * (of.axis === "x" ? -1 : 1),
          z: rotation.z * -1,
        },
      };
    case "turn": {
      const angle = (of.degrees * Math.PI) / 180;
      const [x, y] = [position.x - of.about.x, position.y - of.about.y];
      return {
        position: {
          x: of.about.x + x * Math.cos(angle) - y * Math.sin(angle),
          y: of.about.y + x * Math.sin(angle) + y * Math.cos(angle),
          z: position.z,
        },
        rotation: { ...rotation, z: plainDegrees(rotation.z + of.degrees) },
      };
    }
    case "stretch": {
      const along = (axis: PlaceAxis): number => of.about[axis] + (position[axis] - of.about[axis]) * of.by[axis];
      return { rotation, position: { x: along("x"), y: along("y"), z: along("z") } };
    }
    case "shift":
      return { rotation, position: { x: position.x + of.by.x, y: position.y + of.by.y, z: position.z + of.by.z } };
    case "snap": {
      const near = (value: number): number => Math.round(value / of.metres) * of.metres;
      return { rotation, position: { x: near(position.x), y: near(position.y), z: position.z } };
    }
    case "along":
      return { rotation, position: { ...position, ...pointAlong(of.line, places.length > 1 ? at / (places.length - 1) : 0) } };
  }
}

function alignedTo(places: readonly Vector[], { axis, to }: { axis: PlaceAxis; to: "first" | "last" | "middle" }): number {
  const all = places.map((place) => place[axis]);
  return to === "first" ? all[0]! : to === "last" ? all.at(-1)! : (Math.min(...all) + Math.max(...all)) / 2;
}

/** The same direction from -180 to 180 degrees. */
const plainDegrees = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** The place at a part of a line's length. */
function pointAlong(line: readonly { x: number; y: number }[], part: number): { x: number; y: number } {
  const lengths = line.slice(1).map((point, at) => Math.hypot(point.x - line[at]!.x, point.y - line[at]!.y));
  let left = part * lengths.reduce((sum, length) => sum + length, 0);
  for (const [at, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const u = left / length;
      return { x: line[at]!.x + (line[at + 1]!.x - line[at]!.x) * u, y: line[at]!.y + (line[at + 1]!.y - line[at]!.y) * u };
    }
    left -= length;
  }
  return { ...line.at(-1)! };
}
