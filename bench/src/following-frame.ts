import { Engine, playChanges, setChange, sketchIdOf, Show, type ShowRecord } from "@vexa/core";
import { largeRig } from "@vexa/demo";
import { FRAME_MS } from "./crowd";
import { START_SECONDS } from "./loaded-show";
import { median } from "./measure";

const HEADS = 500;
const TARGETS = 20;

/** A frame in which 500 heads follow 20 targets that all walk, and one in which nobody does, in frames of 1/44 s; the words themselves apart. */
export function followingFrame(rounds: number): { walking: number; standing: number; word: number } {
  const person: ShowRecord = { id: "lead", kind: "person", version: 1, name: "Lead", initials: "Le", role: "lead" };
  const sketch: ShowRecord = { id: sketchIdOf("lead"), kind: "sketch", version: 1, personId: "lead", strokes: {} };
  const targets = Array.from({ length: TARGETS }, (_, index): ShowRecord => ({
    id: `target-${index}`,
    kind: "target",
    version: 1,
    name: `Target ${index}`,
    home: { x: index - TARGETS / 2, y: 3, z: 1.6 },
    smoothSeconds: 0.15,
  }));
  const rig = largeRig({ heads: 2 * HEADS, universes: 64 });
  const show = new Show(new Map([...rig, person, sketch, ...targets].map((record) => [record.id, record])));
  const heads = show.rig.heads.filter(({ parameters }) => parameters.has("Pan")).slice(0, HEADS);
  if (heads.length < HEADS) throw new Error(`only ${heads.length} heads can be turned`);
  const engine = new Engine(show, START_SECONDS);
  const each = HEADS / TARGETS;
  const strokes = Object.fromEntries(
    targets.map(({ id }, index) => [
      `s${index}`,
      {
        who: { heads: heads.slice(index * each, (index + 1) * each).map(({ key }) => key) },
        parts: { Position: { follow: { targetIds: [id] }, shape: {}, touched: 1 } },
        rank: index,
      },
    ]),
  );
  const done = engine.command({ at: START_SECONDS, changes: [setChange(sketch.id, ["strokes"], { from: {}, to: strokes })] });
  if (!done.ok) throw new Error(done.error.code);
  const frame = new Uint8Array(engine.frameLength);
  const [walking, standing, words]: [number[], number[], number[]] = [[], [], []];
  let t = START_SECONDS + 2;
  const tick = (into: number[]): void => {
    const before = performance.now();
    engine.tick((t += FRAME_MS / 1000), frame);
    into.push(performance.now() - before);
  };
  for (let round = 0; round < rounds; round++) {
    const before = performance.now();
    for (const { id } of targets) {
      const place = { x: 5 * Math.sin(round / 40 + Number(id.slice(7))), y: 3 + Math.cos(round / 50), z: 1.6 };
      const changes = playChanges(engine.show, { type: "target-at", targetId: id, place }, { t, personId: "lead" });
      if (changes.ok) engine.command({ at: t, changes: changes.value });
    }
    words.push((performance.now() - before) / TARGETS);
    tick(walking);
  }
  t += 60;
  tick([]);
  for (let round = 0; round < rounds; round++) tick(standing);
  return { walking: median(walking) / FRAME_MS, standing: median(standing) / FRAME_MS, word: median(words) / FRAME_MS };
}
