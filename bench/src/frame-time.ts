import {
  Engine,
  kernelsNow,
  setChange,
  Show,
  type Change,
  type Cue,
  type CueList,
  type HeadKey,
  type Part,
  playbackStateIdOf,
  useKernels,
  type Preset,
  type ShowRecord,
} from "@vexa/core";
import { ReferenceEngine, sameOctets } from "@vexa/core/testing";
import { BarePass } from "./bare-pass";
import { loadedShow, START_SECONDS } from "./loaded-show";
import { interleaved, median, WARM_UP } from "./measure";

const FRAME = 1 / 44;

export interface FrameTimes {
  readonly universes: number;
  readonly parameters: number;
  readonly contributions: number;
  readonly bareMs: number;
  readonly engineMs: number;
  /** Engine over bare: the target is 2. */
  readonly ratio: number;
}

/** Shows in which nothing hides anything: all faders, at part levels, scale everything; all attributes take the highest. */
export const NOTHING_HIDES = {
  "every fader scaling everything": (record: ShowRecord): ShowRecord =>
    record.kind === "playback" ? { ...record, fader: "everything" } : record,
  "every attribute by the highest": (record: ShowRecord): ShowRecord =>
    record.kind === "fixture" ? { ...record, precedence: Object.fromEntries(ALL_OF_THEM.map((attribute) => [attribute, "HTP"])) } : record,
} as const;

const ALL_OF_THEM = [
  ...["Dimmer", "Pan", "Tilt", "Shutter1", "Color1", "Gobo1", "Gobo1Pos", "Prism1", "Frost1", "Iris", "Zoom", "Focus1"],
  ...["ColorAdd_R", "ColorAdd_G", "ColorAdd_B", "ColorSub_C", "ColorSub_M", "ColorSub_Y"],
];

/** A full frame of fading playbacks against a bare pass over the same arrays, in the same run; `of`: each record of the show otherwise. */
export function frameTimes(universes: number, rounds: number, of = (record: ShowRecord): ShowRecord => record): FrameTimes {
  const loaded = loadedShow({ universes, state: "fading" });
  const show = new Show(new Map([...loaded.records].map(([id, record]) => [id, of(record)])));
  const engine = new Engine(show, START_SECONDS + 1);
  const bare = new BarePass(show);
  const [frame, other] = [new Uint8Array(engine.frameLength), new Uint8Array(engine.frameLength)];
  const work = [(round: number) => void engine.tick(START_SECONDS + 2 + round * FRAME, frame), () => bare.run(other)];
  interleaved(work, 30);
  const [engineMs, bareMs] = interleaved(work, rounds) as [number, number];
  return {
    universes,
    parameters: show.rig.parameters.length,
    contributions: bare.contributions,
    bareMs,
    engineMs,
    ratio: engineMs / bareMs,
  };
}

/** A full frame with the merge's loops in WebAssembly and with the plain ones, in the same run, with equal octets. */
export function loopsAgainstPlain(universes: number, rounds: number): { loopsMs: number; plainMs: number } {
  const show = loadedShow({ universes, state: "fading" });
  const used = kernelsNow();
  useKernels(null);
  const plain = new Engine(show, START_SECONDS + 1);
  useKernels(used);
  const engine = new Engine(show, START_SECONDS + 1);
  const [frame, expected] = [new Uint8Array(engine.frameLength), new Uint8Array(engine.frameLength)];
  const at = (round: number): number => START_SECONDS + 2 + round * FRAME;
  const works = [(round: number) => void engine.tick(at(round), frame), (round: number) => void plain.tick(at(round), expected)];
  interleaved([...works, () => sameOctets(frame, expected, "loops against plain")], 30);
  const [loopsMs, plainMs] = interleaved(works, rounds) as [number, number];
  return { loopsMs, plainMs };
}

