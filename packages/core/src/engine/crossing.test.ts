import { describe, expect, it } from "vitest";
import { restoreChanges } from "../show/restore";
import type { ShowRecord } from "../show/records";
import { EngineOnBench, fixture, listWithCard, part, smallShow } from "../testing";

/** Lamp 1 lit at full and turned; the other show has a lamp of cells at its slots, and its own lamp 2 at full, turned the other way. */
function crossed(seconds: number, other: readonly ShowRecord[]): { at: (part: number) => number[]; bench: EngineOnBench } {
  const looks = { who: { heads: ["fx-1", "fx-3"] }, rank: 1, parts: { Dimmer: part([1]), Pan: part([270]) } };
  const bench = new EngineOnBench(smallShow(listWithCard("one", [{ inSeconds: 0, strokes: [looks] }])));
  bench.play({ type: "level", playbackId: "card-one", level: 1 });
  bench.play({ type: "go", playbackId: "card-one" });
  bench.engine.tick((bench.t += 1), bench.frame);
  const changes = restoreChanges(bench.engine.show, other);
  if (!changes.ok) throw new Error(JSON.stringify(changes.error));
  bench.engine.crossNext(seconds);
  bench.change(changes.value);
  const begin = bench.t;
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

  it("snaps at once where no time is given, and leaves later edits alone", () => {
    const { at, bench } = crossed(0, other);
    expect(words(at(0), 1)).toEqual([0, 32768]);
    bench.sketch("ann", { s: { who: { heads: ["fx-1"] }, rank: 1, parts: { Dimmer: part([1]) } } });
    bench.engine.tick((bench.t += 0.01), bench.frame);
    expect(words([...bench.frame], 1)[0]).toBe(65535);
  });
});
