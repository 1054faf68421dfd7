import {
  masterStateIdOf,
  seededRandom,
  steadyTempo,
  setChange,
  sketchIdOf,
  useKernels,
  type Kernels,
  type PlayCommand,
  type Show,
  type ShowRecord,
} from "@vexa/core";
import {
  EngineOnBench,
  fixture,
  listWithCard,
  pick,
  randomStroke,
  randomTimes,
  showOf,
  TEST_PROFILES,
  type Random,
} from "@vexa/core/testing";
import { afterEach, describe, expect, it } from "vitest";
import { mergeKernels } from "./merge-kernels";

const kernels = mergeKernels()!;
const LAMPS = 130;
const GROUPS = Array.from({ length: 12 }, (_, index) => `stretch-${index}`);

/** Movers in a row under 24 cards, each for a stretch of neighbours: their intensities and colours lie one behind the other, and over each other. */
function wallShow(random: Random): Show {
  const heads = Array.from({ length: LAMPS }, (_, index) => fixture(index + 1));
  const groups = GROUPS.map((id, rank): ShowRecord => {
    const first = Math.floor(random() * 90);
    const keys = heads.slice(first, first + 20 + Math.floor(random() * 70)).map((head) => head.id);
    return { id, kind: "group", version: 1, name: id, rank, heads: keys, territoryId: null };
  });
  const lists = Array.from({ length: 24 }, (_, index) => {
    const cue = (): Parameters<typeof listWithCard>[1][number] => ({
      inSeconds: pick(random, [0, 2 * random()]),
      strokes: [randomStroke(random, 1, GROUPS)],
      ...(random() < 0.3 ? randomTimes(random) : {}),
    });
    const card = { ...(random() < 0.4 ? { colors: "add" as const } : {}), ...(random() < 0.2 ? { fader: "everything" as const } : {}) };
    return listWithCard(`list-${index}`, [cue(), cue()], { releaseSeconds: random(), letsGoAtZero: random() < 0.3, ...card });
  });
  return showOf([
    { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
    ...TEST_PROFILES,
    ...heads,
    ...groups,
    { id: "pulse", kind: "master", version: 1, name: "Pulse", rank: 0 },
    { id: masterStateIdOf("pulse"), kind: "masterState", version: 1, masterId: "pulse", tempo: steadyTempo(120) },
    { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null },
    { id: sketchIdOf("ann"), kind: "sketch", version: 1, personId: "ann", strokes: {} },
    ...lists.flat(),
  ]);
}

function randomHand(random: Random): PlayCommand {
  const playbackId = `card-list-${Math.floor(random() * 24)}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId },
    { type: "level", playbackId, level: random() },
    { type: "level", playbackId, level: pick(random, [0, 0.5, 1]) },
    { type: "let-go", playbackId },
    { type: "grand-master", level: pick(random, [1, 0.5]) },
  ]);
}

/** What random hands make of it, frame for frame: some follow each other at once, and some only when all has come to rest. */
function evening(seed: number, used: Kernels | null): string[] {
  useKernels(used);
  const random = seededRandom(seed);
  const bench = new EngineOnBench(wallShow(random));
  return Array.from({ length: 300 }, (_, step) => {
    if (random() < 0.6) bench.play(randomHand(random));
    else if (random() < 0.1) {
      const { strokes } = bench.engine.show.sketchOf("ann")!;
      const to = random() < 0.5 ? {} : { s: randomStroke(random, 1, GROUPS) };
      bench.change([setChange(sketchIdOf("ann"), ["strokes"], { from: strokes, to })]);
    }
    bench.engine.tick((bench.t += step % 50 > 40 ? 3 : random() * 0.4), bench.frame);
    return Buffer.from(bench.frame).toString("base64");
  });
}

afterEach(() => useKernels(null));

describe("long stretches that lie over each other", () => {
  it("give the octets of the plain loops where blocks are passed over, through random evenings (4 seeds)", () => {
    let blocks = 0;
    const counted: Kernels = {
      ...kernels,
      overtop(to, tops, values, count) {
        blocks += count;
        kernels.overtop(to, tops, values, count);
      },
    };
    for (let seed = 1; seed <= 4; seed++) {
      const plain = evening(seed, null);
      expect(evening(seed, counted), `seed ${seed}`).toEqual(plain);
      expect(new Set(plain).size).toBeGreaterThan(150);
    }
    expect(blocks).toBeGreaterThan(10_000);
  });
});
