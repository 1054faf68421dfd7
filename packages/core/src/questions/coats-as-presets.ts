import { inTheirOrder } from "../playback/board";
import { coatIdOf, COLOR_LAYERS } from "../playback/coat";
import { presetLike } from "../playback/coat-preset";
import type { Preset } from "../preset/preset";
import { coatName } from "../show/coat-drives";
import type { Show } from "../show/show";

const WHITE = { x: 0.3127, y: 0.329 };

/** The coats of all beds as what content may name in place of presets, with the colours that they have now; white where nothing is painted. */
export function coatsAsPresets(show: Show): Preset[] {
  return show.all("board").flatMap((board) =>
    inTheirOrder(board.beds).flatMap(([bedId]) =>
      COLOR_LAYERS.map((layer): Preset => {
        const id = coatIdOf(board.id, bedId, layer);
        const name = coatName(show, id);
        const now = show.preset(id);
        return now ? { ...now, id, name } : presetLike(id, { name, color: WHITE });
      }),
    ),
  );
}
