import {
  masterStateIdOf,
  playbackStateIdOf,
  seededRandom,
  Show,
  steadyTempo,
  type Cue,
  type HeadKey,
  type Part,
  type ShowRecord,
  type Stroke,
} from "@vexa/core";
import { largeRig } from "@vexa/demo";

/** When every fade of the loaded show begins; they last `FADE_SECONDS`. */
export const START_SECONDS = 1000;
export const FADE_SECONDS = 600;
const PLAYBACKS = 64;

/**
 * A show under load: the large rig on `universes`, 64 overlapping playbacks that are all fading with mixed times and
 * levels, about one contribution in twenty a running motion.
 */
export function loadedShow(of: { universes: number; state: "fading" | "at rest" }): Show {
  const rig = largeRig({ heads: Math.round((2000 * of.universes) / 256), universes: of.universes });
  const empty = new Show(new Map(rig.map((record) => [record.id, record])));
  const heads = empty.rig.heads.map(({ key }) => key);
  const random = seededRandom(44);
  const plays = Array.from({ length: PLAYBACKS }, (_, index) => playing(index, { heads, random, state: of.state })).flat();
  const base: ShowRecord[] = [
    { id: "master", kind: "master", version: 1, name: "Pulse", rank: 0 },
    { id: masterStateIdOf("master"), kind: "masterState", version: 1, masterId: "master", tempo: steadyTempo(120) },
    { id: "page", kind: "page", version: 1, name: "Page", rank: 0, territoryId: null },
  ];
  return new Show(new Map([...rig, ...base, ...plays].map((record) => [record.id, record])));
}

function playing(
  index: number,
  { heads, random, state }: { heads: readonly HeadKey[]; random: () => number; state: "fading" | "at rest" },
): ShowRecord[] {
  const [listId, cueId, playbackId, groupId] = [`list-${index}`, `cue-${index}`, `card-${index}`, `group-${index}`];
  const count = Math.floor(heads.length / 10);
  const first = Math.floor(random() * (heads.length - count));
  const level = (): Part => ({
    level: { knots: [random(), random()] },
    shape: {},
    touched: 1,
    fade: { knots: [FADE_SECONDS * (0.5 + random() / 2)] },
    delay: { knots: [random()] },
  });
  const angle = (): Part => ({ ...level(), level: { knots: [-40 * random(), 40 * random()] } });
  const moving: Part = {
    shape: {},
    touched: 2,
    motion: {
      kind: "wave",
      waveform: "sine",
      low: 0,
      high: 1,
      base: "absolute",
      phase: { knots: [0, 360] },
      phaseShape: {},
      masterId: "master",
      rate: { knots: [1] },
    },
  };
  const still = state === "at rest";
  const stroke: Stroke = {
    who: { groupIds: [groupId] },
    rank: 1,
    parts: {
      Dimmer: index % 4 === 0 && !still ? moving : level(),
      Pan: angle(),
      Tilt: angle(),
      ColorSub_C: level(),
      ColorSub_M: level(),
      ColorSub_Y: level(),
      Shutter1: level(),
      Gobo1Pos: angle(),
      Prism1: level(),
      Frost1: level(),
      Iris: level(),
      Zoom: angle(),
      Focus1: level(),
      ColorAdd_R: level(),
      ColorAdd_G: level(),
      ColorAdd_B: level(),
    },
  };
  const cue: Cue = { id: cueId, kind: "cue", version: 1, listId, number: 1, name: cueId, inSeconds: FADE_SECONDS, strokes: { s: stroke } };
  return [
    {
      id: groupId,
      kind: "group",
      version: 1,
      name: groupId,
      rank: 100 + index,
      heads: heads.slice(first, first + count),
      territoryId: null,
    },
    { id: listId, kind: "cueList", version: 1, name: listId, rank: index, territoryId: null },
    cue,
    {
      id: playbackId,
      kind: "playback",
      version: 1,
      pageId: "page",
      listId,
      column: 0,
      row: 0,
      columns: 1,
      rows: 1,
      releaseSeconds: 1,
      startsOnRaise: true,
      letsGoAtZero: true,
    },
    {
      id: playbackStateIdOf(playbackId),
      kind: "playbackState",
      version: 1,
      playbackId,
      level: 0.5 + random() / 2,
      cueId,
      previousCueId: null,
      goSeconds: still ? START_SECONDS - 2 * FADE_SECONDS : START_SECONDS + index / 1000,
      letGoSeconds: null,
      personId: "person-ines",
    },
  ];
}
