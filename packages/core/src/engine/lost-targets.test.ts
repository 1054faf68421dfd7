import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import type { Fixture } from "../rig/fixture";
import { listWithCard, ODD_LAMP, oddLamp, part, smallShow, strokeOn } from "../testing";
import { EngineOnBench } from "../testing/engine-on-bench";
import { anglesOf, at, frames, missOf, mostTurn, moved } from "../testing/follow-show";
import { dancer, follows, go, lightOf, LIT, looksProgrammed, off, PROGRAMMED, running, singer, watch } from "../testing/lost-show";

describe("lost targets", () => {
  it("are looked at where they were, unless it is said otherwise", () => {
    const bench = running();
    frames(bench, 5);
    bench.play(watch);
    frames(bench, 3);
    expect(missOf(bench, 2, at(1, 4, 1.5))).toBeLessThan(0.02);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
    expect(bench.engine.show.all("targetOff")).toEqual([]);
  });

  it("leave heads to what lies beneath after a second, and are followed softly again when they are heard", () => {
    const bench = running("beneath");
    frames(bench, 0.4);
    bench.play(watch);
    expect(bench.engine.show.all("targetOff")).toEqual([]);
    frames(bench, 0.2);
    bench.play(watch);
    expect(bench.engine.show.all("targetOff")).toMatchObject([{ lost: true, off: false }]);
    expect(mostTurn(bench, 2, 2.1)).toBeLessThan(3);
    expect(looksProgrammed(bench, 2)).toBe(true);
    bench.play(moved("singer", at(2, 5, 1.5)));
    bench.play(watch);
    expect(mostTurn(bench, 2, 2.1)).toBeLessThan(3);
    expect(missOf(bench, 2, at(2, 5, 1.5))).toBeLessThan(0.02);
  });

  it("leave their heads dark where that is asked for, which look on where they were, and light them softly again", () => {
    const bench = running("dark", listWithCard("wash", [{ inSeconds: 0, strokes: [strokeOn("cells", { Dimmer: part([1]) })] }]));
    const before = anglesOf(bench, 2);
    frames(bench, 0.7);
    bench.play(watch);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 2);
    frames(bench, 1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.4, 1);
    frames(bench, 1.1);
    expect(lightOf(bench, 2)).toBe(0);
    expect(anglesOf(bench, 2)).toEqual(before);
    bench.play(moved("singer", at(1, 4, 1.5)));
    bench.play(watch);
    expect(lightOf(bench, 2)).toBeLessThan(0.02);
    frames(bench, 1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.4, 1);
    frames(bench, 1.1);
    expect(lightOf(bench, 2)).toBeCloseTo(0.8, 3);
  });

  it("take no light of other sources, nor of heads that follow nobody", () => {
    const lists = [
      ...listWithCard("wash", [{ inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([0.3]) })] }]),
      ...listWithCard("own", [{ inSeconds: 0, strokes: [strokeOn("movers", { ...PROGRAMMED, Dimmer: part([0.6]) })] }]),
    ];
    const bench = running("dark", lists);
    bench.play({ type: "go", playbackId: "card-wash" });
    frames(bench, 0.7);
    bench.play(watch);
    frames(bench, 2.2);
    expect(lightOf(bench, 2)).toBeCloseTo(0.3, 3);
    bench.play({ type: "go", playbackId: "card-own" });
    frames(bench, 0.2);
    expect(lightOf(bench, 2)).toBeCloseTo(0.6, 3);
    bench.play({ type: "let-go", playbackId: "card-own" });
    frames(bench, 0.2);
    // What comes again adds nothing to what others say until it is over that.
    bench.play(moved("singer", at(1, 4, 1.5)));
    bench.play(watch);
    frames(bench, 0.5);
    expect(lightOf(bench, 2)).toBeCloseTo(0.3, 3);
    frames(bench, 0.5);
    expect(lightOf(bench, 2)).toBeCloseTo(0.4, 1);
  });

  it("take the light of all cells of the lamps that follow them, and none of those whose zoom alone does", () => {
    const lamps = [oddLamp(21), oddLamp(22)];
    const heads = (of: Fixture) => [0, 1, 2].map((index) => (index === 0 ? of.id : `${of.id}.${index}`));
    const [one, two] = [heads(lamps[0]!), heads(lamps[1]!)];
    const lit = { heads: [...one, ...two] };
    const { level: _, ...plain } = part([0]);
    const zoom = { Zoom: { ...plain, follow: { targetIds: ["singer"], width: 2 } } };
    const strokes = { a: { who: lit, parts: LIT, rank: 1 }, b: { who: { heads: one }, parts: follows(), rank: 2 } };
    const bench = new EngineOnBench(smallShow([ODD_LAMP, ...lamps, singer("dark"), dancer]));
    bench.sketch("ann", { ...strokes, c: { who: { heads: two }, parts: zoom, rank: 3 } });
    bench.play(moved("singer", at(1, 4, 1.5)));
    frames(bench, 1.1);
    const { rig } = bench.engine.show;
    const lights = (): number[] =>
      rig.heads.slice(-6).flatMap(({ parameters }) => (parameters.has("Dimmer") ? [bench.engine.values[parameters.get("Dimmer")!]!] : []));
    expect(lights().every((level) => level > 0.7)).toBe(true);
    bench.play(watch);
    frames(bench, 2.2);
    const after = lights();
    expect(after.slice(0, after.length / 2).every((level) => level === 0 || level === 1)).toBe(true);
    expect(after.slice(0, after.length / 2).filter((level) => level === 0).length).toBeGreaterThanOrEqual(2);
    expect(after.slice(after.length / 2).every((level) => level > 0.7)).toBe(true);
  });

  it("do at once what is asked for when that is changed while they are lost", () => {
    const bench = running("beneath");
    frames(bench, 0.7);
    bench.play(watch);
    frames(bench, 2.2);
    expect(looksProgrammed(bench, 2)).toBe(true);
    bench.change([setChange("singer", ["whenLost"], { from: "beneath", to: "dark" })]);
    frames(bench, 2.2);
    expect(missOf(bench, 2, at(1, 4, 1.5))).toBeLessThan(0.02);
    expect(lightOf(bench, 2)).toBe(0);
  });

  it("are followed again from where the stage is at that moment, though no frame has come since", () => {
    const fading = listWithCard("fading", [{ inSeconds: 2, strokes: [strokeOn("movers", { Pan: part([-60]), Tilt: part([20]) })] }]);
    const show = smallShow([
      singer(),
      dancer,
      ...fading,
      ...listWithCard("key", [{ inSeconds: 0, strokes: [strokeOn("movers", follows())] }], { priority: "high" }),
    ]);
    const bench = new EngineOnBench(show);
    bench.play(go);
    bench.play(off(true));
    frames(bench, 3);
    bench.play({ type: "go", playbackId: "card-fading" });
    bench.read(2, 2);
    const from = anglesOf(bench, 2).pan;
    bench.t += 1;
    bench.play(off(false));
    expect(anglesOf(bench, 2).pan).toBeCloseTo((from - 60) / 2, 0);
  });

  it("aren't those that somebody holds, or has in hand", () => {
    for (const more of [{ type: "target-hold", on: true } as const, moved("singer", at(3, 3, 1), "hand")]) {
      const bench = running("beneath");
      bench.play(more);
      frames(bench, 3);
      bench.play(watch);
      expect(bench.engine.show.all("targetOff")).toEqual([]);
    }
  });
});
