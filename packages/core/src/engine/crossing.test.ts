import { describe, expect, it } from "vitest";
import { toTheEnd } from "../units/to-the-end";
import { Crossing, leftBehind } from "./crossing";
import { lampSlots } from "./lamp-slots";
import type { ShowRecord } from "../show/records";
import { Show } from "../show/show";
import { EngineOnBench, fixture, listWithCard, part, smallShow } from "../testing";

/** Lamp 1 lit at full and turned; then another show takes over the stage. */
function crossed(seconds: number, other: readonly ShowRecord[]): { at: (part: number) => number[]; bench: EngineOnBench } {
  const looks = { who: { heads: ["fx-1", "fx-3"] }, rank: 1, parts: { Dimmer: part([1]), Pan: part([270]) } };
  const before = new EngineOnBench(smallShow(listWithCard("one", [{ inSeconds: 0, strokes: [looks] }])));
  before.play({ type: "level", playbackId: "card-one", level: 1 });
  before.play({ type: "go", playbackId: "card-one" });
  before.engine.tick((before.t += 1), before.frame);
  return takenOver(before, { seconds, other });
}

/** The stage of an engine under one of another show, which goes over to its own in so many seconds. */
function takenOver(
  before: EngineOnBench,
  { seconds, other }: { seconds: number; other: readonly ShowRecord[] },
): ReturnType<typeof crossed> {
  const bench = new EngineOnBench(new Show(new Map(other.map((record) => [record.id, record]))));
  const begin = (bench.t = before.t);
  const { rig } = before.engine.show;
  const crossing = new Crossing(bench.engine.show.rig);
  crossing.begin(leftBehind(before.frame, rig.universes, toTheEnd(lampSlots(rig))), { at: begin, seconds });
  bench.engine.cross(crossing);
  return {
    bench,
    at: (of) => {
      bench.t = begin + seconds * of;
      bench.engine.tick(bench.t, bench.frame);
      return [...bench.frame.subarray(0, 512)];
    },
  };
}

/** The dimmer's and the pan's words of a mover. */
const words = (slots: readonly number[], number: number): number[] => {
  const first = fixture(number).patch!.address - 1;
  return [slots[first]! * 256 + slots[first + 1]!, slots[first + 2]! * 256 + slots[first + 3]!];
};

describe("going over to another show", () => {
  const other = [...smallShow().records.values()].filter(({ id }) => id !== "fx-3");

  it("fades light slot by slot, and snaps all else while its lamp is dark", () => {
    const { at } = crossed(2, other);
    // Lamp 1 was lit and goes dark: its pan goes home at the very end.
    expect(words(at(0.25), 1)).toEqual([49151, 65535]);
    expect(words(at(0.5), 1)).toEqual([32768, 65535]);
    expect(words(at(0.75), 1)).toEqual([16384, 65535]);
    expect(words(at(1.01), 1)).toEqual([0, 32768]);
    // Lamp 2 was dark: where it looks is so at once.
    expect(words(at(0.01), 2)).toEqual([0, 32768]);
  });

  it("fades what nobody has any more, and is over when it is over", () => {
    const { at, bench } = crossed(2, other);
    expect(words(at(0.5), 3)[0]).toBe(128 * 256 + 128);
    expect(words(at(1.01), 3)).toEqual([0, 0]);
    expect(bench.engine.tick(bench.t + 1, bench.frame)).toBe(false);
  });

  it("is dark where the show before had no universe: light grows there from nothing, and all else is there at once", () => {
    const far = { ...fixture(9), id: "fx-far", number: 90, patch: { universe: 7, address: 1 } };
    const { at, bench } = crossed(2, [...other, far]);
    bench.sketch("ann", { s: { who: { heads: ["fx-far"] }, rank: 1, parts: { Dimmer: part([1]), Pan: part([270]) } } });
    for (const [of, level] of [
      [0.001, 66],
      [0.5, 32768],
      [1.01, 65535],
    ] as const) {
      at(of);
      const slots = [...bench.frame.subarray(512, 1024)];
      expect(slots[0]! * 256 + slots[1]!).toBeCloseTo(level, -1);
      expect(slots.slice(2, 4)).toEqual([255, 255]);
      expect(slots.slice(20).every((level) => level === 0)).toBe(true);
    }
  });

  it("snaps at once where no time is given, and leaves later edits alone", () => {
    const { at, bench } = crossed(0, other);
    expect(words(at(0), 1)).toEqual([0, 32768]);
    bench.sketch("ann", { s: { who: { heads: ["fx-1"] }, rank: 1, parts: { Dimmer: part([1]) } } });
    bench.engine.tick((bench.t += 0.01), bench.frame);
    expect(words([...bench.frame], 1)[0]).toBe(65535);
  });

  it("goes on from where it is when yet another show is opened meanwhile", () => {
    const first = crossed(2, other);
    expect(words(first.at(0.5), 1)).toEqual([32768, 65535]);
    const second = takenOver(first.bench, { seconds: 4, other: [...smallShow().records.values()] });
    expect(words(second.at(0), 1)).toEqual([32768, 65535]);
    expect(words(second.at(0.5), 1)).toEqual([16384, 65535]);
    expect(words(second.at(1.01), 1)).toEqual([0, 32768]);
  });
});
