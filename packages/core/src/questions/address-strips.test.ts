import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import type { Profile } from "../rig/profile";
import { ODD_LAMP, oddLamp, smallShow } from "../testing";
import { addressStrips } from "./address-strips";

const LONG_LAMP: Profile = { ...ODD_LAMP, id: "profile-long", modes: [{ ...ODD_LAMP.modes[0]!, footprint: 40 }] };

describe("the slots of universes", () => {
  it("are those of lamps, each place of address by itself, and the next universe is free", () => {
    const strips = addressStrips(smallShow([ODD_LAMP, oddLamp(11)]));
    expect(strips.map(({ universe }) => universe)).toEqual([1, 100, 101]);
    expect(strips[1]!.blocks.map(({ lamp, first, last, wrong }) => [lamp.number, first, last, wrong])).toEqual([[11, 67, 72, false]]);
    expect(strips[1]!.free).toEqual([
      { first: 1, last: 66 },
      { first: 73, last: 512 },
    ]);
    expect(strips[2]).toEqual({ universe: 101, blocks: [], free: [{ first: 1, last: 512 }], taken: 0 });
  });

  it("are counted, free and shared as a count of every slot by itself has it (60 random patches)", () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const lamps = Array.from({ length: 1 + Math.floor(random() * 14) }, (_, at) => ({
        ...(at % 3 === 0 ? { ...oddLamp(100 + at), profileId: "profile-long" } : oddLamp(100 + at)),
        morePatches: [null],
        patch: { universe: 77, address: 1 + Math.floor(random() * (seed % 2 === 0 ? 120 : 512)) },
      }));
      const strip = addressStrips(smallShow([ODD_LAMP, LONG_LAMP, ...lamps])).find(({ universe }) => universe === 77)!;
      // The odd lamp takes ten slots there, every third lamp forty.
      const width = (number: number): number => ((number - 100) % 3 === 0 ? 40 : 10);
      const owners = Array.from({ length: 600 }, (_, slot) =>
        lamps.filter(({ number, patch }) => slot >= patch.address && slot < patch.address + width(number)).map(({ number }) => number),
      );
      const within = owners.slice(1, 513);
      expect(strip.taken, `seed ${seed}`).toBe(within.filter((of) => of.length > 0).length);
      const free = strip.free.flatMap(({ first, last }) => Array.from({ length: last - first + 1 }, (_, at) => first + at));
      expect(free, `seed ${seed}`).toEqual(within.flatMap((of, at) => (of.length === 0 ? [at + 1] : [])));
      const wrong = new Set([...owners.filter((of) => of.length > 1).flat(), ...owners.slice(513).flat()]);
      expect(
        strip.blocks
          .filter((block) => block.wrong)
          .map(({ lamp }) => lamp.number)
          .sort(),
        `seed ${seed}`,
      ).toEqual([...wrong].sort());
    }
  });

  it("of a show without lamps are the first universe, free", () => {
    const empty = smallShow([]);
    const none = empty.withRecords(new Map([...empty.records].filter(([, { kind }]) => kind !== "fixture")));
    expect(addressStrips(none)).toEqual([{ universe: 1, blocks: [], free: [{ first: 1, last: 512 }], taken: 0 }]);
  });
});
