import { addressText } from "../rig/address-text";
import type { Scenery } from "../rig/scenery";
import type { Show } from "../show/show";

/** A lamp as it is drawn on paper: where it hangs in metres, and what stands beside it. */
export interface DrawnLamp {
  readonly x: number;
  readonly y: number;
  readonly number: number;
  readonly address: string;
  readonly turns: boolean;
  /** Out of service: drawn crossed out. */
  readonly out: boolean;
}

/** The plan from above, for paper: upstage is up. */
export interface PlanDrawing {
  readonly left: number;
  readonly right: number;
  readonly front: number;
  readonly back: number;
  readonly lamps: readonly DrawnLamp[];
  readonly scenery: readonly { readonly name: string; readonly form: Scenery["form"]; readonly corners: readonly Corner[] }[];
}

type Corner = readonly [x: number, y: number];

/** Metres kept free around everything. */
const MARGIN = 1;

/** All lamps and scenery as they are drawn on paper. */
export function planDrawing(show: Show): PlanDrawing {
  const turning = new Set(show.rig.heads.flatMap(({ fixture, parameters }) => (parameters.has("Pan") ? [fixture.id] : [])));
  const lamps = show.all("fixture").map(({ id, position: { x, y }, number, patch, outOfService }): DrawnLamp => ({
    x,
    y,
    number,
    address: addressText(patch),
    turns: turning.has(id),
    out: outOfService !== undefined,
  }));
  const scenery = show
    .all("scenery")
    .filter(({ form }) => form !== "picture")
    .map((each) => ({ name: each.name, form: each.form, corners: cornersOf(each) }));
  const xs = [...lamps.map(({ x }) => x), ...scenery.flatMap(({ corners }) => corners.map(([x]) => x))];
  const ys = [...lamps.map(({ y }) => y), ...scenery.flatMap(({ corners }) => corners.map(([, y]) => y))];
  const end = (of: readonly number[], way: "least" | "most"): number =>
    of.reduce((a, b) => (way === "least" ? Math.min(a, b) : Math.max(a, b)), 0);
  return {
    left: end(xs, "least") - MARGIN,
    right: end(xs, "most") + MARGIN,
    front: end(ys, "least") - MARGIN,
    back: end(ys, "most") + MARGIN,
    lamps,
    scenery,
  };
}

/** The corners of a thing's outline seen from above, against the clock. */
export function cornersOf({ position, size, turn }: Pick<Scenery, "position" | "size" | "turn">): Corner[] {
  const angle = (turn * Math.PI) / 180;
  const half = ([right, up]: readonly [number, number]): Corner => {
    const [x, y] = [(right * size.x) / 2, (up * size.y) / 2];
    return [position.x + x * Math.cos(angle) - y * Math.sin(angle), position.y + x * Math.sin(angle) + y * Math.cos(angle)];
  };
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(half);
}
