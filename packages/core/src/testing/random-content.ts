import type { Cue } from "../cue/cue";
import { DIRECTIONS } from "../motion/direction";
import type { Drive, Motion, Step } from "../motion/motion";
import { WAVEFORMS } from "../motion/waveform";
import type { Show } from "../show/show";
import { MEETS } from "../stroke/meeting";
import type { Part, Stroke } from "../stroke/stroke";
import { part, strokeOn } from "./small-show";

/** Numbers in [0, 1). */
export type Random = () => number;

export const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

function randomPart(random: Random, [low, high]: readonly [number, number]): Part {
  const value = (): number => low + random() * (high - low);
  const relative = random() < 0.4;
  const motion = { ...randomDrive(random, relative), ...randomSwing(random, { value, relative, span: high - low }) } as Motion;
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

function randomDrive(random: Random, relative: boolean): Drive {
  return {
    base: relative ? "relative" : "absolute",
    phase: { knots: [0, 360] },
    phaseShape: pick(random, [{}, { folded: true as const }, { order: "scattered" as const, seed: 3 }]),
    masterId: pick(random, ["pulse", null]),
    rate: pick(random, [{ knots: [0.5] }, { knots: [1, 3] }, { knots: [-1] }]),
    ...(random() < 0.3 ? { size: { knots: [0, 1.5] } } : {}),
    ...(random() < 0.4 ? { direction: pick(random, DIRECTIONS) } : {}),
    ...(random() < 0.3 ? { count: 1 + Math.floor(random() * 3) } : {}),
    ...(random() < 0.3 ? { fadeInSeconds: random() * 3 } : {}),
    ...(random() < 0.3 ? { fadeOutSeconds: random() * 3 } : {}),
  };
}

function randomSwing(random: Random, of: { value: () => number; relative: boolean; span: number }): object {
  if (random() < 0.3) {
    const step = (): Step => ({ level: of.relative ? (random() - 0.5) * of.span : of.value(), fade: pick(random, [0, 1]), hold: 1 });
    return { kind: "steps", steps: Array.from({ length: 1 + Math.floor(random() * 5) }, step) };
  }
  const waveform = pick(random, WAVEFORMS);
  // By the waveform: what else is drawn by lot stays as it was.
  const meets = of.relative ? MEETS[WAVEFORMS.indexOf(waveform) % 4] : undefined;
  const rides = meets ? { meets, low: of.span / 5, high: of.span } : { low: -of.span / 8, high: of.span / 8 };
  const ends = of.relative ? rides : { low: of.value(), high: of.value() };
  return { kind: "wave", waveform, ...ends, ...(random() < 0.3 ? { width: 0.4, softIn: 0.2 } : {}) };
}

/** What only the odd lamps have: alternatives on one channel, wheels, what needs another channel. */
function oddParts(random: Random): Stroke["parts"] {
  return {
    ...(random() < 0.5 ? { Shutter1: randomPart(random, [0, 1]) } : {}),
    ...(random() < 0.5 ? { Shutter1Strobe: randomPart(random, [1, 25]) } : {}),
    ...(random() < 0.5 ? { Gobo1: randomPart(random, [0, 2]) } : {}),
    ...(random() < 0.3 ? { Gobo1WheelSpin: randomPart(random, [-180, 180]) } : {}),
    ...(random() < 0.4 ? { Gobo1Pos: randomPart(random, [-180, 180]) } : {}),
    ...(random() < 0.4 ? { Gobo1PosRotate: randomPart(random, [-360, 360]) } : {}),
  };
}

/** A circle or an eight, about where the heads look or on the floor. */
function randomPath(random: Random): Part {
  const plane = pick(random, ["angles", "flat"] as const);
  const drive = randomDrive(random, plane === "angles" && random() < 0.6);
  const figure = pick(random, ["circle", "eight"] as const);
  const motion: Motion = { ...drive, kind: "path", figure, plane, width: 3, height: 2, turn: 20, centre: { x: 2, y: 3, z: 0 } };
  return { shape: {}, touched: 1, motion };
}

export function randomStroke(random: Random, rank: number, groups: readonly string[] = ["movers", "cells"]): Stroke {
  const stroke = strokeOn(
    pick(random, groups),
    {
      ...(random() < 0.8 ? { Dimmer: randomPart(random, [0, 1]) } : {}),
      ...(random() < 0.5 ? { Pan: randomPart(random, [-200, 200]) } : {}),
      ...(random() < 0.4 ? { Position: randomPath(random) } : {}),
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
      ...(groups.includes("odd") ? oddParts(random) : {}),
    },
    rank,
  );
  const parts = Object.entries(stroke.parts).filter(([, { level, motion, nudge, colors }]) => level || motion || nudge || colors);
  return { ...stroke, parts: parts.length > 0 ? Object.fromEntries(parts) : { Tilt: part([5]) } };
}

export function randomTimes(random: Random): Partial<Omit<Cue, "strokes">> {
  return {
    ...(random() < 0.4 ? { outSeconds: random() * 3 } : {}),
    ...(random() < 0.3 ? { delaySeconds: random() } : {}),
    ...(random() < 0.4 ? { families: { Position: { in: { part: 0.5 }, delay: { seconds: 0.4 } }, Intensity: { out: { part: 2 } } } } : {}),
    ...(random() < 0.3 ? { cueOnly: true as const } : {}),
    ...(random() < 0.2 ? { block: true as const } : {}),
  };
}

/** The show with lamps that can mix whole colours. */
export function withEmitters(show: Show): Show {
  const emitters = {
    ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
    ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
    ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
  };
  const lamps = [...show.records].map(([id, record]) => [id, record.kind === "profile" ? { ...record, emitters } : record] as const);
  return show.withRecords(new Map(lamps));
}
