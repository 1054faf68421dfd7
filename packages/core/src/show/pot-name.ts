import { colorName } from "../color/color-name";
import { xyzOf } from "../color/colorimetry";
import { sameJson } from "../document/record";
import type { Board, Pot } from "../playback/board";
import type { CoatColor } from "../playback/coat";
import { presetName } from "../preset/preset-name";
import type { Show } from "./show";

/** What people call a pot: its own name, its preset's, or that of the colour. */
export function potName(show: Show, { name, color }: Pick<Pot, "name" | "color">): string {
  if (name !== undefined) return name;
  if (!("presetId" in color)) return colorName(xyzOf({ ...color, luminance: 1 }));
  const preset = show.get("preset", color.presetId);
  return preset ? presetName(preset) : "gone";
}

/** What people call the colour of a coat: the name of the pot that it is from, or the colour's own. */
export function coatColorName(show: Show, board: Pick<Board, "pots">, color: CoatColor): string {
  const pot = Object.values(board.pots).find((each) => sameJson(each.color, color));
  return potName(show, pot ?? { color });
}
