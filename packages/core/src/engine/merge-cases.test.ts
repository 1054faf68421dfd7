import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn, TEST_PROFILES } from "../testing";
import type { Playback } from "../playback/playback";
import type { ShowSettings } from "../playback/stage-state";
import type { ShowRecord } from "../show/records";
import type { Part } from "../stroke/stroke";
import type { Attribute } from "../rig/attributes";

type Parts = Record<Attribute, Part>;

/** A list of one cue without times for the movers. */
function look(id: string, parts: Parts, card: Partial<Playback> = {}): ShowRecord[] {
  return listWithCard(id, [{ inSeconds: 0, strokes: [strokeOn("movers", parts)] }], { releaseSeconds: 0, ...card });
}

function stage(...records: ShowRecord[][]): EngineOnBench {
  return new EngineOnBench(smallShow(records.flat()));
}

/** The 8-bit slots red, green and blue of mover 1. */
function rgb(bench: EngineOnBench, later = 0): number[] {
  bench.t += later;
  bench.engine.tick(bench.t, bench.frame);
  return [...bench.frame.slice(6, 9)];
}

const go = (id: string): { type: "go"; playbackId: string } => ({ type: "go", playbackId: `card-${id}` });
const letGo = (id: string): { type: "let-go"; playbackId: string } => ({ type: "let-go", playbackId: `card-${id}` });
const level = (id: string, at: number): { type: "level"; playbackId: string; level: number } => ({
  type: "level",
  playbackId: `card-${id}`,
  level: at,
});
const winnerOf = (bench: EngineOnBench, attribute: Attribute): string | null => {
  bench.engine.tick(bench.t, bench.frame);
  return bench.engine.trace(bench.engine.show.rig.headByKey.get("fx-1")!.parameters.get(attribute)!).winner;
};

