import { scatteredOrder } from "../random/random";
import { seededRandom } from "../random/random";

/** `there-and-back`: one cycle goes there and comes back. `random`: each cycle, or each step, the dice say which. */
export const DIRECTIONS = ["forward", "backward", "there-and-back", "random"] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** Cycles after which the dice repeat themselves. */
export const RANDOM_CYCLES = 8;
const SEED = 7;

/** How a direction walks through a cycle: how many cycles its own period takes, and where in the cycle it is, 0..1. */
export interface Walk {
  readonly cycles: number;
  at(place: number): number;
  /** Where the walk jumps or turns, of its own period 0..1, for something that jumps at these places of one cycle. */
  edges(of: readonly number[]): number[];
}

const turnings = Array.from({ length: RANDOM_CYCLES }, seededRandom(SEED)).map((dice) => dice < 0.5);

/** A walk through curves, which may run backwards. Steps have a walk of their own: `stepOrder`. */
export function walkOf(direction: Direction): Walk {
  switch (direction) {
    case "forward":
      return { cycles: 1, at: (place) => place, edges: (of) => [...of] };
    case "backward":
      return { cycles: 1, at: (place) => mirrored(place), edges: (of) => of.map(mirrored) };
    case "there-and-back":
      return {
        cycles: 1,
        at: (place) => (place < 0.5 ? 2 * place : mirrored(2 * place - 1)),
        edges: (of) => of.flatMap((edge) => [edge / 2, 0.5 + mirrored(edge) / 2]),
      };
    case "random":
      return {
        cycles: RANDOM_CYCLES,
        at: (place) => {
          const cycle = Math.floor(place * RANDOM_CYCLES);
          const within = place * RANDOM_CYCLES - cycle;
          return turnings[cycle % RANDOM_CYCLES] ? mirrored(within) : within;
        },
        edges: (of) => turnings.flatMap((turned, cycle) => of.map((edge) => (cycle + (turned ? mirrored(edge) : edge)) / RANDOM_CYCLES)),
      };
  }
}

/** 1 - place, kept below 1: the end of a cycle walked backwards is where it began. */
function mirrored(place: number): number {
  return place === 0 ? 1 - 1e-12 : 1 - place;
}

/**
 * The order in which a direction shows steps, and how many cycles that takes. There and back shows the first and the last
 * once each; random shows all of them each round, never one twice running.
 */
export function stepOrder(direction: Direction, count: number): { readonly order: readonly number[]; readonly cycles: number } {
  const forward = Array.from({ length: count }, (_, step) => step);
  switch (direction) {
    case "forward":
      return { order: forward, cycles: 1 };
    case "backward":
      return { order: forward.toReversed(), cycles: 1 };
    case "there-and-back":
      return { order: [...forward, ...forward.slice(1, -1).toReversed()], cycles: 1 };
    case "random": {
      const order: number[] = [];
      for (let round = 0; round < RANDOM_CYCLES; round++) {
        const next = [...scatteredOrder(count, SEED + round)];
        const last = round === RANDOM_CYCLES - 1 ? order[0] : undefined;
        if (count > 1 && next[0] === order.at(-1)) next.push(next.shift()!);
        if (count > 2 && last !== undefined && next.at(-1) === last) next.splice(1, 0, next.pop()!);
        order.push(...next);
      }
      return { order, cycles: RANDOM_CYCLES };
    }
  }
}
