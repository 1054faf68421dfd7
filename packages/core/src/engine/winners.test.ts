import { describe, expect, it } from "vitest";
import type { PlayCommand } from "../playing/commands";
import { seededRandom } from "../random/random";
import { crowdedShow, EngineOnBench, fixture, pick, type Random } from "../testing";
import { toTheEnd } from "../units/to-the-end";
import type { WhoShows } from "./winners";

const randomHand = (random: Random): PlayCommand => {
  const playbackId = `card-list-${1 + Math.floor(random() * 50)}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId, seconds: 0 },
    { type: "level", playbackId, level: pick(random, [0, 0.3, 1]) },
    { type: "let-go", playbackId },
    { type: "grand-master", level: pick(random, [1, 0.5]) },
  ]);
};

describe("who shows", () => {
  it("is the same whether it was asked often or never before: on fading stages, and on rigs that grow and shrink", () => {
    for (let seed = 1; seed <= 4; seed++) {
      const [often, once] = [seed, seed].map((same) => new EngineOnBench(crowdedShow(seededRandom(same)))) as [
        EngineOnBench,
        EngineOnBench,
      ];
      const random = seededRandom(100 + seed);
      const more = { ...fixture(400), patch: { universe: 40, address: 1 } };
      for (let step = 1; step <= 40; step++) {
        const command = randomHand(random);
        const later = random() * 0.6;
        for (const bench of [often, once]) {
          bench.t += later;
          ticked(bench);
          bench.play(command);
          if (step === 15) bench.change([{ op: "add", record: more }]);
          if (step === 30) bench.change([{ op: "remove", record: bench.engine.show.get("fixture", more.id)! }]);
        }
        asked(often);
      }
      const shows = asked(often);
      expect(shows).toEqual(asked(once));
      expect(shows.showings.length).toBeGreaterThan(5);
    }
  });
});

/** A frame, however large the rig is by now. */
function ticked({ engine, t }: EngineOnBench): void {
  engine.tick(t, new Uint8Array(engine.frameLength));
}

function asked(bench: EngineOnBench): WhoShows {
  ticked(bench);
  return toTheEnd(bench.engine.whoShows());
}
