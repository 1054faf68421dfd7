import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import { seededRandom } from "../random/random";
import { crowdedShow, pick, type Random } from "../testing";
import { Engine, type EngineCommand } from "./engine";
import { StepBatch } from "./fader-steps";

const FRAME = 1 / 44;

/** Mostly fader steps, of a few cards at once, some of them at zero, and now and then something else. */
function randomCommand(random: Random): PlayCommand {
  const playbackId = `card-list-${1 + Math.floor(random() * 6)}`;
  const level = random() < 0.1 ? 0 : random();
  return pick<PlayCommand>(random, [
    { type: "level", playbackId, level },
    { type: "level", playbackId, level },
    { type: "level", playbackId, level },
    { type: "group-level", groupMasterId: "master-a", level },
    { type: "grand-master", level: 0.5 + level / 2 },
    { type: "go", playbackId },
    { type: "let-go", playbackId },
  ]);
}

/** Versions count edits, of which there are fewer. */
const contents = ({ show }: Engine): object[] => [...show.records.values()].map((record) => ({ ...record, version: 0 }));

describe("a batch of fader steps", () => {
  const step = (from: number, to: number): EngineCommand => ({ at: 1, changes: [setChange("state-a", ["level"], { from, to })] });

  it("is one command, but for passes through zero and for what is no step, which keep their places", () => {
    const batch = new StepBatch();
    expect([...batch.add(step(0.2, 0.3)), ...batch.add(step(0.3, 0.4))]).toEqual([]);
    expect([...batch.add(step(0.4, 0))]).toEqual([step(0.2, 0.4), step(0.4, 0)]);
    expect([...batch.add(step(0, 0.6))]).toEqual([step(0, 0.6)]);
    const name = { at: 2, changes: [setChange("list", ["name"], { from: "a", to: "b" })] };
    expect([...batch.add(step(0.6, 0.7)), ...batch.add(name)]).toEqual([step(0.6, 0.7), name]);
    expect([...batch.take()]).toEqual([]);
  });
});

describe("fader steps that wait for the same frame", () => {
  it("give the same octets when only the last of each is commanded (750 frames of three shows)", () => {
    for (const seed of [5, 6, 7]) {
      const random = seededRandom(seed);
      const show = crowdedShow(random);
      const [each, batched] = [new Engine(show, 100), new Engine(show, 100)];
      const frames = [new Uint8Array(each.frameLength), new Uint8Array(each.frameLength)] as const;
      let [t, given, commanded] = [100, 0, 0];
      const command = (engine: Engine, one: EngineCommand): void => expect(engine.command(one)).toMatchObject({ ok: true });
      for (let frame = 0; frame < 250; frame++) {
        const batch = new StepBatch();
        const now = (one: EngineCommand): void => {
          commanded++;
          command(batched, one);
        };
        for (let count = Math.floor(random() * 12); count > 0; count--) {
          const changes = playChanges(each.show, randomCommand(random), { t, personId: pick(random, ["ann", "ben"]) });
          if (!changes.ok || changes.value.length === 0) continue;
          given++;
          command(each, { at: t, changes: changes.value });
          for (const one of batch.add({ at: t, changes: changes.value })) now(one);
        }
        for (const one of batch.take()) now(one);
        t += FRAME;
        each.tick(t, frames[0]);
        batched.tick(t, frames[1]);
        expect(Buffer.from(frames[1]).equals(Buffer.from(frames[0])), `seed ${seed}, frame ${frame}`).toBe(true);
      }
      expect(contents(batched)).toEqual(contents(each));
      expect(commanded).toBeLessThan(given);
    }
  });
});
