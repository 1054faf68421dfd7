import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { LastFrameFile, readLastFrame, type LastFrame } from "./last-frame";

let folder: string;
beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), "vexa-frame-"))));
afterAll(() => rmSync(folder, { recursive: true }));

const frame = (level: number, universes: readonly number[] = [1, 300]): LastFrame => ({
  universes,
  sequences: Uint8Array.from(universes, () => level),
  octets: new Uint8Array(512 * universes.length).fill(level),
  values: new Float32Array(700).fill(level / 255),
  clockOffset: 1.5,
});

describe("the file of the last frame", () => {
  it("gives back what was written last", () => {
    const path = join(folder, "a");
    const file = new LastFrameFile(path);
    for (const level of [1, 2, 3]) {
      file.write(frame(level));
      expect(readLastFrame(path)).toEqual(frame(level));
    }
    // Another rig: nothing of the old one is taken for it.
    file.write(frame(9, [4]));
    expect(readLastFrame(path)).toEqual(frame(9, [4]));
    file.write(frame(10, [4]));
    expect(readLastFrame(path)).toEqual(frame(10, [4]));
    file.close();
  });

  it("keeps what a run before left there until there is a frame, and while another rig's is being written", () => {
    const path = join(folder, "left");
    const before = new LastFrameFile(path);
    before.write(frame(5));
    before.close();
    const file = new LastFrameFile(path);
    expect(readLastFrame(path)).toEqual(frame(5));
    file.write(frame(6, [7, 8, 9]));
    expect(readLastFrame(path)).toEqual(frame(6, [7, 8, 9]));
    file.close();
  });

  it("gives the one before when the last one was cut off at any place", () => {
    const path = join(folder, "b");
    const file = new LastFrameFile(path);
    file.write(frame(1));
    file.write(frame(2));
    const before = readFileSync(path);
    file.write(frame(3));
    const after = readFileSync(path);
    file.close();
    for (let cut = 1; cut < before.length / 2 - 4; cut += 97) {
      // The third frame lies in the second place: half of it is there, the rest is what was there before.
      const half = Buffer.from(before);
      const start = before.length / 2;
      after.copy(half, start, start, start + cut);
      writeFileSync(path, half);
      expect([1, 2]).toContain(readLastFrame(path)!.octets[0]);
    }
  });

  it("gives none where there is none", () => {
    expect(readLastFrame(join(folder, "none"))).toBeNull();
    writeFileSync(join(folder, "garbage"), "not a frame, but long enough to be looked at as one");
    expect(readLastFrame(join(folder, "garbage"))).toBeNull();
  });
});
