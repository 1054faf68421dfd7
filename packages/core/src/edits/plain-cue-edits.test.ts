import { describe, expect, it } from "vitest";
import type { PlainCue } from "../cue/plain-cue";
import { plainCues } from "../questions/plain-cues";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { plainCueChanges, type PlainCuesTaken } from "./plain-cue-edits";

let ids = 0;
const taking = (show: Show, cues: readonly PlainCue[]): PlainCuesTaken =>
  plainCueChanges(show, cues, { name: "Taken", territoryId: null, newId: () => `n${++ids}` });
const taken = (show: Show, cues: readonly PlainCue[]): readonly PlainCue[] => {
  const { changes, listId } = taking(show, cues);
  const next = edit(show, changes);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  return plainCues(next.value, next.value.get("cueList", listId)!).cues;
};
const LAMPS = smallShow().rig.heads.flatMap(({ fixture, parameters }) => (parameters.has("Dimmer") ? [fixture.number] : []));
const [A, B] = [...new Set(LAMPS)] as [number, number];

describe("cues of plain levels", () => {
  it("go out with the whole state of each cue, and come in again to the same", () => {
    const strokes = (level: number) => [strokeOn("movers", { Dimmer: part([0, level]) })];
    const show = smallShow(
      listWithCard("bloom", [
        { inSeconds: 2, strokes: strokes(1) },
        { inSeconds: 3, outSeconds: 5, delaySeconds: 1, strokes: strokes(0.5), trigger: { type: "wait", seconds: 9 } },
        { inSeconds: 1, strokes: [strokeOn("movers", { Pan: part([10]) })], trigger: { type: "follow" } },
      ]),
    );
    const { cues, unsaid } = plainCues(show, show.get("cueList", "bloom")!);
    expect(unsaid).toEqual([expect.stringContaining("position")]);
    const [first, second, third] = cues as [PlainCue, PlainCue, PlainCue];
    expect(first).toMatchObject({ number: 1, text: "bloom 1", up: { seconds: 2 }, followOn: 9 });
    expect(second).toMatchObject({ up: { seconds: 3, delay: 1 }, down: { seconds: 5, delay: 1 }, followOn: 6 });
    // The third says nothing of levels: what was there goes on.
    expect(third.levels).toEqual(second.levels);
    expect(first.levels[0]![1]).toBe(0);
    expect(first.levels.at(-1)![1]).toBe(1);
    const again = taken(show, cues);
    expect(again.map(({ levels }) => levels)).toEqual(cues.map(({ levels }) => levels));
    expect(again.map(({ up, down, text }) => [up, down, text])).toEqual(cues.map(({ up, down, text }) => [up, down, text]));
    expect(again.slice(0, 2).map(({ followOn }) => followOn)).toEqual([9, 6]);
  });

  it("have the highest of cells that stand apart, and say so", () => {
    const falling = listWithCard("falls", [{ inSeconds: 1, strokes: [strokeOn("cells", { Dimmer: part([1, 0]) })] }]);
    const show = smallShow(falling);
    const { cues, unsaid } = plainCues(show, show.get("cueList", "falls")!);
    expect(cues[0]!.levels[0]![1]).toBe(1);
    expect(unsaid.join()).toMatch(/cells of one lamp that stand apart/);
  });

  it("without a nought anywhere go dark where a cue doesn't name a lamp, and with one stay", () => {
    const cue = (number: number, ...levels: [number, number][]): PlainCue => ({ number, levels });
    const levels = (cues: readonly PlainCue[]) => taken(smallShow(), cues).map((each) => Object.fromEntries(each.levels));
    expect(levels([cue(2, [B, 0.4]), cue(1, [A, 1])])).toEqual([
      { [A]: 1, [B]: 0 },
      { [A]: 0, [B]: 0.4 },
    ]);
    expect(levels([cue(1, [A, 1], [B, 0]), cue(2, [B, 0.4])])).toEqual([
      { [A]: 1, [B]: 0 },
      { [A]: 1, [B]: 0.4 },
    ]);
  });

  it("name the lamps that aren't there, and second cues of a number", () => {
    const { left, cues } = taking(smallShow(), [
      {
        number: 1,
        levels: [
          [A, 1],
          [7001, 1],
          [7002, 0.5],
        ],
      },
      { number: 1.0002, levels: [] },
    ]);
    expect(cues).toBe(1);
    expect(left).toEqual([expect.stringMatching(/7001\.\.7002$/), "second cues of the same number: 1"]);
  });
});
