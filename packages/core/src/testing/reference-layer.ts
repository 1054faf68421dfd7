import type { Row } from "../stroke/row";

export interface Line extends Row {
  from: number;
  seconds: number;
  travel?: Float32Array | undefined;
  /** What moves on beneath while this fades in. */
  under?: { layer: Layer; line: Line; gain: number } | undefined;
}

export interface Layer {
  id: string;
  kind: "playback" | "sketch";
  lines: Map<number, Line>;
  level: number;
  start: number;
  release: { at: number; seconds: number } | null;
  /** Master of the motions that name none. */
  masterId: string | null;
  stop: number | null;
  pause: { since: number | null; held: number };
  begins: Map<string, number>;
}

export const MOST_BENEATH = 3;

export const FRESH = { release: null, masterId: null, stop: null, pause: { since: null, held: 0 } } as const;

export function moves(layer: Layer, line: Line, t: number): boolean {
  return line.motions.length > 0 || (line.under !== undefined && !isSettled(layer, t));
}

/** The layer that moves on beneath another. */
export function beneath(layer: Layer, t: number): Layer | undefined {
  return isSettled(layer, t) ? undefined : [...layer.lines.values()].find(({ under }) => under)?.under?.layer;
}

export function isSettled(layer: Layer, t: number): boolean {
  return [...layer.lines.values()].every((line) => done(layer, line, t) === 1);
}

export function done(layer: Layer, line: Line, t: number): number {
  return part((layer.pause.since ?? t) - layer.start - layer.pause.held - line.delay!, line.seconds);
}

export function weight(layer: Layer, t: number): number {
  return layer.release ? 1 - part(t - layer.release.at, layer.release.seconds) : 1;
}

export function part(under: number, seconds: number): number {
  if (under < 0) return 0;
  return seconds > 0 && under < seconds ? under / seconds : 1;
}

export function limited(value: number): number {
  return Math.min(1, Math.max(0, value));
}
