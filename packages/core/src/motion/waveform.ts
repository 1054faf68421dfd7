import { seededRandom } from "../random/random";
import { fraction } from "../units/units";

export const WAVEFORMS = ["sine", "triangle", "ramp-up", "ramp-down", "pulse", "soft-pulse", "random", "random-smooth"] as const;
export type Waveform = (typeof WAVEFORMS)[number];

export interface WaveformOptions {
  /** The part of the cycle that is used, 0..1. Pulses: the part that is up (default 0.5); others: default 1. */
  readonly width?: number;
  /** The part of what is used, 0..1, over which the wave comes in from its rest, and goes out to it. */
  readonly softIn?: number;
  readonly softOut?: number;
}

const RANDOM_STEPS = 8;
const RANDOM_SEED = 20;
const randomLevels = (() => {
  const random = seededRandom(RANDOM_SEED);
  return Array.from({ length: RANDOM_STEPS }, random);
})();

/**
 * The waveform's value 0..1 at a position in cycles; of period 1. Sine is 0.5 + 0.5 sin(2 pi c), triangle is 0 at 0
 * and 1 at 0.5, pulse is 1 while the fraction is below `width`, soft pulse a raised cosine of that width. With a
 * width below 1 the others run in that part of the cycle and rest at their first value for what is left of it.
 * Random has eight seeded levels a cycle, held or joined by raised cosines. Source: 2-model.md section 5.
 */
export function waveform(kind: Waveform, cycles: number, options: WaveformOptions = {}): number {
  return shapedCycle((at) => wholeCycle(kind, at), { rest: restOf(kind), width: usedWidth(kind, options) }, options)(cycles);
}

/** A cycle that runs in a part of the period, coming in from its rest and going out to it. */
export function shapedCycle(
  whole: (at: number) => number,
  { rest, width }: { rest: number; width: number },
  { softIn = 0, softOut = 0 }: Pick<WaveformOptions, "softIn" | "softOut">,
): (cycles: number) => number {
  return (cycles) => {
    const at = fraction(cycles);
    if (at >= width) return rest;
    const within = at / width;
    const value = whole(within);
    const share = Math.min(1, softIn > 0 ? within / softIn : 1, softOut > 0 ? (1 - within) / softOut : 1);
    return rest + (value - rest) * share;
  };
}

/** Where in the cycle a waveform jumps. */
export function waveformEdges(kind: Waveform, options: WaveformOptions): number[] {
  const width = usedWidth(kind, options);
  const inside = kind === "random" ? Array.from({ length: RANDOM_STEPS }, (_, step) => (step / RANDOM_STEPS) * width) : [0];
  return [...inside, width];
}

function usedWidth(kind: Waveform, { width }: WaveformOptions): number {
  return width ?? (kind === "pulse" || kind === "soft-pulse" ? 0.5 : 1);
}

function restOf(kind: Waveform): number {
  return kind === "pulse" ? 0 : wholeCycle(kind, 0);
}

function wholeCycle(kind: Waveform, at: number): number {
  switch (kind) {
    case "sine":
      return 0.5 + 0.5 * Math.sin(2 * Math.PI * at);
    case "triangle":
      return at < 0.5 ? 2 * at : 2 - 2 * at;
    case "ramp-up":
      return at;
    case "ramp-down":
      return 1 - at;
    case "pulse":
      return 1;
    case "soft-pulse":
      return 0.5 - 0.5 * Math.cos(2 * Math.PI * at);
    case "random":
      return randomLevels[Math.floor(at * RANDOM_STEPS)]!;
    case "random-smooth": {
      const step = Math.floor(at * RANDOM_STEPS);
      const from = randomLevels[step]!;
      const to = randomLevels[(step + 1) % RANDOM_STEPS]!;
      return from + (to - from) * (0.5 - 0.5 * Math.cos(Math.PI * (at * RANDOM_STEPS - step)));
    }
  }
}
