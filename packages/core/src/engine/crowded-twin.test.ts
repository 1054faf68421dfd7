import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { seededRandom } from "../random/random";
import type { PlayCommand } from "../playing/commands";
import { playChanges } from "../playing/play";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import { CROWD_GROUPS, crowdedShow, pick, randomStroke, ReferenceEngine, sameOctets, type Random } from "../testing";
import { Engine } from "./engine";

const LEVELS = [0, 0, 0.3, 0.5, 0.8, 1, 1] as const;

function randomCommand(show: Show, random: Random): PlayCommand {
  const playbackId = `card-list-${1 + Math.floor(random() * 50)}`;
  const head = pick(random, show.rig.heads);
  const groupMasterId = `master-${pick(random, ["a", "b", "c"])}`;
  const level = random() < 0.5 ? pick(random, LEVELS) : random();
  const card: PlayCommand[] = [
    { type: "go", playbackId },
    { type: "go", playbackId },
    { type: "go", playbackId, seconds: random() },
    { type: "level", playbackId, level },
    { type: "level", playbackId, level },
    { type: "level", playbackId, level },
    { type: "let-go", playbackId },
    { type: pick(random, ["back", "pause", "continue", "toggle"] as const), playbackId },
    { type: "flash", playbackId, press: "down" },
    { type: "flash", playbackId, press: pick(random, ["down", "up", "up"] as const) },
  ];
  const stage: PlayCommand[] = [
    { type: "group-level", groupMasterId, level },
    { type: "grand-master", level: pick(random, [1, 1, 0.5]) },
    { type: "blackout", on: random() < 0.3 },
    { type: "sweep" },
    { type: "park", head: head.key, values: { [pick(random, [...head.parameters.keys()])]: random() } },
    { type: "unpark", head: head.key },
    { type: "bpm", masterId: "pulse", bpm: 60 + random() * 200 },
    { type: "tap", masterId: "pulse" },
  ];
  return pick(random, random() < 0.8 ? card : stage);
}

/** A lamp fades, leaves or fails otherwise than before. Other limits would aim anew, which the plain engine doesn't. */
function lampChange(show: Show, random: Random): Change {
  const lamp = pick(random, show.all("fixture"));
  const { curveId, panTilt } = lamp;
  const broken = lamp.outOfService?.fans === "close up" ? undefined : lamp.outOfService;
  return pick<Change>(random, [
    setChange(lamp.id, ["curveId"], { from: curveId, to: pick(random, [undefined, "curve s", "drawn"]) }),
    setChange(lamp.id, ["panTilt"], { from: panTilt, to: { ...panTilt, inverted: [pick(random, ["Pan", "Tilt"])] } }),
    broken || lamp.outOfService === undefined
      ? setChange(lamp.id, ["outOfService"], { from: broken, to: broken ? undefined : { fans: "gap" } })
      : setChange(lamp.id, ["name"], { from: lamp.name, to: "Left" }),
  ]);
}

function randomAction(show: Show, random: Random, t: number): readonly Change[] {
  if (random() < 0.05) return [lampChange(show, random)];
  const personId = pick(random, ["ann", "ben"]);
  if (random() < 0.1) {
    const to = random() < 0.4 ? {} : { s: randomStroke(random, 1, CROWD_GROUPS) };
    return [setChange(sketchIdOf(personId), ["strokes"], { from: show.sketchOf(personId)!.strokes, to })];
  }
  const changes = playChanges(show, randomCommand(show, random), { t, personId });
  return changes.ok ? changes.value : [];
}

/** The trace of some parameters tells what the reference says, and ends in the octets that leave. */
function checkTraces(engine: Engine, reference: ReferenceEngine, of: { frame: Uint8Array; random: Random; at: string }): void {
  const { rig } = engine.show;
  const { deciders } = reference;
  for (let look = 0; look < 6; look++) {
    const parameter = Math.floor(of.random() * rig.parameters.length);
    const trace = engine.trace(parameter);
    expect(trace.winner, `${of.at}, parameter ${parameter}`).toBe(deciders.get(parameter) ?? null);
    expect(trace.value, `${of.at}, parameter ${parameter}`).toBe(engine.values[parameter]);
    const { head, channel } = rig.parameters[parameter]!;
    const patch = channel.break === 2 ? head.fixture.morePatches![0]! : head.fixture.patch!;
    const first = rig.universes.indexOf(patch.universe) * 512 + patch.address - 2;
    expect(trace.slots).toEqual(channel.slots.map((slot) => of.frame[first + slot]));
    // Where nothing is on its way and nothing lies above, what shows is what the one who decides says.
    const top = trace.links.find(({ sourceId }) => sourceId === trace.winner);
    const plain = top?.share === 1 && trace.steps.length === 0 && trace.links.every(({ rides }) => rides === null);
    if (plain && top.rule === "replaces") expect(trace.value).toBe(Math.fround(top.says!));
  }
}

/** Runs one random improvisation on both engines; every octet of every frame must be equal. */
function improvise(seed: number, actions: number): { frames: number; mostPlaying: number } {
  const random = seededRandom(seed);
  const show = crowdedShow(random);
  const engine = new Engine(show, 1000);
  const reference = new ReferenceEngine(show);
  const frame = new Uint8Array(engine.frameLength);
  let t = 1000;
  let mostPlaying = 0;
  for (let step = 0; step < actions; step++) {
    t += random() < 0.2 ? 0 : random() * 0.8;
    const changes = randomAction(engine.show, random, t);
    expect(engine.command({ at: t, changes }).ok).toBe(true);
    reference.command({ at: t, changes });
    t += random() * 0.4;
    engine.tick(t, frame);
    sameOctets(frame, reference.tick(t), `seed ${seed}, step ${step}`);
    if (step % 4 === 0) checkTraces(engine, reference, { frame, random, at: `seed ${seed}, step ${step}` });
    mostPlaying = Math.max(mostPlaying, engine.running.length);
  }
  return { frames: actions, mostPlaying };
}

describe("the merge of 50 playbacks over 224 heads", () => {
  it("is what a plain reading of section 8 of the model gives, through 600 random actions (4 seeds)", () => {
    for (let seed = 1; seed <= 4; seed++) {
      const { mostPlaying } = improvise(seed, 150);
      expect(mostPlaying).toBeGreaterThan(15);
    }
  });
});
