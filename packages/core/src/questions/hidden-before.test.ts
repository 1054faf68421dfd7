import { describe, expect, it } from "vitest";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import type { Playback } from "../playback/playback";
import type { ShowRecord } from "../show/records";
import { hiddenBefore } from "./hidden-before";

const look = (id: string, parts: Parameters<typeof strokeOn>[1], card: Partial<Playback> = {}): ShowRecord[] =>
  listWithCard(id, [{ inSeconds: 0, strokes: [strokeOn("movers", parts)] }], card);

describe("a card that couldn't show anything", () => {
  const bench = (): EngineOnBench =>
    new EngineOnBench(
      smallShow([
        ...look("low", { Pan: part([10]) }),
        ...look("both", { Pan: part([10]), Dimmer: part([1]) }),
        ...look("high", { Pan: part([20]), Tilt: part([0]) }, { priority: "high" }),
      ]),
    );
  const of = ({ engine }: EngineOnBench, id: string): string | null =>
    hiddenBefore(engine.show, engine.show.get("playback", `card-${id}`)!);

  it("is told by who would hide it: a higher priority that runs, or a sketch", () => {
    const on = bench();
    expect(of(on, "low")).toBeNull();
    on.play({ type: "go", playbackId: "card-high" });
    expect([of(on, "low"), of(on, "both"), of(on, "high")]).toEqual(["card-high", null, null]);
    on.play({ type: "let-go", playbackId: "card-high" });
    expect(of(on, "low")).toBeNull();
    on.sketch("ben", { s: strokeOn("movers", { Pan: part([5]) }) });
    expect([of(on, "low"), of(on, "high")]).toEqual(["sketch ben", null]);
    on.sketch("ben", {});
    expect(of(on, "low")).toBeNull();
  });
});
