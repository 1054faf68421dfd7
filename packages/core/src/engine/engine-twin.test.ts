import { describe, expect, it } from "vitest";
import { setChange, type Change } from "../document/transaction";
import { seededRandom } from "../random/random";
import { playChanges, type PlayCommand } from "../show/play";
import { listWithCard, part, ReferenceEngine, smallShow, strokeOn } from "../testing";
import { WAVEFORMS } from "../motion/waveform";
import type { Part, Stroke } from "../stroke/stroke";
import { highlightIdOf, type Highlight } from "../selection/highlight";
import type { Show } from "../show/show";
import { sketchIdOf } from "../stroke/sketch";
import { Engine } from "./engine";

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

function randomPart(random: Random, [low, high]: readonly [number, number]): Part {
  const value = (): number => low + random() * (high - low);
  const relative = random() < 0.4;
  const motion = {
    waveform: pick(random, WAVEFORMS),
    low: relative ? (low - high) / 8 : value(),
    high: relative ? (high - low) / 8 : value(),
    base: relative ? ("relative" as const) : ("absolute" as const),
    phase: { knots: [0, 360] },
    phaseShape: pick(random, [{}, { folded: true as const }, { order: "scattered" as const, seed: 3 }]),
    masterId: pick(random, ["pulse", null]),
    rate: pick(random, [{ knots: [0.5] }, { knots: [1, 3] }]),
    ...(random() < 0.3 ? { size: { knots: [0, 1.5] } } : {}),
  };
  return {
    shape: pick(random, [{}, { turned: true as const }, { runs: 2 }, { clump: 2, folded: true as const }]),
    touched: 1,
    ...(random() < 0.8 ? { level: { knots: [value(), value(), value()] } } : {}),
    ...(random() < 0.3 ? { fade: { knots: [random() * 2] } } : {}),
    ...(random() < 0.3 ? { delay: { knots: [0, random() * 2] } } : {}),
    ...(random() < 0.4 ? { motion } : {}),
    ...(random() < 0.3 ? { nudge: { knots: [(high - low) / 5, (low - high) / 3] } } : {}),
  };
}

function randomStroke(random: Random, rank: number): Stroke {
  const stroke = strokeOn(
    pick(random, ["movers", "cells"]),
    {
      ...(random() < 0.8 ? { Dimmer: randomPart(random, [0, 1]) } : {}),
      ...(random() < 0.5 ? { Pan: randomPart(random, [-200, 200]) } : {}),
      ...(random() < 0.5
        ? {
            Color: {
              shape: {},
              touched: 1,
              colors: {
                knots: [
                  { x: 0.5, y: 0.4, luminance: 1 },
                  { x: 0.2, y: 0.2, luminance: 1 },
                ],
                path: "even" as const,
              },
            },
          }
        : {}),
      ColorAdd_G: randomPart(random, [0, 1]),
    },
    rank,
  );
  const parts = Object.entries(stroke.parts).filter(([, { level, motion, nudge }]) => level || motion || nudge);
  return { ...stroke, parts: parts.length > 0 ? Object.fromEntries(parts) : { Tilt: part([5]) } };
}

function randomLists(random: Random): ReturnType<typeof listWithCard> {
  return ["a", "b", "c"].flatMap((id) =>
    listWithCard(
      id,
      Array.from({ length: 3 }, () => ({
        inSeconds: random() * 3,
        strokes: [randomStroke(random, 1), randomStroke(random, 2)],
        ...(random() < 0.5 ? { colorPath: pick(random, ["even", "round"] as const) } : {}),
      })),
      { releaseSeconds: random() * 2 },
    ),
  );
}

function randomCommand(random: Random): PlayCommand {
  const list = pick(random, ["a", "b", "c"]);
  const playbackId = `card-${list}`;
  return pick<PlayCommand>(random, [
    { type: "go", playbackId },
    { type: "go", playbackId, cueId: `${list}-${1 + Math.floor(random() * 3)}` },
    { type: "level", playbackId, level: pick(random, [0, 0.3, random(), 1]) },
    { type: "let-go", playbackId },
    { type: "bpm", masterId: "pulse", bpm: 60 + random() * 200 },
    { type: "tap", masterId: "pulse" },
    { type: "resync", masterId: "pulse" },
  ]);
}

/** Somebody's highlight comes, moves on by a head, or goes. */
function highlightChanges(show: Show, personId: string, random: Random): Change[] {
  const id = highlightIdOf(personId);
  const present = show.get("highlight", id);
  if (present && random() < 0.4) return [{ op: "remove", record: present }];
  const who = { groupIds: ["movers", "cells"], mask: { type: "single" as const, at: 1 + Math.floor(random() * 14) } };
  if (present) return [setChange(id, ["who"], { from: present.who, to: who })];
  return [{ op: "add", record: { id, kind: "highlight", version: 1, personId, who, dim: 0.1 } as Highlight }];
}

/** The show with lamps that can mix whole colours. */
function withEmitters(show: Show): Show {
  const emitters = {
    ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
    ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
    ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
  };
  const lamps = [...show.records].map(([id, record]) => [id, record.kind === "profile" ? { ...record, emitters } : record] as const);
  return show.withRecords(new Map(lamps));
}

/** Runs one random evening on both engines; every octet of every frame must be equal. */
function playEvening(seed: number): number {
  const random = seededRandom(seed);
  const show = withEmitters(smallShow(randomLists(random)));
  const engine = new Engine(show, 1000);
  const reference = new ReferenceEngine(show);
  const frame = new Uint8Array(engine.frameLength);
  let t = 1000;
  let frames = 0;
  for (let step = 0; step < 60; step++) {
    t += random() < 0.3 ? 0 : random() * 1.5;
    const personId = pick(random, ["ann", "ben"]);
    const changes =
      random() < 0.1
        ? highlightChanges(engine.show, personId, random)
        : random() < 0.25
          ? [
              setChange(sketchIdOf(personId), ["strokes"], {
                from: engine.show.sketchOf(personId)!.strokes,
                to: random() < 0.4 ? {} : { s: randomStroke(random, 1) },
              }),
            ]
          : playChanges(engine.show, randomCommand(random), { t, personId });
    const list = Array.isArray(changes) ? changes : changes.ok ? changes.value : [];
    expect(engine.command({ at: t, changes: list }).ok).toBe(true);
    reference.command({ at: t, changes: list });
    for (let later = 0; later < 3; later++) {
      t += random() * 0.4;
      engine.tick(t, frame);
      const expected = reference.tick(t);
      if (!frame.every((octet, at) => octet === expected[at])) {
        const at = frame.findIndex((octet, index) => octet !== expected[index]);
        throw new Error(`seed ${seed}, step ${step}, slot ${at + 1}: ${frame[at]} instead of ${expected[at]}`);
      }
      frames++;
    }
  }
  return frames;
}

describe("the compiled engine and the plain one", () => {
  it("give the same octets through random evenings (30 seeds)", { timeout: 60000 }, () => {
    let frames = 0;
    for (let seed = 1; seed <= 30; seed++) frames += playEvening(seed);
    expect(frames).toBe(30 * 60 * 3);
  });
});
