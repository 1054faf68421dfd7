import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { SETTINGS_ID } from "../playback/stage-state";
import type { Playback } from "../playback/playback";
import { playChanges } from "../playing/play";
import type { PlayCommand } from "../playing/commands";
import { seededRandom } from "../random/random";
import type { Attribute } from "../rig/attributes";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { listWithCard, ODD_LAMP, oddLamp, part, pick, ReferenceEngine, sameOctets, showOf, type Random } from "../testing";
import { sketchIdOf } from "../stroke/sketch";
import type { Stroke } from "../stroke/stroke";
import { Engine } from "./engine";

const LAMPS = Array.from({ length: 40 }, (_, index) => index + 1);
const SAYABLE: readonly (readonly [Attribute, low: number, high: number])[] = [
  ["Shutter1", 0, 1],
  ["Shutter1Strobe", 1, 25],
  ["Shutter1Strobe", 1, 25],
  ["Gobo1", 0, 2],
  ["Gobo1WheelSpin", -180, 180],
  ["Gobo1Pos", -180, 180],
  ["Gobo1PosRotate", -360, 360],
  ["Pan", -200, 200],
  ["Dimmer", 0, 1],
  ["ColorAdd_R", 0, 1],
];

/** Six cards that say one thing each of a stretch of lamps: parameters lie in blocks in which mostly nothing else moves. */
function quietShow(random: Random): Show {
  const lists = [1, 2, 3, 4, 5, 6].flatMap((list): ShowRecord[] => {
    const [attribute, low, high] = pick(random, SAYABLE);
    const first = Math.floor(random() * 30);
    const heads = LAMPS.slice(first, first + 10).flatMap((lamp) =>
      attribute === "Dimmer" || attribute === "ColorAdd_R" ? [`fx-${lamp}.1`] : [`fx-${lamp}`],
    );
    const cue = (): Parameters<typeof listWithCard>[1][number] => ({
      inSeconds: pick(random, [0, 1]),
      strokes: [{ who: { heads }, parts: { [attribute]: part([low + random() * (high - low), low + random() * (high - low)]) }, rank: 1 }],
    });
    const card: Partial<Playback> = {
      ...(random() < 0.4 ? { fader: "everything" } : {}),
      ...(random() < 0.3 ? { colors: "add" } : {}),
      ...(random() < 0.2 ? { priority: "high" } : {}),
    };
    return listWithCard(`list-${list}`, [cue(), cue()], { releaseSeconds: 1, letsGoAtZero: random() < 0.5, ...card });
  });
  const base: ShowRecord[] = [
    { id: "ann", kind: "person", version: 1, name: "Ann", initials: "An", role: "lead" },
    { id: "page", kind: "page", version: 1, name: "Main", rank: 0, territoryId: null },
    { id: sketchIdOf("ann"), kind: "sketch", version: 1, personId: "ann", strokes: {} },
    { id: SETTINGS_ID, kind: "settings", version: 1, stays: random() < 0.3 ? { Position: true, Beam: true } : {} },
  ];
  const masters = (["scales", "lights"] as const).map((how, index): ShowRecord => ({
    id: how,
    kind: "groupMaster",
    version: 1,
    pageId: "page",
    name: how,
    who: { heads: LAMPS.slice(10 * index, 10 * index + 15).map((lamp) => `fx-${lamp}.1`) },
    how,
    column: index,
    row: 3,
    columns: 1,
    rows: 1,
  }));
  return showOf([...base, ODD_LAMP, ...LAMPS.map(oddLamp), ...masters, ...lists]);
}

function randomHand(random: Random): PlayCommand {
  const playbackId = `card-list-${1 + Math.floor(random() * 6)}`;
  const head = `fx-${1 + Math.floor(random() * 40)}`;
  if (random() < 0.2)
    return pick<PlayCommand>(random, [
      { type: "group-level", groupMasterId: pick(random, ["scales", "lights"]), level: random() },
      { type: "park", head, values: { Gobo1: random() } },
      { type: "unpark", head },
      { type: "sweep" },
    ]);
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId },
    { type: "level", playbackId, level: pick(random, [0, 0.3, random(), 1]) },
    { type: "level", playbackId, level: random() },
    { type: "let-go", playbackId },
    { type: "flash", playbackId, press: pick(random, ["down", "up"] as const) },
    { type: "grand-master", level: pick(random, [1, 1, 0.5]) },
  ]);
}

function played(show: Show, random: Random, t: number): readonly Change[] {
  const changes = playChanges(show, randomHand(random), { t, personId: "ann" });
  return changes.ok ? changes.value : [];
}

/** Ann touches one attribute of some lamps, or lets go of all. */
function sketched(show: Show, random: Random): Change[] {
  const [attribute, low, high] = pick(random, SAYABLE);
  const cells = attribute === "Dimmer" || attribute === "ColorAdd_R" ? ".1" : "";
  const heads = LAMPS.slice(0, 1 + Math.floor(random() * 20)).map((lamp) => `fx-${lamp}${cells}`);
  const stroke: Stroke = { who: { heads }, parts: { [attribute]: part([low + random() * (high - low)]) }, rank: 1 };
  return [setChange(sketchIdOf("ann"), ["strokes"], { from: show.sketchOf("ann")!.strokes, to: random() < 0.5 ? {} : { s: stroke } })];
}

/** One thing is done at a time, and what it sets off mostly comes to its end before the next; every octet of every frame must be equal. */
function playQuietly(seed: number): void {
  const random = seededRandom(seed);
  const show = quietShow(random);
  const [engine, reference] = [new Engine(show, 1000), new ReferenceEngine(show)];
  const frame = new Uint8Array(engine.frameLength);
  let t = 1000;
  for (let step = 0; step < 40; step++) {
    t += random() * 0.3;
    const list = random() < 0.15 ? sketched(engine.show, random) : played(engine.show, random, t);
    expect(engine.command({ at: t, changes: list }).ok).toBe(true);
    reference.command({ at: t, changes: list });
    for (const later of [0.1, 0.3, 0.4, 0.5, 0.5, random()].slice(random() < 0.3 ? 4 : 0)) {
      engine.tick((t += later), frame);
      sameOctets(frame, reference.tick(t), `seed ${seed}, step ${step}, ${(t - 1000).toFixed(2)} s`);
    }
  }
}

describe("the compiled engine and the plain one where little moves", () => {
  it("give the same octets through quiet evenings (12 seeds)", () => {
    for (let seed = 1; seed <= 12; seed++) playQuietly(seed);
  });
});
