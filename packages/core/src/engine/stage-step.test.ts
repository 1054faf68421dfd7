import { describe, expect, it } from "vitest";
import { selectGroups, selectHeads } from "../selection/selection";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { stepFromStage } from "./stage-step";

const movers = selectGroups(["movers"]);

describe("a step from the stage", () => {
  it("is a level where all heads have the same, and a preset of each head's own where they differ", () => {
    const bench = new EngineOnBench(
      smallShow(listWithCard("a", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.4]), Pan: part([-35, 35]) })] }])),
    );
    bench.play({ type: "go", playbackId: "card-a" });
    bench.read(1, 0, 1);
    const at = { stage: bench.engine.values, now: bench.t, newId: () => "x" };
    expect(stepFromStage(bench.engine.show, { ...at, selection: movers, attribute: "Dimmer" })).toEqual({
      content: { level: 0.4 },
      preset: null,
    });
    const made = stepFromStage(bench.engine.show, { ...at, selection: movers, attribute: "Position" })!;
    expect(made.content).toEqual({ presetId: "preset-x" });
    expect(made.preset).toMatchObject({
      family: "Position",
      universal: {},
      perHead: { "fx-1": { Pan: -35, Tilt: 0 }, "fx-8": { Pan: 35, Tilt: 0 } },
    });
    bench.change([{ op: "add", record: made.preset! }]);
    expect(stepFromStage(bench.engine.show, { ...at, selection: movers, attribute: "Color" })!.content.presetId).toBe("preset-x");
    expect(stepFromStage(bench.engine.show, { ...at, selection: selectHeads([]), attribute: "Pan" })).toBeNull();
  });
});
