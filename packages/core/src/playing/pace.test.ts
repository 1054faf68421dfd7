import { describe, expect, it } from "vitest";
import { Engine } from "../engine/engine";
import { apply } from "../document/apply";
import { mayDo } from "../rights/rights";
import { listWithCard, part, smallShow, strokeOn } from "../testing";
import type { Show } from "../show/show";
import type { PlayCommand } from "./commands";
import { nextDue } from "./next-due";
import { playChanges } from "./play";

/** In 4 s, out 8 s; the dimmers' delays fan from 0 to 2 s along the movers; Position takes half of the in-time, Colour 1 s. */
const show = smallShow(
  listWithCard("a", [
    { inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([1], { delay: { knots: [0, 2] } }) })] },
    {
      inSeconds: 4,
      outSeconds: 8,
      families: { Position: { in: { part: 0.5 } }, Colour: { in: { seconds: 1 } } },
      strokes: [strokeOn("movers", { Dimmer: part([0]), Pan: part([100]), ColorAdd_R: part([0]) })],
      trigger: { type: "follow" },
    },
    { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]), Pan: part([0], { fade: { knots: [3] } }) })] },
  ]),
);
const after = (before: Show, t: number, command: PlayCommand): Show => {
  const changes = playChanges(before, command, { t, personId: "ann" });
  if (!changes.ok) throw new Error(changes.error.code);
  const applied = apply(before.records, changes.value);
  if (!applied.ok) throw new Error(applied.error.code);
  return before.withRecords(applied.value);
};
const go: PlayCommand = { type: "go", playbackId: "card-a" };
const pace = (seconds: number | null): PlayCommand => ({ type: "pace", seconds, listIds: ["a"] });

/** Values of a mover's attribute as the engine has them, from the go of a cue on. */
function playing(
  from: Show,
  steps: readonly (readonly [t: number, command: PlayCommand])[],
): (t: number, mover: number, attribute: string) => number {
  const engine = new Engine(from, 0);
  const frame = new Uint8Array(engine.frameLength);
  let now = from;
  const todo = [...steps];
  return (t, mover, attribute) => {
    while (todo[0] && todo[0][0] <= t) {
      const [at, command] = todo.shift()!;
      const changes = playChanges(now, command, { t: at, personId: "ann" });
      if (!changes.ok) throw new Error(changes.error.code);
      engine.tick(at, frame);
      expect(engine.command({ at, changes: changes.value }).ok).toBe(true);
      now = after(now, at, command);
    }
    engine.tick(t, frame);
    const key = now.all("fixture").find(({ number }) => number === mover)!.id;
    return engine.values[now.rig.headByKey.get(key)!.parameters.get(attribute)!]!;
  };
}

