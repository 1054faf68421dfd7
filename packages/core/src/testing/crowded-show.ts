import type { GroupMaster } from "../playback/group-master";
import { CARD_BUTTONS, FADER_ROLES, PRIORITIES, type Playback } from "../playback/playback";
import { SETTINGS_ID } from "../playback/stage-state";
import { masterStateIdOf } from "../playback/speed-master";
import type { Fixture } from "../rig/fixture";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import { steadyTempo } from "../tempo/tempo-clock";
import { ODD_LAMP, oddLamp } from "./odd-lamp";
import { pick, randomStroke, randomTimes, withEmitters, type Random } from "./random-content";
import { fixture, listWithCard, showOf, TEST_PROFILES } from "./small-show";

const MOVERS = 152;
const LAMPS = 16;

const MOVER_GROUPS = 16;
const CELL_GROUPS = 4;
const ODD_LAMPS = 8;

/** Sixteen groups of nine or ten movers, four of twelve cells, one of lamps that do all that lamps can, and one of their cells. */
export const CROWD_GROUPS: readonly string[] = [
  ...Array.from({ length: MOVER_GROUPS }, (_, index) => `movers-${index + 1}`),
  ...Array.from({ length: CELL_GROUPS }, (_, index) => `cells-${index + 1}`),
  "odd",
  "odd-cells",
];

/** 224 heads under 50 random playbacks of all roles and priorities, with masters of groups; Ann leads, Ben has half of the movers. */
export function crowdedShow(random: Random): Show {
  const movers = Array.from({ length: MOVERS }, (_, index) => oddOne(fixture(index + 1)));
  const lamps = Array.from({ length: LAMPS }, (_, index) => fixture(MOVERS + index + 1, "profile-cells"));
  const odd = Array.from({ length: ODD_LAMPS }, (_, index) => oddLamp(MOVERS + LAMPS + index + 1));
  const cells = lamps.flatMap(({ id }) => [1, 2, 3].map((cell) => `${id}.${cell}`));
  const nth = <T>(list: readonly T[], of: number, index: number): T[] => list.filter((_, at) => at % of === index);
  const heads = [
    ...Array.from({ length: MOVER_GROUPS }, (_, index) => nth(movers, MOVER_GROUPS, index).map(({ id }) => id)),
    ...Array.from({ length: CELL_GROUPS }, (_, index) => nth(cells, CELL_GROUPS, index)),
    odd.map(({ id }) => id),
    odd.flatMap(({ id }) => [`${id}.1`, `${id}.2`]),
  ];
  const families = ["Intensity", "Position", "Colour", "Beam"] as const;
  return withEmitters(
    showOf([
      { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
      { id: "ben", kind: "person", version: 1, name: "Ben", initials: "Be", role: "programmer" },
      ...TEST_PROFILES,
      ODD_LAMP,
      { id: "drawn", kind: "curve", version: 1, name: "Filament", shape: "drawn", points: [[0.4, 0.7]] },
      ...movers,
      ...lamps,
      ...odd,
      ...CROWD_GROUPS.map((id, rank): ShowRecord => ({
        id,
        kind: "group",
        version: 1,
        name: id,
        rank,
        heads: heads[rank]!,
        territoryId: null,
      })),
      {
        id: "north",
        kind: "territory",
        version: 1,
        name: "North",
        tint: 0,
        parts: [{ groupIds: CROWD_GROUPS.slice(0, 8), heads: [], families }],
        personIds: ["ben"],
      },
      { id: "pulse", kind: "master", version: 1, name: "Pulse", rank: 0 },
      { id: masterStateIdOf("pulse"), kind: "masterState", version: 1, masterId: "pulse", tempo: steadyTempo(120) },
      { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null },
      { id: SETTINGS_ID, kind: "settings", version: 1, stays: random() < 0.5 ? { Position: true } : {} },
      ...["ann", "ben"].map((personId) => ({ id: sketchIdOf(personId), kind: "sketch" as const, version: 1, personId, strokes: {} })),
      ...["a", "b", "c"].map((id) => groupMaster(id, random)),
      ...Array.from({ length: 50 }, (_, index) => randomList(`list-${index + 1}`, random)).flat(),
    ]),
  );
}

/**
 * Every seventh adds its colours by the highest, by an override of its own; the next one's dimmer replaces. Some fade by curves, some hang
 * turned round or crossed, some have limits, and some are out of service, which closes up the fans that they are in or doesn't.
 */
function oddOne(of: Fixture): Fixture {
  return {
    ...of,
    ...(of.number % 7 === 0 ? { precedence: { ColorAdd_R: "HTP", ColorAdd_G: "HTP", ColorAdd_B: "HTP" } } : {}),
    ...(of.number % 7 === 1 ? { precedence: { Dimmer: "LTP" } } : {}),
    ...CURVES[of.number % 11],
    ...HANGS[of.number % 13],
    ...BROKEN[of.number % 17],
  };
}

const CURVES: readonly Partial<Fixture>[] = [
  { curveId: "curve square" },
  { curveId: "curve s" },
  { curveId: "curve inverse square" },
  { curveId: "drawn" },
];
const HANGS: readonly Partial<Fixture>[] = [
  { panTilt: { inverted: ["Pan"] } },
  { panTilt: { swapped: true, limits: { Pan: [-100, 50] } } },
  { panTilt: { inverted: ["Tilt"], limits: { Tilt: [-40, 300], Pan: [10, 20] } } },
  { panTilt: { swapped: true, inverted: ["Tilt"] } },
];
const BROKEN: readonly Partial<Fixture>[] = [
  { outOfService: { note: "lamp", fans: "gap" } },
  { outOfService: { note: "yoke", fans: "close up" } },
];

function groupMaster(id: string, random: Random): GroupMaster {
  const who = { groupIds: [pick(random, CROWD_GROUPS), pick(random, CROWD_GROUPS)] };
  const place = { pageId: "page", column: 0, row: 0, columns: 1, rows: 2 };
  return { id: `master-${id}`, kind: "groupMaster", version: 1, name: id, who, how: pick(random, ["scales", "lights"] as const), ...place };
}

function randomList(id: string, random: Random): ShowRecord[] {
  const cues = Array.from({ length: 1 + Math.floor(random() * 4) }, () => ({
    inSeconds: random() * 3,
    strokes: [randomStroke(random, 1, CROWD_GROUPS), ...(random() < 0.4 ? [randomStroke(random, 2, CROWD_GROUPS)] : [])],
    ...randomTimes(random),
    ...(random() < 0.3 ? { colorPath: pick(random, ["even", "round"] as const) } : {}),
  }));
  return listWithCard(id, cues, { releaseSeconds: random() * 2, territoryId: random() < 0.2 ? "north" : null, ...randomCard(random) });
}

function randomCard(random: Random): Partial<Playback> {
  const priority = pick(random, [...PRIORITIES, "normal" as const, "normal" as const]);
  const fader = pick(random, FADER_ROLES);
  return {
    ...(priority === "normal" ? {} : { priority }),
    ...(fader === "intensities" ? {} : { fader }),
    ...(random() < 0.3 ? { colors: "add" as const } : {}),
    ...(random() < 0.4 ? { bottom: "lets-go" as const } : {}),
    ...(random() < 0.5 ? { masterId: "pulse" } : {}),
    ...(random() < 0.5 ? { flash: { level: 0.5 + random() / 2, inSeconds: random(), outSeconds: random() * 2 } } : {}),
    startsOnRaise: random() < 0.7,
    letsGoAtZero: random() < 0.7,
    buttons: [pick(random, CARD_BUTTONS)],
  };
}
