import { describe, expect, it } from "vitest";
import type { Cue } from "../cue/cue";
import { setChange } from "../document/transaction";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";

/** Movers dark at +0 degrees; then lit at 135; then others. The slots are read back: 16-bit pan over 540 degrees, home in the middle. */
const DARK = { inSeconds: 1, strokes: [strokeOn("cells", { Dimmer: part([1]) })] };
const LIT = { inSeconds: 2, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([135]) })] };
const OTHER = { inSeconds: 2, strokes: [strokeOn("movers", { Tilt: part([20]) })] };
const bench = (second: Partial<Omit<Cue, "strokes">> = {}): EngineOnBench => {
  const records = listWithCard("song", [DARK, { ...LIT, ...second }, OTHER]);
  const made = new EngineOnBench(
    smallShow(records.map((record) => (record.kind === "cueList" ? { ...record, movesDark: { afterSeconds: 1, seconds: 4 } } : record))),
  );
  made.play({ type: "go", playbackId: "card-song" });
  return made;
};
const degrees = (level: number): number => Math.round(10 * (level - 0.5) * 540) / 10;
const ahead = (of: EngineOnBench): void => {
  for (const { playbackId, cueId, heads } of of.engine.darkAhead()) of.play({ type: "move-ahead", playbackId, cueId, heads });
};

describe("moving in the dark", () => {
  it("is offered once the cue has arrived, for heads that are dark and that the next cue lights", () => {
    const on = bench();
    on.read(1, 2, 0.5);
    expect(on.engine.darkAhead()).toEqual([]);
    on.read(1, 2, 1);
    expect(on.engine.darkAhead()).toMatchObject([{ playbackId: "card-song", cueId: "song-2", moves: { afterSeconds: 1, seconds: 4 } }]);
    expect(on.engine.darkAhead()[0]!.heads).toHaveLength(8);
  });

  it("takes them there over its time without any light, and the cue then finds them there", () => {
    const on = bench();
    on.read(1, 2, 3);
    ahead(on);
    expect(degrees(on.read(1, 2, 2))).toBe(67.5);
    expect(degrees(on.read(1, 2, 2))).toBe(135);
    expect(on.read(1, 0)).toBe(0);
    on.play({ type: "go", playbackId: "card-song" });
    // From there on nothing of it moves: it only comes up.
    expect(degrees(on.read(1, 2, 0.1))).toBe(135);
    expect(degrees(on.read(1, 2, 1))).toBe(135);
    expect(on.read(1, 0)).toBeGreaterThan(0.4);
    expect(degrees(on.read(1, 2, 9))).toBe(135);
  });

  it("never moves a head that somebody lights, and says nothing of it", () => {
    const on = bench();
    on.sketch("ann", { s: { who: { heads: [on.engine.show.rig.heads[0]!.key] }, rank: 1, parts: { Dimmer: part([0.3]) } } });
    on.read(1, 2, 3);
    ahead(on);
    expect(degrees(on.read(1, 2, 5))).toBe(0);
    expect(degrees(on.read(2, 2))).toBe(135);
    // When that goes dark, too, it follows; the others don't begin anew.
    on.sketch("ann", {});
    on.read(1, 2, 0.1);
    ahead(on);
    expect(degrees(on.read(1, 2, 2))).toBe(67.5);
    expect(degrees(on.read(2, 2))).toBe(135);
  });

  it("goes back when another cue is called, and when its list is let go", () => {
    for (const command of [
      { type: "go", playbackId: "card-song", cueId: "song-1" } as const,
      { type: "let-go", playbackId: "card-song" } as const,
    ]) {
      const on = bench();
      on.read(1, 2, 3);
      ahead(on);
      on.read(1, 2, 5);
      on.play(command);
      expect(degrees(on.read(1, 2, 0.5))).toBeLessThan(135);
      expect(degrees(on.read(1, 2, 2))).toBe(0);
      expect(on.engine.show.playbackState("card-song")!.ahead).toBeUndefined();
    }
  });

  it("isn't done for a cue that doesn't want it, nor for one that comes next no more", () => {
    const never = bench({ movesDark: "never" });
    never.read(1, 2, 3);
    expect(never.engine.darkAhead()).toEqual([]);
    const on = bench();
    on.read(1, 2, 3);
    const [offered] = on.engine.darkAhead();
    on.play({ type: "move-ahead", playbackId: "card-song", cueId: "song-3", heads: offered!.heads });
    expect(degrees(on.read(1, 2, 5))).toBe(0);
  });

  it("goes on in an engine that begins anew from what was on stage", () => {
    const on = bench();
    on.read(1, 2, 3);
    ahead(on);
    on.read(1, 2, 6);
    const again = new EngineOnBench(on.engine.show);
    again.t = on.t;
    expect(degrees(again.read(1, 2, 6))).toBe(135);
  });

  it("leaves what the highest value wins of alone: no preparing may raise it over what others give", () => {
    const on = bench();
    on.change([setChange("fx-1", ["precedence"], { from: undefined, to: { Pan: "HTP" } })]);
    on.read(1, 2, 3);
    ahead(on);
    expect(degrees(on.read(1, 2, 5))).toBe(0);
    expect(degrees(on.read(2, 2))).toBe(135);
  });
});
