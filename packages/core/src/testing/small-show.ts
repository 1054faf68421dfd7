import { edit } from "../show/edit";
import type { ShowRecord } from "../show/records";
import { Show } from "../show/show";
import type { Attribute } from "../rig/attributes";
import type { Fixture } from "../rig/fixture";
import type { Channel, Profile } from "../rig/profile";
import type { Cue } from "../cue/cue";
import type { Playback } from "../playback/playback";
import { sketchIdOf } from "../stroke/sketch";
import type { Part, Stroke } from "../stroke/stroke";
import { steadyTempo } from "../tempo/tempo-clock";
import { masterStateIdOf } from "../playback/speed-master";

/** A show for tests out of these records. Throws where they don't fit together. */
export function showOf(records: readonly ShowRecord[]): Show {
  const made = edit(
    new Show(new Map()),
    records.map((record) => ({ op: "add" as const, record })),
  );
  if (!made.ok) throw new Error(JSON.stringify(made.error));
  return made.value;
}

/** A moving head with a 16-bit dimmer, pan and tilt and an RGB mixer; and a lamp of three RGB cells without dimmers. */
export const TEST_PROFILES: readonly Profile[] = [
  testProfile("profile-mover", [
    [
      channel("Dimmer", [1, 2]),
      channel("Pan", [3, 4], { physical: [-270, 270] }),
      channel("Tilt", [5, 6], { physical: [-135, 135] }),
      channel("ColorAdd_R", [7], { home: 1 }),
      channel("ColorAdd_G", [8], { home: 1 }),
      channel("ColorAdd_B", [9], { home: 1 }),
    ],
  ]),
  testProfile(
    "profile-cells",
    [0, 1, 2].map((cell) => [
      channel("Dimmer", []),
      channel("ColorAdd_R", [cell * 3 + 1], { home: 1 }),
      channel("ColorAdd_G", [cell * 3 + 2], { home: 1 }),
      channel("ColorAdd_B", [cell * 3 + 3], { home: 1 }),
    ]),
  ),
];

function channel(attribute: Attribute, slots: readonly number[], more: Partial<Channel> = {}): Omit<Channel, "head"> {
  return { attribute, slots, physical: [0, 1], home: 0, ...more };
}

function testProfile(id: string, heads: readonly (readonly Omit<Channel, "head">[])[]): Profile {
  const channels = heads.flatMap((own, head) => own.map((entry) => ({ ...entry, head })));
  const footprint = Math.max(...channels.flatMap(({ slots }) => slots));
  const mode = { id: "mode-1", name: "Only", footprint, heads: heads.map((_, index) => `Head ${index + 1}`), channels };
  return { id, kind: "profile", version: 1, maker: "Quillfern", model: id, modes: [mode], emitters: {}, beamDegrees: 0 };
}

/** A fixture in a row along x, patched one behind the other from universe 1 on, 20 slots apart. */
export function fixture(number: number, profileId = "profile-mover"): Fixture {
  const at = number - 1;
  return {
    id: `fx-${number}`,
    kind: "fixture",
    version: 1,
    number,
    name: `Head ${number}`,
    profileId,
    modeId: "mode-1",
    patch: { universe: 1 + Math.floor(at / 25), address: 1 + (at % 25) * 20 },
    position: { x: at, y: 0, z: 5 },
    rotation: { x: 0, y: 0, z: 0 },
    headStep: { x: 0.1, y: 0, z: 0 },
  };
}

/**
 * Eight movers (1-8) in the group "movers" and two cell lamps (9, 10) in "cells"; Ann leads, Ben has the
 * movers, Cleo the cells; the speed master "pulse" runs at 120; one page.
 */
export function smallShow(more: readonly ShowRecord[] = []): Show {
  const movers = Array.from({ length: 8 }, (_, index) => fixture(index + 1));
  const cells = [fixture(9, "profile-cells"), fixture(10, "profile-cells")];
  const cellHeads = cells.flatMap(({ id }) => [1, 2, 3].map((cell) => `${id}.${cell}`));
  const person = (id: string, name: string, role: "lead" | "programmer" | "operator"): ShowRecord => ({
    id,
    kind: "person",
    version: 1,
    name,
    initials: name.slice(0, 2),
    role,
  });
  const families = ["Intensity", "Position", "Colour", "Beam"] as const;
  return showOf([
    person("ann", "Ann", "lead"),
    person("ben", "Ben", "programmer"),
    person("cleo", "Cleo", "programmer"),
    person("olu", "Olu", "operator"),
    ...TEST_PROFILES,
    ...movers,
    ...cells,
    { id: "movers", kind: "group", version: 1, name: "Movers", rank: 0, heads: movers.map(({ id }) => id), territoryId: null },
    { id: "cells", kind: "group", version: 1, name: "Cells", rank: 1, heads: cellHeads, territoryId: null },
    {
      id: "north",
      kind: "territory",
      version: 1,
      name: "North",
      tint: 0,
      parts: [{ groupIds: ["movers"], heads: [], families }],
      personIds: ["ben"],
    },
    {
      id: "south",
      kind: "territory",
      version: 1,
      name: "South",
      tint: 1,
      parts: [{ groupIds: ["cells"], heads: [], families }],
      personIds: ["cleo"],
    },
    { id: "pulse", kind: "master", version: 1, name: "Pulse", rank: 0 },
    { id: masterStateIdOf("pulse"), kind: "masterState", version: 1, masterId: "pulse", tempo: steadyTempo(120) },
    { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null },
    ...["ann", "ben", "cleo", "olu"].map((personId) => ({
      id: sketchIdOf(personId),
      kind: "sketch" as const,
      version: 1,
      personId,
      strokes: {},
    })),
    ...more,
  ]);
}

export function part(knots: readonly number[], more: Partial<Part> = {}): Part {
  return { level: { knots }, shape: {}, touched: 1, ...more };
}

export function strokeOn(groupId: string, parts: Record<Attribute, Part>, rank = 1): Stroke {
  return { who: { groupIds: [groupId] }, parts, rank };
}

/** A cue list with cues of these strokes, numbered from 1, and a card that plays it. */
export function listWithCard(
  id: string,
  cues: readonly (Partial<Omit<Cue, "strokes">> & { inSeconds: number; strokes: readonly Stroke[] })[],
  card: Partial<Playback> & { territoryId?: string | null } = {},
): ShowRecord[] {
  const { territoryId = null, ...rest } = card;
  return [
    { id, kind: "cueList", version: 1, name: id, rank: 0, territoryId },
    ...cues.map(({ strokes, ...rest }, index): Cue => ({
      id: `${id}-${index + 1}`,
      kind: "cue",
      version: 1,
      listId: id,
      number: index + 1,
      name: `${id} ${index + 1}`,
      ...rest,
      strokes: Object.fromEntries(strokes.map((stroke, at) => [`s${at + 1}`, stroke])),
    })),
    {
      id: `card-${id}`,
      kind: "playback",
      version: 1,
      pageId: "page",
      listId: id,
      column: 0,
      row: 0,
      columns: 2,
      rows: 3,
      releaseSeconds: 1,
      startsOnRaise: true,
      letsGoAtZero: true,
      ...rest,
    },
  ];
}
