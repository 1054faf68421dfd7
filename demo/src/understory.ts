import {
  headKey,
  sketchIdOf,
  type Curve,
  type Device,
  type Fixture,
  type Group,
  type HeadKey,
  type Loan,
  type Note,
  type Macro,
  type Person,
  type ShowRecord,
  type Sketch,
  type SpeedMaster,
  type Target,
  type Territory,
} from "@vexa/core";
import { demoContent } from "./content";
import { demoFixtures, demoScenery } from "./fixtures";
import { demoPresets } from "./presets";
import { DEMO_PROFILES, demoProfile } from "./profiles";
import { SONGS } from "./songs";

export const DEMO_SHOW_NAME = "Understory";

const MACROS: readonly Macro[] = [
  {
    ...{ id: "macro-quiet", kind: "macro", version: 1, name: "Quiet house", rank: 1 },
    lines: ["Night bloom let go", "Canopy drift let go", "wait 1", "Walk-in light go"],
  },
  {
    ...{ id: "macro-sweep", kind: "macro", version: 1, name: "Rib sweep", rank: 2 },
    lines: [
      "Rib spots: dim 60, pan -40, fade 1",
      "wait 2 beats of Pulse",
      "Rib spots: pan -40..40, delay 0..1",
      "wait 4 beats of Pulse",
      "Rib spots: pan 0, fade 2",
    ],
  },
  {
    ...{ id: "macro-lanterns", kind: "macro", version: 1, name: "Lanterns as asked", rank: 3 },
    lines: ["ask level: How bright, in percent?", "Lantern string: dim {level}, fade 2"],
  },
];

/** The way that Voice goes in the first song, as it was recorded: along the front and back behind the others. */
const WALK_OF_VOICE = Array.from({ length: 25 }, (_, step) => {
  const turn = (2 * Math.PI * step) / 24;
  const [x, y] = [3 * Math.sin(turn), -0.2 - 0.8 * Math.cos(turn)];
  return { x: Math.round(x * 1000) / 1000 + 0, y: Math.round(y * 1000) / 1000 + 0, z: 1.6 };
});

/** The stage but for half a metre at its edge. */
const FLOOR = { low: { x: -9, y: -3, z: 0 }, high: { x: 9, y: 8, z: 3 } };

/** Those who play on this stage, where they begin; `./vexa tracker` walks them about. */
const TARGETS: readonly Target[] = (
  [
    ["Voice", 0, -1, 1.6],
    ["Strings", 2, -0.5, 1.4],
    ["Horn", -3.5, 2, 1.5],
    ["Drum", 3.2, 2.4, 1.2],
  ] as const
).map(([name, x, y, z]) => ({
  id: `target-${name.toLowerCase()}`,
  kind: "target",
  version: 1,
  name,
  home: { x, y, z },
  smoothSeconds: 0.15,
  ...(name === "Voice" ? { walk: { points: WALK_OF_VOICE, stepSeconds: 0.6 } } : {}),
  // Who walks about stays on the stage; light that follows them fades before its edge.
  ...(name === "Voice" || name === "Strings" ? { within: FLOOR } : {}),
}));

const PEOPLE: readonly Person[] = [
  { id: "person-ines", kind: "person", version: 1, name: "Ines", initials: "In", role: "lead" },
  { id: "person-tomasz", kind: "person", version: 1, name: "Tomasz", initials: "To", role: "programmer" },
  { id: "person-adaeze", kind: "person", version: 1, name: "Adaeze", initials: "Ad", role: "programmer" },
  { id: "person-operator", kind: "person", version: 1, name: "Operator", initials: "Op", role: "operator" },
  { id: "person-foyer", kind: "person", version: 1, name: "Front of house", initials: "Fo", role: "guest" },
  { id: "person-orla", kind: "person", version: 1, name: "Orla", initials: "Or", role: "watcher" },
  { id: "person-wren", kind: "person", version: 1, name: "Wren", initials: "Wr", role: "technician" },
];

/** A fixture's heads in order. */
function headsOf(fixture: Fixture): HeadKey[] {
  const { heads } = demoProfile(fixture.profileId).modes[0]!;
  return heads.map((_, index) => headKey(fixture.id, index, heads.length));
}

/** Between the two lines of washes on the floor, in metres. */
const MIDDLE_OF_WASHES = -2.2;

