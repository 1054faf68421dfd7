import { inTheirOrder, type Board } from "../playback/board";
import { coatIdOf, COLOR_LAYERS, type Coat } from "../playback/coat";
import { presetLike } from "../playback/coat-preset";
import type { Preset } from "../preset/preset";
import { coatName } from "../show/coat-drives";
import type { Show } from "../show/show";

const WHITE = { x: 0.3127, y: 0.329 };

// Lists of a kind stay the same objects while nothing of the kind changes.
const known = new WeakMap<
  readonly Coat[],
  { readonly boards: readonly Board[]; readonly presets: readonly Preset[]; readonly worn: Preset[] }
>();

/** The coats of all beds as what content may name in place of presets, with the colours that they have now; white where nothing is painted. The same list while none of them changes. */
export function coatsAsPresets(show: Show): readonly Preset[] {
  const [coats, boards, presets] = [show.all("coat"), show.all("board"), show.all("preset")];
  const before = known.get(coats);
  if (before?.boards === boards && before.presets === presets) return before.worn;
  const worn = wornNow(show);
  known.set(coats, { boards, presets, worn });
  return worn;
}

function wornNow(show: Show): Preset[] {
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
