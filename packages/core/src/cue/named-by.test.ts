import { describe, expect, it } from "vitest";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { namedBy } from "./named-by";

const cue = (parts: Parameters<typeof strokeOn>[1], more: object = {}): Parameters<typeof listWithCard>[1][number] => ({
  inSeconds: 0,
  strokes: [strokeOn("movers", parts)],
  ...more,
});
const from = (cues: readonly Parameters<typeof listWithCard>[1][number][], at: number): string | null => {
  const show = smallShow(listWithCard("a", cues));
  const parameter = show.rig.headByKey.get("fx-1")!.parameters.get("Pan")!;
  const found = namedBy(show.cuesOf("a"), `a-${at}`, { parameter, show, reaches: () => true });
  return found && `${found.cue.id} ${found.strokeId}${found.tracked ? " tracked" : ""}`;
};

describe("the cue that names a parameter", () => {
  it("is the cue itself, or the one before from which it is tracked", () => {
    const cues = [cue({ Pan: part([10]) }), cue({ Dimmer: part([1]) }), cue({ Pan: part([20]) })];
    expect([1, 2, 3].map((at) => from(cues, at))).toEqual(["a-1 s1", "a-1 s1 tracked", "a-3 s1"]);
  });

  it("isn't one before a block, nor a cue only that is over", () => {
    expect(from([cue({ Pan: part([10]) }), cue({ Dimmer: part([1]) }, { block: true })], 2)).toBeNull();
    expect(from([cue({ Pan: part([10]) }, { cueOnly: true }), cue({ Dimmer: part([1]) })], 2)).toBeNull();
    expect(from([cue({ Pan: part([10]) }, { cueOnly: true })], 1)).toBe("a-1 s1");
  });
});