describe("worked cases of the merge (common practice)", () => {
  it("front lights at 200 from one playback and 90 from another: 200 stays, letting the first go gives 90", () => {
    const bench = stage(look("a", { Dimmer: part([200 / 255]) }), look("b", { Dimmer: part([90 / 255]) }));
    bench.play(go("a"));
    bench.play(go("b"));
    expect(bench.read(1, 0) * 255).toBeCloseTo(200, 1);
    expect(winnerOf(bench, "Dimmer")).toBe("card-a");
    bench.play(letGo("a"));
    expect(bench.read(1, 0, 0.1) * 255).toBeCloseTo(90, 1);
    expect(winnerOf(bench, "Dimmer")).toBe("card-b");
  });

  it("a fader against 90: no effect below, takes over above", () => {
    const bench = stage(look("a", { Dimmer: part([90 / 255]) }), look("b", { Dimmer: part([1]) }));
    bench.play(go("a"));
    for (const at of [10, 60, 89]) {
      bench.play(level("b", at / 255));
      expect(bench.read(1, 0) * 255).toBeCloseTo(90, 1);
    }
    expect(winnerOf(bench, "Dimmer")).toBe("card-a");
    for (const at of [91, 150, 255]) {
      bench.play(level("b", at / 255));
      expect(bench.read(1, 0) * 255).toBeCloseTo(at, 1);
    }
    expect(winnerOf(bench, "Dimmer")).toBe("card-b");
  });

  const red = { ColorAdd_R: part([1]), ColorAdd_G: part([0]), ColorAdd_B: part([0]) };
  const blue = { ColorAdd_R: part([0]), ColorAdd_G: part([0]), ColorAdd_B: part([1]) };

  it("a red look plus a blue button: both at full where the button's colours add up", () => {
    const bench = stage(look("red", red), look("blue", blue, { colors: "add" }));
    bench.play(go("red"));
    bench.play(go("blue"));
    expect(rgb(bench)).toEqual([255, 0, 255]);
    const trace = bench.engine.trace(bench.engine.show.rig.headByKey.get("fx-1")!.parameters.get("ColorAdd_B")!);
    expect(trace.links.map(({ sourceId, rule }) => [sourceId, rule])).toEqual([
      ["card-red", "replaces"],
      ["card-blue", "highest"],
    ]);
    bench.play(level("blue", 0.5));
    expect(rgb(bench)).toEqual([255, 0, 128]);
    bench.play(letGo("red"));
    // Home is white: what blue doesn't cover at half is home's.
    expect(rgb(bench, 0.1)).toEqual([128, 128, 255]);
  });

  it("where colours add up, the lowest of flags counts beside the highest of emitters, in one look over lamps of both kinds", () => {
    const [mover] = TEST_PROFILES;
    const flags = { ColorAdd_R: "ColorSub_C", ColorAdd_G: "ColorSub_M", ColorAdd_B: "ColorSub_Y" } as Record<Attribute, Attribute>;
    const modes = mover!.modes.map((mode) => ({
      ...mode,
      channels: mode.channels.map((channel) => ({ ...channel, attribute: flags[channel.attribute] ?? channel.attribute, home: 0 })),
    }));
    const both = (id: string, level: number, card: Partial<Playback>): ShowRecord[] => {
      const parts = { ColorAdd_R: part([level]), ColorSub_C: part([level]) };
      return listWithCard(id, [{ inSeconds: 0, strokes: [strokeOn("movers", parts, 1), strokeOn("cells", parts, 2)] }], card);
    };
    const bench = stage([{ ...mover!, id: "profile-flags", modes }], both("one", 0.8, {}), both("two", 0.2, { colors: "add" }));
    bench.change([setChange("fx-8", ["profileId"], { from: "profile-mover", to: "profile-flags" })]);
    bench.play(go("one"));
    bench.play(go("two"));
    bench.engine.tick((bench.t += 1), bench.frame);
    // Red of mover 1 and cyan of mover 8, 20 slots apart from each other.
    expect([bench.frame[6], bench.frame[7 * 20 + 6]]).toEqual([204, 51]);
  });

  it("blue alone where they replace", () => {
    const bench = stage(look("red", red), look("blue", blue));
    bench.play(go("red"));
    bench.play(go("blue"));
    expect(rgb(bench)).toEqual([0, 0, 255]);
    bench.play(letGo("blue"));
    expect(rgb(bench, 0.1)).toEqual([255, 0, 0]);
  });

  it("both at full where the heads' colours merge by the highest, though home is white", () => {
    const htp = { ColorAdd_R: "HTP", ColorAdd_G: "HTP", ColorAdd_B: "HTP" } as const;
    const bench = stage(look("red", red), look("blue", blue));
    bench.change([setChange("fx-1", ["precedence"], { from: undefined, to: htp })]);
    expect(rgb(bench)).toEqual([255, 255, 255]);
    bench.play(go("red"));
    bench.play(go("blue"));
    expect(rgb(bench)).toEqual([255, 0, 255]);
  });

  it("an LTP channel at 120, then 45 from a later playback, then back to 120 when that one is let go", () => {
    const at = (slot: number): Part => part([(slot / 255) * 540 - 270]);
    const bench = stage(look("a", { Pan: at(120) }), look("b", { Pan: at(45) }, { releaseSeconds: 2 }));
    bench.play(go("a"));
    expect(bench.read(1, 2) * 255).toBeCloseTo(120, 1);
    bench.play(go("b"));
    expect(bench.read(1, 2) * 255).toBeCloseTo(45, 1);
    bench.play(letGo("b"));
    expect(bench.read(1, 2, 1) * 255).toBeCloseTo(82.5, 1);
    expect(bench.read(1, 2, 1) * 255).toBeCloseTo(120, 1);
  });
});

