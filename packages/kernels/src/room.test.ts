import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Room } from "./room";

setFlagsFromString("--expose-gc");
const collect = runInNewContext("gc") as () => void;

/** Lets what nobody refers to be found: whoever is told hears it between two turns. */
async function settle(): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, 0));
  collect();
  await new Promise((resolve) => setTimeout(resolve, 0));
}

describe("room for arrays", () => {
  it("gives zeros that nobody else has, within the memory", () => {
    fc.assert(
      fc.property(fc.array(fc.nat(500), { maxLength: 60 }), (lengths) => {
        const memory = new ArrayBuffer(40_000);
        const room = new Room(memory, 64);
        const given = lengths.map((length) => room.floats(length)).filter((floats) => floats !== null);
        given.forEach((floats, index) => {
          expect(floats.every((value) => value === 0)).toBe(true);
          expect(floats.byteOffset % 16).toBe(0);
          expect(floats.byteOffset).toBeGreaterThanOrEqual(64);
          floats.fill(index + 1);
        });
        given.forEach((floats, index) => expect(floats.every((value) => value === index + 1)).toBe(true));
      }),
    );
  });

  it("says so when there is none left, and goes on with less", () => {
    const room = new Room(new ArrayBuffer(1024), 0);
    expect(room.floats(300)).toBeNull();
    expect(room.floats(100)?.length).toBe(100);
    expect(room.floats(Number.MAX_SAFE_INTEGER)).toBeNull();
  });

  it("takes back what nobody refers to any more, and never what somebody does", async () => {
    const room = new Room(new ArrayBuffer(100_000), 0);
    const kept = room.floats(1000)!.fill(7);
    for (let round = 0; round < 200; round++) {
      const floats = room.floats(1000);
      // Where all is taken, collecting makes room: a hundred times what there is goes through it.
      if (!floats) await settle();
      else if (floats.every((value) => value === 0)) floats.fill(round + 1);
      else throw new Error("what somebody left behind is still there");
    }
    await settle();
    expect(room.floats(1000)).not.toBeNull();
    expect(kept.every((value) => value === 7)).toBe(true);
  });
});