function groups(fixtures: readonly Fixture[]): Group[] {
  const of = (...profileIds: string[]): HeadKey[] => fixtures.filter(({ profileId }) => profileIds.includes(profileId)).flatMap(headsOf);
  const rib3 = fixtures.filter(({ number }) => number > 300 && number < 309).flatMap(headsOf);
  const washes = fixtures.filter(({ profileId }) => profileId === "profile-wash");
  const halves = (name: string, profileId: string): [string, string, string | null, HeadKey[]][] =>
    (["Left", "Right"] as const).map((side) => {
      const heads = fixtures.filter((lamp) => lamp.profileId === profileId && lamp.position.x < 0 === (side === "Left")).flatMap(headsOf);
      return [`group-${side.toLowerCase()}-${name}`, `${side} ${name}`, null, heads];
    });
  const plan: readonly [string, string, string | null, HeadKey[]][] = [
    ["group-spots", "Rib spots", "territory-ribs", of("profile-spot")],
    ["group-rib-3", "Rib 3 spots", "territory-ribs", rib3],
    ["group-washes", "Floor washes", "territory-ribs", of("profile-wash")],
    ["group-bars", "Canopy bars", "territory-pixels", of("profile-bar")],
    ["group-ferns", "Fern uplights", "territory-pixels", of("profile-uplight")],
    ["group-lanterns", "Lantern string", null, of("profile-lantern")],
    ["group-blinders", "Blinders and strobes", null, of("profile-blinder", "profile-strobe")],
    ["group-air", "Haze and fans", null, of("profile-haze", "profile-fan")],
    ...[...halves("ribs", "profile-spot"), ...halves("ferns", "profile-uplight")],
    ["group-front-washes", "Front washes", null, washes.filter(({ position }) => position.y < MIDDLE_OF_WASHES).flatMap(headsOf)],
    ["group-back-washes", "Back washes", null, washes.filter(({ position }) => position.y >= MIDDLE_OF_WASHES).flatMap(headsOf)],
  ];
  return plan.map(([id, name, territoryId, heads], rank) => ({ id, kind: "group", version: 1, name, rank, heads, territoryId }));
}

/** The demo's wing, its timecode and its programs run on the same machine. */
const DEVICES: readonly Device[] = [
  { id: "device-here", kind: "device", version: 1, name: "This machine", address: "127.0.0.1", plays: "everything", territoryId: null },
];

const FAMILIES_ALL = ["Intensity", "Position", "Colour", "Beam"] as const;

/** Territories have heads of their own: those that these groups had when the rig was divided. */
function territories(all: readonly Group[]): Territory[] {
  const plan: readonly [string, string, string[], string][] = [
    ["territory-ribs", "Ribs and washes", ["group-spots", "group-washes"], "person-tomasz"],
    ["territory-pixels", "Pixels and uplights", ["group-bars", "group-ferns"], "person-adaeze"],
  ];
  return plan.map(([id, name, groupIds, personId], tint) => {
    const heads = all.filter((group) => groupIds.includes(group.id)).flatMap((group) => group.heads);
    return {
      id,
      kind: "territory",
      version: 1,
      name,
      tint,
      parts: [{ groupIds: [], heads, families: FAMILIES_ALL }],
      personIds: [personId],
    };
  });
}

/** An evening of rehearsal: one loan that is over, one that is asked for, and a note. */
const EVENING = Date.UTC(2026, 9, 3, 17, 30);
const LOANS: readonly Loan[] = [
  {
    id: "loan-waltz",
    kind: "loan",
    version: 1,
    fromTerritoryId: "territory-ribs",
    toTerritoryId: "territory-pixels",
    part: { groupIds: ["group-rib-3"], heads: [], families: ["Colour"] },
    state: "ended",
    askedBy: "person-adaeze",
    decidedBy: "person-tomasz",
    minutes: 20,
    askedAt: EVENING,
    lentAt: EVENING + 60_000,
    endsAt: EVENING + 21 * 60_000,
    endedAt: EVENING + 14 * 60_000,
  },
  {
    id: "loan-ferns",
    kind: "loan",
    version: 1,
    fromTerritoryId: "territory-pixels",
    toTerritoryId: "territory-ribs",
    part: { groupIds: ["group-ferns"], heads: [], families: ["Intensity", "Colour"] },
    state: "asked",
    askedBy: "person-tomasz",
    minutes: 10,
    askedAt: EVENING + 40 * 60_000,
  },
];
const NOTES: readonly Note[] = [
  {
    id: "note-rib-3",
    kind: "note",
    version: 1,
    fromPersonId: "person-ines",
    toPersonId: "person-tomasz",
    text: "This one points into the balcony when the waltz opens.",
    pin: { type: "head", id: "fx-305" },
    at: EVENING + 12 * 60_000,
  },
];

const MASTERS: readonly SpeedMaster[] = [
  { id: "master-pulse", kind: "master", version: 1, name: "Pulse", rank: 0, bpm: 96 },
  { id: "master-slow", kind: "master", version: 1, name: "Slow bloom", rank: 1, bpm: 32 },
  { id: "master-root", kind: "master", version: 1, name: "Root beat", rank: 2, bpm: 128 },
  { id: "master-breath", kind: "master", version: 1, name: "Breath", rank: 3, bpm: 40, families: ["Position"] },
];

/** As a lamp that glows: for an LED that is to fade beside one. */
const FILAMENT: Curve = {
  id: "curve-filament",
  kind: "curve",
  version: 1,
  name: "Filament",
  shape: "drawn",
  points: [
    [0.25, 0.06],
    [0.6, 0.38],
  ],
};

/** The whole demo show as records, in an order in which each names only what came before. */
export function understory(): ShowRecord[] {
  const fixtures = demoFixtures();
  const inGroups = groups(fixtures);
  const sketches = PEOPLE.map(({ id }): Sketch => ({ id: sketchIdOf(id), kind: "sketch", version: 1, personId: id, strokes: {} }));
  return [
    ...PEOPLE,
    ...DEMO_PROFILES,
    FILAMENT,
    ...fixtures,
    ...demoScenery(),
    ...inGroups,
    ...territories(inGroups),
    ...LOANS,
    ...NOTES,
    ...DEVICES,
    ...MASTERS,
    ...sketches,
    ...MACROS,
    ...TARGETS,
    ...SONGS,
    ...demoPresets(fixtures),
    ...demoContent(),
  ];
}
