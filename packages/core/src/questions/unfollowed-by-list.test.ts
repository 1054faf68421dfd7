import { describe, expect, it } from "vitest";
import { targetOffIdOf } from "../follow/target-off";
import { targetStateIdOf, unheard } from "../follow/target-state";
import type { Preset } from "../preset/preset";
import { listWithCard, smallShow, strokeOn } from "../testing";
import { dancer, following, singer, target, at } from "../testing/follow-show";
import { unfollowedByList } from "./unfollowed-by-list";

const drummer = target("drummer", at(0, 0, 1));
const heardAt = (of: typeof singer, heardSeconds: number) => ({ ...unheard(of), heardSeconds });
const preset: Preset = {
  ...{
    id: "key-light",
    kind: "preset",
    version: 1,
    name: "Key",
    rank: 1,
    family: "Position",
    territoryId: null,
    perProfile: {},
    perHead: {},
  },
  universal: { Position: following({ targetIds: ["dancer"] }).Position },
};
const named = { Position: { presets: { ids: ["key-light"], path: "straight" as const }, shape: {}, touched: 1 } };

describe("whom a list's heads are to follow and don't", () => {
  it("are those that are lost or let off, also by presets; others of the show aren't", () => {
    const show = smallShow([
      singer,
      dancer,
      drummer,
      preset,
      heardAt(singer, 10),
      heardAt(dancer, 10),
      heardAt(drummer, 1),
      ...listWithCard("key", [
        { inSeconds: 0, strokes: [strokeOn("movers", following({ targetIds: ["singer"] }))] },
        { inSeconds: 0, strokes: [strokeOn("movers", named)] },
      ]),
    ]);
    const ids = (t: number, of = show) => {
      const { off, lost } = unfollowedByList(of, "key", t);
      return { off: off.map(({ id }) => id), lost: lost.map(({ id }) => id) };
    };
    expect(ids(10.9)).toEqual({ off: [], lost: [] });
    expect(ids(11.1)).toEqual({ off: [], lost: ["singer", "dancer"] });
    const records = [...show.records.values()].filter(({ id }) => id !== targetStateIdOf("dancer"));
    const let1 = { id: targetOffIdOf("singer"), kind: "targetOff", version: 1, targetId: "singer", off: true, lost: true } as const;
    const again = smallShow([
      ...records.filter(({ kind }) => ["target", "targetState", "cue", "cueList", "playback", "preset"].includes(kind)),
      let1,
    ]);
    // What was never heard of isn't lost: it is where it is taken to be.
    expect(ids(99, again)).toEqual({ off: ["singer"], lost: [] });
  });
});