/** Starts both engines on the same show, checks that their octets are equal, and tells how many times faster ours is. */
export function againstPlain(universes: number, rounds: number): { ratio: number; frames: number; plainMs: number; engineMs: number } {
  const show = loadedShow({ universes, state: "fading" });
  const states = show.all("playbackState");
  const idle = new Map([...show.records].filter(([, record]) => record.kind !== "playbackState"));
  const stopped = show.withRecords(idle);
  const [engine, plain] = [new Engine(stopped, START_SECONDS), new ReferenceEngine(stopped)];
  for (const state of states) {
    const start = { at: state.goSeconds, changes: [{ op: "add" as const, record: state }] };
    engine.command(start);
    plain.command(start);
  }
  const frame = new Uint8Array(engine.frameLength);
  let expected = new Uint8Array(0);
  let frames = 0;
  const at = (round: number): number => START_SECONDS + 2 + round * FRAME;
  const [engineMs, plainMs] = interleaved(
    [
      (round) => void engine.tick(at(round), frame),
      (round) => {
        expected = plain.tick(at(round)) as Uint8Array<ArrayBuffer>;
      },
      () => {
        const differs = frame.findIndex((octet, slot) => octet !== expected[slot]);
        if (differs >= 0) throw new Error(`frame ${frames}, slot ${differs + 1}: ${frame[differs]} instead of ${expected[differs]}`);
        frames++;
      },
    ],
    rounds,
  ) as [number, number];
  return { ratio: plainMs / engineMs, frames, plainMs, engineMs };
}

/** A frame in which nothing changed, over a full one. */
export function idleShare(universes: number): number {
  const rest = new Engine(loadedShow({ universes, state: "at rest" }), START_SECONDS);
  const busy = new Engine(loadedShow({ universes, state: "fading" }), START_SECONDS + 1);
  const frame = new Uint8Array(rest.frameLength);
  rest.tick(START_SECONDS + 1, frame);
  rest.tick(START_SECONDS + 2, frame);
  const [idleMs, fullMs] = interleaved(
    [
      (round) => {
        for (let time = 0; time < 100; time++) rest.tick(START_SECONDS + 3 + round + time * FRAME, frame);
      },
      (round) => void busy.tick(START_SECONDS + 3 + round * FRAME, frame),
    ],
    60,
  ) as [number, number];
  return idleMs / 100 / fullMs;
}

/** One fader moves while everything else rests, over a full frame. */
export function oneFaderShare(universes: number, rounds: number): FaderShare {
  return fadersShare(universes, rounds, ["card-1"]);
}

/** Eight faders move in one frame, a command each, while everything else rests, over a full frame. */
export function eightFadersShare(universes: number, rounds: number): FaderShare {
  return fadersShare(
    universes,
    rounds,
    Array.from({ length: 8 }, (_, index) => `card-${index}`),
  );
}

interface FaderShare {
  readonly share: number;
  readonly ms: number;
}

function fadersShare(universes: number, rounds: number, cards: readonly string[]): FaderShare {
  const rest = new Engine(loadedShow({ universes, state: "at rest" }), START_SECONDS);
  const busy = new Engine(loadedShow({ universes, state: "fading" }), START_SECONDS + 1);
  const frame = new Uint8Array(rest.frameLength);
  let steps = 0;
  const work: [() => void, (round: number) => void] = [
    () => {
      const at = START_SECONDS + ++steps / 100;
      for (const card of cards) {
        const from = rest.show.playbackState(card)!.level;
        const to = 0.5 + (steps % 50) / 100;
        if (to !== from) rest.command({ at, changes: [setChange(playbackStateIdOf(card), ["level"], { from, to })] });
      }
      rest.tick(at, frame);
    },
    (round) => void busy.tick(START_SECONDS + 3 + round * FRAME, frame),
  ];
  for (let round = 0; round < WARM_UP; round++) work[0]();
  interleaved(work, 30);
  const [moved, full] = interleaved(work, rounds) as [number, number];
  return { share: moved / full, ms: moved };
}

/** An edit of one attribute that 2,000 heads of a running cue show, until it is compiled, in frames of 22.7 ms. */
export function editInFrames(): number {
  return editTimes((engine, round) => {
    const path = ["strokes", "s", "parts", "Zoom", "level", "knots"];
    const from = engine.show.get("cue", "cue-3")!.strokes["s"]!.parts.Zoom!.level!.knots;
    return setChange("cue-3", path, { from, to: [10, 10 + round] });
  });
}

/** An edit of the group itself: which 2,000 heads a running cue of 16 attributes is about. */
export function groupEditInFrames(): number {
  return editTimes((engine, round, heads) =>
    setChange("group-3", ["heads"], { from: engine.show.groupHeads("group-3")!, to: heads.slice(round, round + 2000) }),
  );
}

/**
 * An edit of a colour preset in a large show (2,000 moving heads, 500 presets, 1,000 cues) that 400 cues use, two of which play
 * on 1,000 heads each, until it is compiled, in frames of 22.7 ms.
 */
