import { describe, expect, it } from "vitest";
import { steadyTempo, type MasterState } from "@vexa/core";
import { masterStanding } from "./master-standing";

const state = (scale: number, more: Partial<MasterState> = {}, running: "yes" | "held" = "yes"): MasterState => ({
  ...{ id: "state-m", kind: "masterState", version: 1, masterId: "m" },
  tempo: { ...steadyTempo(120), scale, running },
  ...more,
});

describe("how a speed master stands", () => {
  it("is told in a word, with what scales it", () => {
    expect(masterStanding(null)).toMatchObject({ words: "driving", stands: false, scaled: null });
    expect(masterStanding(state(0.5))).toMatchObject({ words: "driving", stands: false, scaled: "at 50 %" });
    expect(masterStanding(state(1, {}, "held"))).toMatchObject({ words: "held", stands: true });
  });

  it("stands, and says so, when a fader has scaled it to nothing", () => {
    expect(masterStanding(state(0))).toMatchObject({ words: "stands at 0 %", stands: true });
    expect(masterStanding(state(0, { released: { atSeconds: 1, beats: 2 } }))).toMatchObject({ words: "released", stands: false });
  });
});
