import { allDue, curtainIdOf, edit, Engine, playChanges, seededRandom, setChange, Show, sketchIdOf } from "@vexa/core";
import type { PlayCommand, ShowRecord } from "@vexa/core";

export const MOMENTS = 1000;
const SEED = 20261126;
const FIRST_SECONDS = 1000;
const LEAD = "person-ines";

/**
 * Plays a show by seeded commands (lists, motions, faders, masters, park, curtain, a sketch, what comes due) and gives the octets of
 * each moment. The same records give the same octets for ever: later versions are held against a recording of the first.
 */
export function* playMoments(records: readonly ShowRecord[]): Generator<{ readonly t: number; readonly octets: Uint8Array }> {
  const random = seededRandom(SEED);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const engine = new Engine(new Show(new Map(records.map((record) => [record.id, record]))), FIRST_SECONDS);
  const frame = new Uint8Array(engine.frameLength);
  let t = FIRST_SECONDS;

  const play = (command: PlayCommand, at: number): void => {
    const changes = playChanges(engine.show, command, { t: at, personId: LEAD });
    if (!changes.ok || !edit(engine.show, changes.value).ok) return;
    engine.command({ at: t, changes: changes.value });
  };
  const sketch = (): void => {
    const present = engine.show.sketchOf(LEAD);
    const cue = pick(engine.show.all("cue"));
    const strokes = random() < 0.3 ? {} : cue.strokes;
    if (present) engine.command({ at: t, changes: [setChange(sketchIdOf(LEAD), ["strokes"], { from: present.strokes, to: strokes })] });
  };
  const ids = {
    cards: engine.show.all("playback").map(({ id }) => id),
    masters: engine.show.all("master").map(({ id }) => id),
    groupMasters: engine.show.all("groupMaster").map(({ id }) => id),
    heads: engine.show.rig.heads.map(({ key }) => key),
  };
  const onCard = (): PlayCommand => {
    const playbackId = pick(ids.cards);
    const type = pick(["go", "go", "go", "level", "level", "flash", "toggle", "back", "pause", "continue", "let-go", "go-to"] as const);
    if (type === "level") return { type, playbackId, level: pick([0, 1, random()]) };
    if (type === "flash") return { type, playbackId, press: pick(["down", "up"]) };
    if (type === "go") return random() < 0.2 ? { type, playbackId, seconds: random() * 3 } : { type, playbackId };
    return { type, playbackId };
  };
  const onMaster = (): PlayCommand => {
    const masterId = pick(ids.masters);
    const type = pick(["tap", "tap", "tap", "bpm", "scale", "hold", "run", "resync", "release", "take"] as const);
    if (type === "bpm") return { type, masterId, bpm: 30 + random() * 200 };
    return type === "scale" ? { type, masterId, factor: pick([0.5, 1, 2, random() * 2]) } : { type, masterId };
  };
  const onStage = (): PlayCommand =>
    pick<() => PlayCommand>([
      () => ({ type: "grand-master", level: pick([1, 1, random()]) }),
      () => ({ type: "blackout", on: random() < 0.3 }),
      () => ({ type: "sweep" }),
      () => ({ type: "group-level", groupMasterId: pick(ids.groupMasters), level: random() }),
      () => ({ type: "park", head: pick(ids.heads), values: { Dimmer: random() } }),
      () => ({ type: "unpark", head: pick(engine.show.all("park").map(({ head }) => head)) ?? ids.heads[0]! }),
      () =>
        engine.show.get("curtain", curtainIdOf(LEAD))
          ? { type: "curtain-raise", seconds: pick([0, 1, 3]) }
          : { type: "curtain-drop", heads: ids.heads.filter(() => random() < 0.3) },
    ])();

  for (let moment = 0; moment < MOMENTS; moment++) {
    const until = t + 0.02 + random() ** 3 * 2;
    // What comes due is dated to its moment, one after the other.
    for (let steps = 0; steps < 20; steps++) {
      const [due] = allDue(engine.show)
        .filter(({ atSeconds }) => atSeconds <= until)
        .toSorted((a, b) => a.atSeconds - b.atSeconds);
      if (!due) break;
      t = Math.max(t, due.atSeconds);
      play(due.command, due.atSeconds);
    }
    t = until;
    const kind = random();
    if (kind < 0.5) play(onCard(), t);
    else if (kind < 0.62) play(onMaster(), t);
    else if (kind < 0.74) play(onStage(), t);
    else if (kind < 0.78) sketch();
    engine.tick(t, frame);
    yield { t, octets: frame };
  }
}
