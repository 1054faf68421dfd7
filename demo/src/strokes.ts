import {
  colorOfHex,
  type Attribute,
  type ColorPath,
  type Cue,
  type Fan,
  type Follow,
  type Mask,
  type Part,
  type Shape,
  type Stroke,
} from "@vexa/core";

const ALONG: Shape = {};

/** A part with a level or fan that lies along the selection as picked unless said otherwise. */
export function level(knots: readonly number[], more: { shape?: Shape; fade?: Fan; delay?: Fan } = {}): Part {
  return { level: { knots }, shape: ALONG, touched: 1, ...more };
}

/** Whole colours along the selection, as screens write them. */
export function colored(hexes: readonly string[], path: ColorPath = "even", shape: Shape = ALONG): Part {
  return { colors: { knots: hexes.map((hex) => colorOfHex(hex)!), path }, shape, touched: 1 };
}

/** Presets by reference: one, or a fan between several. */
export function preset(...ids: readonly string[]): Part {
  return { presets: { ids, path: "even" }, shape: ALONG, touched: 1 };
}

/** Heads that follow targets, one, or between several along the selection, and go dark before one of these comes to the edge of the stage. */
export function keyLight(targetIds: readonly string[]): Record<"Dimmer" | "Position", Part> {
  const following = (more: Partial<Follow>): Part => ({ follow: { targetIds, ...more }, shape: ALONG, touched: 1 });
  return { Dimmer: following({ edge: 1.5, light: 60 }), Position: following({}) };
}

export function stroke(rank: number, groupId: string, parts: Record<Attribute, Part>, mask?: Mask): Stroke {
  return { rank, who: { groupIds: [groupId], ...(mask ? { mask } : {}) }, parts };
}

export function cue(
  listId: string,
  number: number,
  of: Pick<Cue, "inSeconds" | "colorPath" | "trigger"> & { name: string; strokes: readonly Stroke[] },
): Cue {
  return {
    id: `cue-${listId.slice(5)}-${number}`,
    kind: "cue",
    version: 1,
    listId,
    number,
    name: of.name,
    inSeconds: of.inSeconds,
    ...(of.colorPath ? { colorPath: of.colorPath } : {}),
    ...(of.trigger ? { trigger: of.trigger } : {}),
    strokes: Object.fromEntries(of.strokes.map((entry, index) => [`s${index + 1}`, entry])),
  };
}