describe("priority and faders", () => {
  it("an earlier playback of high priority stays above a later one, and above sketches", () => {
    const bench = stage(look("a", { Pan: part([54]) }, { priority: "high" }), look("b", { Pan: part([-54]) }));
    bench.play(go("a"));
    bench.play(go("b"));
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 3);
    bench.sketch("ann", { s: strokeOn("movers", { Pan: part([108]) }) });
    expect(bench.read(1, 2)).toBeCloseTo(0.6, 3);
    bench.play(letGo("a"));
    expect(bench.read(1, 2, 0.1)).toBeCloseTo(0.7, 3);
  });

  it("the level of everything scales what replaces between what lies beneath and its own", () => {
    const bench = stage(look("a", { Pan: part([54]) }), look("b", { Pan: part([-54]), Dimmer: part([1]) }, { fader: "everything" }));
    bench.play(go("a"));
    bench.play(level("b", 0.25));
    expect(bench.read(1, 2)).toBeCloseTo(0.55, 3);
    expect(bench.read(1, 0)).toBeCloseTo(0.25, 3);
  });

  it("masters of groups light or scale their heads, the grand master and blackout all intensities", () => {
    const master = (id: string, how: "scales" | "lights"): ShowRecord[] => [
      {
        ...{ id, kind: "groupMaster", version: 1, pageId: "page", name: id, who: { groupIds: ["movers"] }, how },
        ...{ column: 0, row: 0, columns: 1, rows: 1 },
      },
    ];
    const bench = stage(look("a", { Dimmer: part([0.8]) }), master("up", "lights"), master("down", "scales"));
    bench.play({ type: "group-level", groupMasterId: "up", level: 0.5 });
    expect(bench.read(1, 0)).toBeCloseTo(0.5, 3);
    bench.play(go("a"));
    expect(bench.read(1, 0)).toBeCloseTo(0.8, 3);
    bench.play({ type: "group-level", groupMasterId: "down", level: 0.5 });
    bench.play({ type: "grand-master", level: 0.5 });
    expect(bench.read(1, 0)).toBeCloseTo(0.2, 3);
    bench.play({ type: "blackout", on: true });
    expect(bench.read(1, 0)).toBe(0);
    bench.play({ type: "park", head: "fx-1", values: { Dimmer: 0.3 } });
    expect(bench.read(1, 0)).toBeCloseTo(0.3, 3);
    expect(bench.read(2, 0)).toBe(0);
    bench.play({ type: "unpark", head: "fx-1" });
    expect(bench.read(1, 0)).toBe(0);
  });
});

describe("what is left behind", () => {
  it("is nothing by default, and where a family stays it is listed until it is swept", () => {
    const bench = stage(look("a", { Pan: part([54]), Dimmer: part([1]) }));
    bench.play(go("a"));
    bench.play(letGo("a"));
    expect(bench.read(1, 2, 0.1)).toBeCloseTo(0.5, 3);
    expect(bench.whoShows().left).toEqual([]);
    const settings: ShowSettings = { id: "settings", kind: "settings", version: 1, stays: { Position: true } };
    bench.change([{ op: "add", record: settings }]);
    bench.play(go("a"));
    bench.play(letGo("a"));
    expect(bench.read(1, 2, 0.1)).toBeCloseTo(0.6, 3);
    expect(bench.read(1, 0)).toBe(0);
    expect(bench.whoShows().left).toHaveLength(8);
    // The first touch of the whole stage is no sweep.
    bench.play({ type: "grand-master", level: 0.5 });
    expect(bench.read(1, 2, 3)).toBeCloseTo(0.6, 3);
    bench.play({ type: "sweep" });
    expect(bench.read(1, 2, 0.5)).toBeCloseTo(0.55, 3);
    expect(bench.read(1, 2, 0.6)).toBeCloseTo(0.5, 3);
    expect(bench.whoShows().left).toEqual([]);
  });

  it("a playback that is hidden says by whom", () => {
    const bench = stage(look("a", { Pan: part([54]), Dimmer: part([0.5]) }), look("b", { Pan: part([-54]) }));
    bench.play(go("a"));
    bench.play(go("b"));
    bench.read(1, 0, 0.1);
    const [a, b] = bench.whoShows().showings;
    expect(a).toMatchObject({ playbackId: "card-a", brings: 16, shows: 8, hiddenBy: ["card-b"] });
    expect(b).toMatchObject({ playbackId: "card-b", brings: 8, shows: 8, hiddenBy: [] });
  });

  it("a playback whose light the lowest one outshines says so", () => {
    const bench = stage(look("a", { Dimmer: part([0.5]) }), look("b", { Dimmer: part([0.2]) }));
    bench.play(go("a"));
    bench.play(go("b"));
    bench.read(1, 0, 0.1);
    expect(bench.whoShows().showings[1]).toMatchObject({ playbackId: "card-b", brings: 8, shows: 0, hiddenBy: ["card-a"] });
  });
});
