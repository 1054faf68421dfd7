import { describe, expect, it } from "vitest";
import type { Preset } from "../preset/preset";
import type { ShowRecord } from "../show/records";
import { resolve } from "../stroke/resolve";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import { edit } from "../show/edit";
import { presetCue, presetOnStroke } from "./preset-on-cue";

const preset: Preset = {
  id: "half",
  kind: "preset",
  version: 1,
  name: "Half",
  rank: 1,
  family: "Intensity",
  territoryId: null,
  universal: { Dimmer: part([0.5]) },
  perProfile: {},
  perHead: {},
};
const show = smallShow([
  preset,
  ...listWithCard("song", [
    { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1], { fade: { knots: [2] } }), Pan: part([40]) })] },
    { inSeconds: 0, strokes: [], trigger: { type: "timecode", seconds: 10 } },
    { inSeconds: 0, strokes: [], trigger: { type: "follow" } },
    { inSeconds: 0, strokes: [], trigger: { type: "timecode", seconds: 20 } },
  ]),
]);
let count = 0;
const newId = (): string => `n${count++}`;
const movers = { groupIds: ["movers"] };

describe("a preset on a cue's stroke", () => {
  const cue = show.cuesOf("song")[0]!;
  const [strokeId] = Object.keys(cue.strokes) as [string];
  const after = (how: "add" | "replace"): NonNullable<ReturnType<typeof show.get<"cue">>>["strokes"] => {
    const next = edit(show, presetOnStroke(cue, strokeId, { preset, how }));
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    return next.value.get("cue", cue.id)!.strokes;
  };

  it("adds to what it says nothing of, and keeps the times that were there", () => {
    expect(Object.keys(after("add")[strokeId]!.parts).sort()).toEqual(["Dimmer", "Pan"]);
    expect(after("add")[strokeId]!.parts.Dimmer).toMatchObject({ presets: { ids: ["half"] }, fade: { knots: [2] } });
    expect(after("add")[strokeId]!.parts.Dimmer!.level).toBeUndefined();
  });

  it("or stands alone in its stead", () => {
    expect(Object.keys(after("replace")[strokeId]!.parts)).toEqual(["Dimmer"]);
    expect(resolve(after("replace"), show).rows.every(({ value }) => value === 0.5)).toBe(true);
  });

  it("is none where the stroke is gone", () => {
    expect(presetOnStroke(cue, "gone", { preset, how: "add" })).toEqual([]);
  });
});

describe("a preset on a time line", () => {
  const at = (seconds: number): ReturnType<typeof presetCue> =>
    presetCue(show, { listId: "song", seconds, preset, selection: movers, newId });

  it("makes a cue that comes then, numbered between those that come before and after it", () => {
    expect([0, 10, 12.5, 20, 30].map((seconds) => at(seconds)?.number)).toEqual([1.1, 3.1, 3.1, 5, 5]);
    const cue = at(12.5)!;
    expect(cue).toMatchObject({ listId: "song", trigger: { type: "timecode", seconds: 12.5 } });
    const laid = edit(show, [{ op: "add", record: cue }]);
    expect(laid.ok && resolve(cue.strokes, laid.value).rows.map(({ value }) => value)).toEqual(Array(8).fill(0.5));
  });

  it("has no room where all thousandths between its neighbours are taken", () => {
    const full = edit(show, [{ op: "add", record: { ...show.cuesOf("song")[2]!, id: "full", number: 3.999 } as ShowRecord }]);
    if (!full.ok) throw new Error(JSON.stringify(full.error));
    expect(presetCue(full.value, { listId: "song", seconds: 15, preset, selection: movers, newId })).toBeNull();
  });
});
