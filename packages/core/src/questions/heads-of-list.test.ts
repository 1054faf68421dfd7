import { describe, expect, it } from "vitest";
import { listWithCard, part, smallShow, strokeOn } from "../testing/small-show";
import { headsOfList } from "./heads-of-list";

describe("the heads that a list is about", () => {
  const on = (who: string): ReturnType<typeof strokeOn> => strokeOn(who, { Dimmer: part([1]) });

  it("are those of all strokes of all its cues, each once, in the rig's order", () => {
    const show = smallShow([
      ...listWithCard("a", [
        { inSeconds: 0, strokes: [on("cells"), on("movers")] },
        { inSeconds: 0, strokes: [on("movers")] },
      ]),
    ]);
    const keys = headsOfList(show, "a").map(({ key }) => key);
    expect(keys).toHaveLength(8 + 6);
    expect(keys).toEqual(show.rig.heads.map(({ key }) => key).filter((key) => keys.includes(key)));
  });

  it("are none of a list without cues, and of one that is gone", () => {
    const show = smallShow(listWithCard("b", []));
    expect([headsOfList(show, "b"), headsOfList(show, "gone")]).toEqual([[], []]);
  });
});
