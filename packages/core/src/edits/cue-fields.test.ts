import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import { listWithCard, smallShow } from "../testing";
import { commonOf, cueFieldChanges } from "./cue-fields";

const show = smallShow(
  listWithCard("song", [
    { inSeconds: 1, strokes: [] },
    { inSeconds: 2, strokes: [] },
    { inSeconds: 2, strokes: [] },
  ]),
);
const cues = show.cuesOf("song");

describe("fields of several cues", () => {
  it("are set on all that differ, each from what it had, and one undo is their inverse", () => {
    const changes = cueFieldChanges(cues, () => ({ inSeconds: 2, delaySeconds: 1 }));
    expect(changes).toHaveLength(4);
    const next = edit(show, changes);
    if (!next.ok) throw new Error(next.error.code);
    expect(next.value.cuesOf("song").map(({ inSeconds, delaySeconds }) => [inSeconds, delaySeconds])).toEqual([
      [2, 1],
      [2, 1],
      [2, 1],
    ]);
    const back = edit(
      next.value,
      cueFieldChanges(next.value.cuesOf("song"), ({ number }) => ({
        inSeconds: cues.find((cue) => cue.number === number)!.inSeconds,
        delaySeconds: undefined,
      })),
    );
    expect(back.ok && back.value.cuesOf("song").map(({ version: _, ...cue }) => cue)).toEqual(cues.map(({ version: _, ...cue }) => cue));
  });

  it("say what they have in common, or all that there is", () => {
    expect(commonOf([2, 2, 2])).toEqual({ same: true, value: 2 });
    expect(commonOf([{ seconds: 1 }, { seconds: 1 }, { percent: 50 }])).toEqual({ same: false, values: [{ seconds: 1 }, { percent: 50 }] });
    expect(commonOf([undefined, 1])).toEqual({ same: false, values: [undefined, 1] });
  });
});
