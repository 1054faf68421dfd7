import { Engine, playChanges, Show, type Cue, type CueList, type Playback, type ShowRecord, type Stroke } from "@vexa/core";
import { understory } from "@vexa/demo";
import { START_SECONDS } from "./loaded-show";
import { median } from "./measure";

const CUES = 2000;

/** A list of 2,000 cues of the demo rig, three attributes each on one of its groups: how long a go to cue 1,999 takes, in frames of 22.7 ms. */
export function goToLastInFrames(): number {
  const demo = understory();
  const groups = ["group-spots", "group-washes", "group-bars", "group-ferns"];
  const list: CueList = { id: "long", kind: "cueList", version: 1, name: "Long", rank: 99, territoryId: null };
  const cues = Array.from({ length: CUES }, (_, index): Cue => {
    const level = (low: number, high: number) => ({
      level: { knots: [low + ((high - low) * (index % 7)) / 7, high] },
      shape: {},
      touched: 1,
    });
    const color = {
      colors: { knots: [{ x: 0.3 + (index % 9) / 40, y: 0.33, luminance: 1 }], path: "even" as const },
      shape: {},
      touched: 1,
    };
    const parts: Stroke["parts"] =
      index % 3 === 0 ? { Dimmer: level(0, 1), Color: color } : { Dimmer: level(0.2, 0.9), Pan: level(-40, 40), Tilt: level(-20, 20) };
    const stroke = { who: { groupIds: [groups[index % groups.length]!] }, parts, rank: 1 };
    return {
      id: `long-${index}`,
      kind: "cue",
      version: 1,
      listId: "long",
      number: index + 1,
      name: `Cue ${index + 1}`,
      inSeconds: 2,
      strokes: { s: stroke },
    };
  });
  const card: Playback = {
    id: "card-long",
    kind: "playback",
    version: 1,
    pageId: "page-main",
    listId: "long",
    column: 0,
    row: 9,
    columns: 2,
    rows: 2,
    releaseSeconds: 1,
    startsOnRaise: true,
    letsGoAtZero: true,
  };
  const records: readonly ShowRecord[] = [...demo, list, ...cues, card];
  const engine = new Engine(new Show(new Map(records.map((record) => [record.id, record]))), START_SECONDS);
  const frame = new Uint8Array(engine.frameLength);
  const times: number[] = [];
  for (let round = 0; round < 15; round++) {
    const at = START_SECONDS + round;
    engine.tick(at, frame);
    const changes = playChanges(
      engine.show,
      { type: "go", playbackId: "card-long", cueId: `long-${CUES - 1 - (round % 2)}` },
      { t: at, personId: "person-ines" },
    );
    if (!changes.ok) throw new Error(changes.error.code);
    const before = performance.now();
    const done = engine.command({ at, changes: changes.value });
    times.push(performance.now() - before);
    if (!done.ok) throw new Error(done.error.code);
  }
  return median(times) / (1000 / 44.1);
}
