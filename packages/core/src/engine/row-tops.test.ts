import { afterEach, describe, expect, it } from "vitest";
import { compile } from "./compile";
import { useKernels, type Kernels } from "./kernels";
import { TOPPED_ROWS, topsOf } from "./row-tops";

/** A memory in which rows find room; its loops aren't asked. */
function memory(): Kernels {
  const octets = new ArrayBuffer(4096);
  let used = 0;
  return {
    memory: octets,
    floats(length: number) {
      used += length;
      return new Float32Array(octets, 4 * (used - length), length);
    },
  } as Kernels;
}

afterEach(() => useKernels(null));

describe("tops of rows", () => {
  const empty = compile([], { inSeconds: 0 });
  const levels = Float32Array.from({ length: 2 * TOPPED_ROWS + 3 }, (_, row) => ((row * 7) % 10 === 3 ? 0.5 : (row % 5) / 50));

  it("are the highest level in each block of 16, also of one that isn't full", () => {
    const room = memory();
    useKernels(room);
    const to = room.floats(levels.length)!;
    to.set(levels);
    to[5] = 0.75;
    to[levels.length - 1] = 0.625;
    const { tops, at } = topsOf({ ...empty, to });
    expect([...tops]).toEqual([0.75, 0.5, 0.625]);
    expect(at).toBe(tops.byteOffset);
  });

  it("are as high as can be where a motion or a target says what shows", () => {
    const room = memory();
    useKernels(room);
    const to = room.floats(levels.length)!;
    const motions = { ...empty.motions, targets: Int32Array.of(17) };
    const dimmer = { row: 33 } as unknown as (typeof empty.follows.Dimmer)[number];
    const follows = { ...empty.follows, Dimmer: [dimmer] };
    expect([...topsOf({ ...empty, to, motions, follows }).tops]).toEqual([0, 1, 1]);
  });

  it("are nowhere without the loops that ask for them, and for rows that found no room", () => {
    expect(topsOf({ ...empty, to: levels }).at).toBe(-1);
    useKernels(memory());
    expect(topsOf({ ...empty, to: levels }).at).toBe(-1);
  });
});
