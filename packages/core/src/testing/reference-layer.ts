import type { Playback, PlaybackState } from "../playback/playback";
import type { Row } from "../stroke/row";
import { plainCardLevel } from "./plain-times";

export interface Line extends Row {
  from: number;
  seconds: number;
  /** The level at a part done of a colour's way; null = it goes straight. */
  travel?: ((part: number) => number | null) | undefined;
  /** It goes to its value at once. */
  snaps?: boolean;
  /** What moves on beneath while this fades in. */
  under?: { layer: Layer; line: Line; gain: number } | undefined;
}

export interface Layer {
  id: string;
  kind: "playback" | "sketch";
  lines: Map<number, Line>;
  level: number;
  start: number;
  release: { at: number; seconds: number; from: number } | null;
  /** 0 low, 1 normal, 2 sketches, 3 high, 4 top. */
  rank: number;
  /** The fader scales what replaces too. */
  everything: boolean;
  /** Colours add up. */
  adds: boolean;
  /** Of motions. */
  size: number;
  /** The part done by hand. */
  hand: number | null;
  /** The part that a hand has taken away. */
  leaves: number | null;
  card: { playback: Playback; state: PlaybackState } | null;
  /** Master of the motions that name none. */
  masterId: string | null;
  stop: number | null;
  pause: { since: number | null; held: number };
  begins: Map<string, number>;
  arrived: boolean;
}

export const MOST_BENEATH = 3;

export const FRESH = {
  release: null,
  masterId: null,
  stop: null,
  pause: { since: null, held: 0 },
  rank: 1,
  everything: false,
  adds: false,
  size: 1,
  hand: null,
  leaves: null,
  card: null,
  arrived: false,
} as const;

const RANKS = { low: 0, normal: 1, high: 3, top: 4 } as const;

/** What isn't content: from the card, after each move of it. */
export function obey(layer: Layer, playback: Playback, state: PlaybackState): void {
  layer.rank = RANKS[playback.priority ?? "normal"];
  layer.everything = playback.fader === "everything";
  layer.adds = playback.colors === "add";
  layer.size = playback.fader === "motion-size" ? state.level : 1;
  layer.hand = state.hand ? state.hand.part : null;
  layer.pause = { since: state.pausedSeconds ?? null, held: state.heldSeconds ?? 0 };
  layer.card = { playback, state };
}

export function levelAt(layer: Layer, t: number): number {
  return layer.card ? plainCardLevel(layer.card.playback, layer.card.state, t) : layer.level;
}

export function release(layer: Layer, at: number, seconds: number): void {
  layer.level = levelAt(layer, at);
  layer.release = { at, seconds, from: weight(layer, at) };
  layer.card = null;
  layer.leaves = null;
  layer.stop ??= at;
}

export function moves(layer: Layer, line: Line, t: number): boolean {
  return line.motions.length > 0 || (line.under !== undefined && !isSettled(layer, t));
}

/** The layer that moves on beneath another. */
export function beneath(layer: Layer, t: number): Layer | undefined {
  return isSettled(layer, t) ? undefined : [...layer.lines.values()].find(({ under }) => under)?.under?.layer;
}

export function isSettled(layer: Layer, t: number): boolean {
  // Time never runs back: what has arrived stays so.
  if (layer.arrived) return true;
  for (const line of layer.lines.values()) if (done(layer, line, t) < 1) return false;
  layer.arrived = true;
  return true;
}

export function done(layer: Layer, line: Line, t: number): number {
  if (layer.hand !== null) return line.snaps && layer.hand > 0 ? 1 : layer.hand;
  return part((layer.pause.since ?? t) - layer.start - layer.pause.held - line.delay!, line.seconds);
}

export function weight(layer: Layer, t: number): number {
  if (layer.leaves !== null) return 1 - layer.leaves;
  return layer.release ? layer.release.from * (1 - part(t - layer.release.at, layer.release.seconds)) : 1;
}

export function part(under: number, seconds: number): number {
  if (under < 0) return 0;
  return seconds > 0 && under < seconds ? under / seconds : 1;
}

export function limited(value: number): number {
  return Math.min(1, Math.max(0, value));
}