describe("a pace", () => {
  it("takes the place of the in-time; delays keep their share of it", () => {
    const at = playing(show, [
      [0, pace(1)],
      [10, go],
    ]);
    // 4 s become 1 s, a delay of 2 s becomes half a second (by hand).
    expect(at(10.5, 1, "Dimmer")).toBeCloseTo(0.5, 2);
    expect(at(10.5, 8, "Dimmer")).toBeCloseTo(0, 2);
    expect(at(11, 1, "Dimmer")).toBeCloseTo(1, 2);
    expect(at(11, 8, "Dimmer")).toBeCloseTo(0.5, 2);
    expect(at(11.5, 8, "Dimmer")).toBeCloseTo(1, 2);
  });

  it("takes the place of the out-time too; families keep their part and their share", () => {
    const at = playing(show, [
      [0, go],
      [20, pace(2)],
      [30, { ...go, cueId: "a-2" }],
    ]);
    expect(at(29, 1, "Dimmer")).toBeCloseTo(1, 5);
    expect(at(31, 1, "Dimmer")).toBeCloseTo(0.5, 2);
    // Half of the in-time: 1 s. Pan goes from the middle to 100 of 270 degrees.
    expect(at(31, 1, "Pan")).toBeCloseTo(0.5 + 100 / 540, 3);
    // 1 of 4 s: half a second of 2.
    expect(at(31, 1, "ColorAdd_R")).toBeCloseTo(0, 3);
    expect(at(32, 1, "Dimmer")).toBeCloseTo(0, 3);
  });

  it("gives time to what has none, and leaves what has its own", () => {
    const at = playing(show, [
      [0, pace(2)],
      [10, { ...go, cueId: "a-3" }],
    ]);
    expect(at(11, 1, "Dimmer")).toBeCloseTo(0.5, 2);
    expect(at(12, 1, "Dimmer")).toBeCloseTo(1, 2);
  });

  it("holds for its company alone, for cues that are started while it is on, and not for a time that was chosen", () => {
    let now = after(after(show, 0, pace(1)), 1, go);
    expect(now.playbackState("card-a")).toMatchObject({ seconds: 1, byPace: true });
    now = after(now, 5, pace(null));
    expect(now.playbackState("card-a")).toMatchObject({ seconds: 1, byPace: true });
    now = after(now, 6, go);
    expect(now.playbackState("card-a")?.seconds).toBeUndefined();
    expect(now.playbackState("card-a")?.byPace).toBeUndefined();
    now = after(after(now, 7, pace(1)), 8, { ...go, seconds: 5 });
    expect(now.playbackState("card-a")).toMatchObject({ seconds: 5 });
    expect(now.playbackState("card-a")?.byPace).toBeUndefined();
    now = after(after(now, 9, { type: "pace", listIds: [] }), 10, { ...go, cueId: "a-1" });
    expect(now.get("pace", "pace")).toMatchObject({ seconds: 1, listIds: [] });
    expect(now.playbackState("card-a")?.seconds).toBeUndefined();
  });

  it("is what follows on counts by", () => {
    const now = after(after(show, 0, pace(1)), 10, go);
    // 1 s, and half a second of delay.
    expect(nextDue(now, now.playbackState("card-a")!)?.atSeconds).toBeCloseTo(11.5, 6);
    const own = after(show, 10, go);
    expect(nextDue(own, own.playbackState("card-a")!)?.atSeconds).toBeCloseTo(16, 6);
  });

  const live = (seconds: number | null): PlayCommand => ({ type: "pace", seconds, listIds: ["a"], live: true });

  it("is taken by what is under way, where that is asked for: what is done stays done, and the rest takes its share, faster and slower", () => {
    const at = playing(show, [
      [10, go],
      [12, live(1)],
      [12.2, live(8)],
      [14, live(null)],
    ]);
    expect(at(11.999, 1, "Dimmer")).toBeCloseTo(0.5, 3);
    // Half was left, of 1 s: by hand. The eighth had waited for its 2 s of 4, half a second of 1.
    expect(at(12.001, 1, "Dimmer")).toBeCloseTo(0.5, 2);
    expect(at(12.199, 1, "Dimmer")).toBeCloseTo(0.7, 2);
    expect(at(12.199, 8, "Dimmer")).toBeCloseTo(0.2, 2);
    // 0.7 of it; the rest at an eighth a second.
    expect(at(12.201, 1, "Dimmer")).toBeCloseTo(0.7, 2);
    expect(at(13.999, 1, "Dimmer")).toBeCloseTo(0.7 + 1.8 / 8, 2);
    expect(at(13.999, 8, "Dimmer")).toBeCloseTo(0.2 + 1.8 / 8, 2);
    // Own times again: a quarter a second.
    expect(at(14.001, 8, "Dimmer")).toBeCloseTo(0.425, 2);
    expect(at(15, 8, "Dimmer")).toBeCloseTo(0.675, 2);
    expect(at(16.4, 8, "Dimmer")).toBeCloseTo(1, 2);
  });

  it("leaves alone what has arrived, a time that was chosen, and everything while that isn't asked for", () => {
    const started = after(show, 10, go);
    expect(after(started, 12, pace(1)).playbackState("card-a")).toEqual(started.playbackState("card-a"));
    expect(after(started, 17, live(1)).playbackState("card-a")).toEqual(started.playbackState("card-a"));
    const chosen = after(show, 10, { ...go, seconds: 5 });
    expect(after(chosen, 12, live(1)).playbackState("card-a")).toEqual(chosen.playbackState("card-a"));
    // Asked for no more.
    const off = after(after(started, 11, { type: "pace", listIds: ["a"], live: true }), 12, { type: "pace", seconds: 1, live: false });
    expect(off.get("pace", "pace")).toEqual({ ...off.get("pace", "pace"), seconds: 1, live: undefined });
    expect(off.playbackState("card-a")).toEqual(started.playbackState("card-a"));
  });

  it("moves what follows on with it, waits for pauses, and is gone with the next go", () => {
    const now = after(after(show, 10, go), 12, live(1));
    // A third of its 1.5 s is done: the last one arrives a second later.
    expect(nextDue(now, now.playbackState("card-a")!)?.atSeconds).toBeCloseTo(13, 6);
    expect(after(now, 13, go).playbackState("card-a")).not.toHaveProperty("furtherSeconds");
    const at = playing(show, [
      [10, go],
      [11, { type: "pause", playbackId: "card-a" }],
      [12, live(1)],
      [13, { type: "continue", playbackId: "card-a" }],
    ]);
    expect(at(12.5, 1, "Dimmer")).toBeCloseTo(0.25, 3);
    expect(at(13.5, 1, "Dimmer")).toBeCloseTo(0.75, 2);
    expect(at(13.8, 1, "Dimmer")).toBeCloseTo(1, 3);
  });

  it("is the same after a restart in its midst", () => {
    const running = after(after(after(show, 10, go), 12, live(1)), 12.1, live(2));
    const at = playing(show, [
      [10, go],
      [12, live(1)],
      [12.1, live(2)],
    ]);
    const again = new Engine(running, 12.3);
    again.tick(12.3, new Uint8Array(again.frameLength));
    for (const mover of [1, 4, 8]) {
      const key = running.all("fixture").find(({ number }) => number === mover)!.id;
      const value = again.values[running.rig.headByKey.get(key)!.parameters.get("Dimmer")!]!;
      expect(value, `mover ${mover}`).toBeCloseTo(at(12.3, mover, "Dimmer"), 5);
    }
  });

  it("is for lists that one may play, and for lists that there are", () => {
    const north = smallShow(listWithCard("n", [{ inSeconds: 1, strokes: [] }], { territoryId: "north" }));
    const person = (id: string) => north.get("person", id)!;
    const command: PlayCommand = { type: "pace", seconds: 1, listIds: ["n"] };
    expect(mayDo(north, person("ben"), command)).toBeNull();
    expect(mayDo(north, person("cleo"), command)?.code).toBe("reach.role");
    const taken = after(north, 0, command);
    // Nobody else takes it out of a company that holds what they may not play.
    expect(mayDo(taken, person("cleo"), { type: "pace", seconds: null, listIds: [] })?.code).toBe("reach.role");
    expect(playChanges(show, { type: "pace", listIds: ["gone"] }, { t: 0, personId: "ann" }).ok).toBe(false);
    expect(playChanges(taken, command, { t: 0, personId: "ann" })).toMatchObject({ ok: true });
  });
});