export function presetEditInFrames(): number {
  const base = loadedShow({ universes: 256, state: "at rest" });
  const color = (x: number): Part => ({ colors: { knots: [{ x, y: 0.33, luminance: 1 }], path: "even" }, shape: {}, touched: 0 });
  const presets = Array.from({ length: 500 }, (_, index): Preset => ({
    id: `preset-${index}`,
    kind: "preset",
    version: 1,
    name: null,
    rank: index,
    family: "Colour",
    territoryId: null,
    universal: { Color: color(0.3) },
    perProfile: {},
    perHead: {},
  }));
  const heads = base.rig.heads.filter(({ parameters }) => parameters.has("Pan")).map(({ key }) => key);
  const cues = Array.from({ length: 1000 }, (_, index): Cue => {
    const refers: Part = { presets: { ids: [index < 400 ? "preset-7" : `preset-${index % 500}`], path: "even" }, shape: {}, touched: 1 };
    const who = { heads: heads.slice((index % 2) * 1000, (index % 2) * 1000 + 1000) };
    return {
      id: `many-${index}`,
      kind: "cue",
      version: 1,
      listId: `many-list-${index < 2 ? index : 2}`,
      number: 10 + index,
      name: `Cue ${index}`,
      inSeconds: 0,
      strokes: { s: { who, parts: { Color: refers }, rank: 1 } },
    };
  });
  const lists = [0, 1, 2].map((index): CueList => ({
    id: `many-list-${index}`,
    kind: "cueList",
    version: 1,
    name: "Many",
    rank: 100 + index,
    territoryId: null,
  }));
  const plays = [0, 1].flatMap((index): ShowRecord[] => {
    const [card, state] = [base.get("playback", `card-${index}`)!, base.playbackState(`card-${index}`)!];
    const playbackId = `many-card-${index}`;
    return [
      { ...card, id: playbackId, listId: `many-list-${index}` },
      { ...state, id: playbackStateIdOf(playbackId), playbackId, cueId: `many-${index}`, goSeconds: START_SECONDS - 1 },
    ];
  });
  const more: readonly ShowRecord[] = [...presets, ...lists, ...cues, ...plays];
  const show = new Show(new Map([...base.records, ...more.map((record) => [record.id, record] as const)]));
  const engine = new Engine(show, START_SECONDS);
  engine.tick(START_SECONDS, new Uint8Array(engine.frameLength));
  const times: number[] = [];
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 1; round <= 20; round++) {
    // Frames go on between people's edits.
    engine.tick(START_SECONDS + round - FRAME, frame);
    const now = engine.show.get("preset", "preset-7")!.universal.Color;
    const before = performance.now();
    const done = engine.command({
      at: START_SECONDS + round,
      changes: [setChange("preset-7", ["universal", "Color"], { from: now, to: color(0.3 + round / 100) })],
    });
    times.push(performance.now() - before);
    if (!done.ok) throw new Error(done.error.code);
  }
  return median(times) / (1000 * FRAME);
}

function editTimes(change: (engine: Engine, round: number, heads: readonly HeadKey[]) => Change): number {
  const show: Show = loadedShow({ universes: 256, state: "at rest" });
  const engine = new Engine(show, START_SECONDS);
  const heads = show.rig.heads.map(({ key }) => key);
  const widen = setChange("group-3", ["heads"], { from: show.groupHeads("group-3")!, to: heads.slice(0, 2000) });
  engine.command({ at: START_SECONDS, changes: [widen] });
  engine.tick(START_SECONDS, new Uint8Array(engine.frameLength));
  const times: number[] = [];
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 1; round <= 20; round++) {
    engine.tick(START_SECONDS + round - FRAME, frame);
    const changes = [change(engine, round, heads)];
    const before = performance.now();
    const done = engine.command({ at: START_SECONDS + round, changes });
    times.push(performance.now() - before);
    if (!done.ok) throw new Error(done.error.code);
  }
  return median(times) / (1000 * FRAME);
}

/** Octets of heap that `frames` ticks leave behind, by a heap that is collected before and after. */
export function heapGrowth(frames: number): number {
  const engine = new Engine(loadedShow({ universes: 4, state: "fading" }), START_SECONDS + 1);
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 0; round < 1000; round++) engine.tick(START_SECONDS + 2 + round * FRAME, frame);
  const collect = (globalThis as { gc?: () => void }).gc;
  collect?.();
  const before = process.memoryUsage().heapUsed;
  for (let round = 0; round < frames; round++) engine.tick(START_SECONDS + 30 + (round * FRAME) / 10, frame);
  collect?.();
  return process.memoryUsage().heapUsed - before;
}
