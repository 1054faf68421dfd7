import { getHeapStatistics } from "node:v8";
import { describe, expect, it } from "vitest";
import type { ShowRecord } from "../show/records";
import { seededRandom } from "../random/random";
import { crowdedShow } from "../testing/crowded-show";
import { EngineOnBench } from "../testing";

/** So few frames between two looks that the heap is hardly ever collected meanwhile; where it is, the look shows less than nothing. */
const FRAMES_A_LOOK = 25;

/** Octets that a frame takes from the heap, the middle of many looks without collecting first. */
function octetsPerFrame(of: (record: ShowRecord) => ShowRecord): number {
  const show = crowdedShow(seededRandom(7));
  const bench = new EngineOnBench(show.withRecords(new Map([...show.records].map(([id, record]) => [id, of(record)]))));
  for (const { id } of show.all("playback")) bench.play({ type: "go", playbackId: id });
  const { engine } = bench;
  const frame = new Uint8Array(engine.frameLength);
  let { t } = bench;
  for (let round = 0; round < 3000; round++) engine.tick((t += 0.0005), frame);
  expect(engine.running.length).toBeGreaterThan(40);
  const looks: number[] = [];
  for (let look = 0; look < 160; look++) {
    const before = getHeapStatistics().used_heap_size;
    for (let round = 0; round < FRAMES_A_LOOK; round++) engine.tick((t += 0.0005), frame);
    looks.push((getHeapStatistics().used_heap_size - before) / FRAMES_A_LOOK);
  }
  return looks.sort((a, b) => a - b)[looks.length / 2]!;
}

/** Each head at its own rate: a clock for each. */
function fanned(record: ShowRecord): ShowRecord {
  if (record.kind !== "cue") return record;
  const strokes = Object.entries(record.strokes).map(([id, stroke]) => {
    const parts = Object.entries(stroke.parts).map(([name, part]) => [
      name,
      part.motion ? { ...part, motion: { ...part.motion, rate: { knots: [0.5, 2] } } } : part,
    ]);
    return [id, { ...stroke, parts: Object.fromEntries(parts) as typeof stroke.parts }];
  });
  return { ...record, strokes: Object.fromEntries(strokes) as typeof record.strokes };
}

/**
 * What is left are numbers that leave a function, 3,000 to 6,000 octets of them, under a test runner, whose imports keep functions from being
 * drawn together; the engine as it is built takes the moment alone (`./vexa bench heap`). A number for each motion or each clock would be
 * 20,000 and more, an object for each stretch 100,000.
 */
const MOST_OCTETS = 12_000;

describe("a frame", () => {
  it.each([
    ["of a crowd", (record: ShowRecord) => record],
    ["of fanned rates", fanned],
    ["of colours that add", (record: ShowRecord): ShowRecord => (record.kind === "playback" ? { ...record, colors: "add" } : record)],
  ])("%s takes next to nothing from the heap, over 4,000 frames", (_, of) => {
    expect(octetsPerFrame(of)).toBeLessThan(MOST_OCTETS);
  });
});
