import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { sizeEnds } from "../motion/how-it-meets";
import type { VeilMotion } from "../motion/motion";
import { MOST_BLUR } from "../motion/veil";
import type { Attribute } from "../rig/attributes";
import type { Selection } from "../selection/selection";
import { fan } from "../shape/fan";
import type { Show } from "../show/show";
import { inStep } from "../stroke/in-step";
import { sketchIdOf } from "../stroke/sketch";
import { inRank, type Strokes } from "../stroke/stroke";
import type { Quantity } from "../units/read-quantity";

/** A veil of a sketch, and whose it is. */
export interface SketchedVeil {
  /** Of its stroke and its attribute. */
  readonly id: string;
  readonly strokeId: string;
  readonly attribute: Attribute;
  readonly who: Selection;
  readonly motion: VeilMotion;
}

/** All veils of a sketch in the order in which they lie over each other. */
export function veilsOf(strokes: Strokes): SketchedVeil[] {
  return inRank(strokes).flatMap(([strokeId, { who, parts }]) =>
    Object.entries(parts).flatMap(([attribute, { motion }]) =>
      motion?.kind === "veil" ? [{ id: `${strokeId} ${attribute}`, strokeId, attribute, who, motion }] : [],
    ),
  );
}

/** A number that each veil has, and that several can be fanned over. */
export interface VeilSetting {
  readonly quantity: Quantity;
  /** What is written for one of it. */
  readonly scale: number;
  readonly ends: (motion: VeilMotion) => readonly [least: number, most: number];
  readonly of: (motion: VeilMotion) => number;
  readonly put: (motion: VeilMotion, value: number) => VeilMotion;
}

type Plain = "width" | "height" | "turn" | "contrast" | "blur";

function plain(field: Plain, ends: readonly [number, number], of: { usual?: number; quantity?: Quantity } = {}): VeilSetting {
  const { usual = 0, quantity = "plain" } = of;
  return {
    quantity,
    scale: 1,
    ends: () => ends,
    of: (motion) => motion[field] ?? usual,
    put: (motion, value) => ({ ...motion, [field]: value }),
  };
}

function middle(axis: "x" | "y" | "z"): VeilSetting {
  return {
    quantity: "metres",
    scale: 1,
    ends: () => [-1000, 1000],
    of: ({ centre }) => centre[axis],
    put: (motion, value) => ({ ...motion, centre: { ...motion.centre, [axis]: value } }),
  };
}

/** Fans along the heads of each become the one number. */
function along(field: "size" | "rate" | "phase", of: Pick<VeilSetting, "quantity" | "scale" | "ends">): VeilSetting {
  return { ...of, of: (motion) => motion[field]?.knots[0] ?? 1, put: (motion, value) => ({ ...motion, [field]: { knots: [value] } }) };
}

/** Of what covers the size is its opacity. */
export const VEIL_SETTINGS = {
  size: along("size", { quantity: "percent", scale: 100, ends: sizeEnds }),
  width: plain("width", [0.01, 1000], { quantity: "metres" }),
  height: plain("height", [0.01, 1000], { quantity: "metres" }),
  turn: plain("turn", [-3600, 3600], { quantity: "degrees" }),
  x: middle("x"),
  y: middle("y"),
  z: middle("z"),
  contrast: plain("contrast", [0, 20], { usual: 1 }),
  blur: plain("blur", [0, MOST_BLUR], { quantity: "metres" }),
  rate: along("rate", { quantity: "plain", scale: 1, ends: () => [-64, 64] }),
  phase: along("phase", { quantity: "degrees", scale: 1, ends: () => [-36000, 36000] }),
} as const satisfies Readonly<Record<string, VeilSetting>>;
export type VeilSettingName = keyof typeof VEIL_SETTINGS;

interface OverVeils {
  readonly personId: string;
  /** Of the veils that are meant, in any order; those that are gone meanwhile don't count. */
  readonly ids: readonly string[];
  readonly setting: VeilSettingName;
  /** In the setting's own unit: the first for the lowest veil, the last for the topmost. */
  readonly knots: readonly number[];
}

/** Gives each of several veils of one's sketch its part of a fan, in the order in which they lie over each other. Errors: value.invalid. */
export function fanVeils(show: Show, { personId, ids, setting, knots }: OverVeils): Result<Change[]> {
  const strokes = show.sketchOf(personId)?.strokes ?? {};
  const veils = veilsOf(strokes).filter(({ id }) => ids.includes(id));
  const { ends, put, scale }: VeilSetting = VEIL_SETTINGS[setting];
  const values = veils.map((_, at) => fan(knots, veils.length > 1 ? at / (veils.length - 1) : 0));
  const beyond = veils.findIndex(({ motion }, at) => !(values[at]! >= ends(motion)[0] && values[at]! <= ends(motion)[1]));
  if (veils.length === 0 || beyond >= 0) {
    const [least, most] = beyond >= 0 ? ends(veils[beyond]!.motion) : [];
    const why = beyond < 0 ? "none of these veils is there any more" : `veil ${beyond + 1} takes ${least! * scale} to ${most! * scale}`;
    return fail("value.invalid", { field: "The veils", value: knots.map((knot) => knot * scale).join(".."), why });
  }
  // What runs in step with one of several veils of a stroke is changed by the last of them.
  const parts = new Map(Object.entries(strokes).map(([id, stroke]) => [id, stroke.parts]));
  veils.forEach(({ strokeId, attribute, motion }, at) => {
    const present = parts.get(strokeId)!;
    parts.set(strokeId, { ...present, ...inStep(present, attribute, put(motion, values[at]!)) });
  });
  const sketchId = sketchIdOf(personId);
  return ok(
    [...parts].flatMap(([strokeId, after]) =>
      Object.entries(after).flatMap(([attribute, to]) => {
        const from = strokes[strokeId]!.parts[attribute]!;
        return from === to ? [] : [setChange(sketchId, ["strokes", strokeId, "parts", attribute], { from, to })];
      }),
    ),
  );
}
