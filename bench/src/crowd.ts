import {
  Engine,
  Show,
  type Cue,
  type CueList,
  type Part,
  type Playback,
  type PlaybackState,
  type ShowRecord,
  type Stroke,
} from "@vexa/core";
import { understory } from "@vexa/demo";
import { median } from "./measure";

const PLAYBACKS = 200;
const GROUPS = ["group-spots", "group-washes", "group-ferns", "group-bars", "group-lanterns"] as const;
const START_SECONDS = 1000;
export const FRAME_MS = 1000 / 44;

/** 200 playbacks that all run over the demo's rig: levels, positions, colours and, each fourth, a dimmer wave. */
export function crowdRecords(startSeconds = START_SECONDS): ShowRecord[] {
  return Array.from({ length: PLAYBACKS }, (_, index): ShowRecord[] => {
    const [listId, cueId, playbackId] = [`crowd-${index}`, `crowd-cue-${index}`, `crowd-card-${index}`];
    const part = (...knots: number[]): Part => ({ level: { knots }, shape: {}, touched: 1 });
    const wave: Part = {
      shape: {},
      touched: 1,
      motion: {
        kind: "wave",
        waveform: "sine",
        base: "absolute",
        low: 0,
        high: 1,
        phase: { knots: [0, 360] },
        phaseShape: {},
        masterId: "master-pulse",
        rate: { knots: [1] },
      },
    };
    const stroke: Stroke = {
      who: { groupIds: [GROUPS[index % GROUPS.length]!] },
      rank: 1,
      parts: {
        Dimmer: index % 4 === 0 ? wave : part(index / PLAYBACKS, 0.2),
        Pan: part(-index / 10, index / 10),
        ColorAdd_R: part(index / PLAYBACKS),
        ColorAdd_G: part(1, 0),
      },
    };
    const list: CueList = { id: listId, kind: "cueList", version: 1, name: listId, rank: index, territoryId: null };
    const cue: Cue = { id: cueId, kind: "cue", version: 1, listId, number: 1, name: cueId, inSeconds: 2, strokes: { s: stroke } };
    const playback: Playback = {
      ...{ id: playbackId, kind: "playback", version: 1, pageId: "page-main", listId, column: 0, row: 0, columns: 1, rows: 1 },
      ...{ releaseSeconds: 1, startsOnRaise: true, letsGoAtZero: true },
    };
    const state: PlaybackState = {
      ...{ id: `state-${playbackId}`, kind: "playbackState", version: 1, playbackId, level: 1, cueId, previousCueId: null },
      ...{ goSeconds: startSeconds - 100 + index / PLAYBACKS, letGoSeconds: null, personId: "person-ines" },
    };
    return [list, cue, playback, state];
  }).flat();
}

/** Milliseconds of a frame with 200 playbacks running, and of working out who hides whom. */
export function crowdFrame(rounds: number): { frameMs: number; showingsMs: number; running: number } {
  const show = new Show(new Map([...understory(), ...crowdRecords()].map((record) => [record.id, record])));
  const engine = new Engine(show, START_SECONDS);
  const frame = new Uint8Array(engine.frameLength);
  const timed = (work: (round: number) => void): number =>
    median(
      Array.from({ length: rounds }, (_, round) => {
        const before = performance.now();
        work(round);
        return performance.now() - before;
      }),
    );
  const frameMs = timed((round) => engine.tick(START_SECONDS + round / 44, frame));
  const showingsMs = timed(() => {
    const work = engine.whoShows();
    while (!work.next().done);
  });
  return { frameMs, showingsMs, running: engine.running.length };
}
