import { setChange, type Change } from "../document/transaction";
import type { CoatColor } from "../playback/coat";
import type { Preset } from "../preset/preset";
import type { Show } from "../show/show";

/** The pots of colour boards that are of a preset. */
export function potsOfPreset(
  show: Show,
  presetId: string,
): { readonly boardId: string; readonly boardName: string; readonly potId: string; readonly color: CoatColor }[] {
  return show
    .all("board")
    .flatMap((board) =>
      Object.entries(board.pots).flatMap(([potId, { color }]) =>
        "presetId" in color && color.presetId === presetId ? [{ boardId: board.id, boardName: board.name, potId, color }] : [],
      ),
    );
}

/** The changes that give these pots another colour. */
export function repotted(pots: ReturnType<typeof potsOfPreset>, color: CoatColor): Change[] {
  return pots.map((pot) => setChange(pot.boardId, ["pots", pot.potId, "color"], { from: pot.color, to: color }));
}

/** The one colour that a preset is for everybody; null where it is several, or another for some. */
export function oneColor({ universal, perProfile, perHead }: Preset): CoatColor | null {
  const [knot, ...more] = universal.Color?.colors?.knots ?? [];
  const plain = Object.keys(universal).length === 1 && Object.keys(perProfile).length + Object.keys(perHead).length === 0;
  return knot && more.length === 0 && plain ? { x: knot.x, y: knot.y } : null;
}
