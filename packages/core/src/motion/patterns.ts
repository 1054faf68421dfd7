import { dice } from "../random/random";
import { clamp, fraction, softly } from "../units/units";

export const PATTERNS = [
  "gradient",
  "sweep",
  "bars",
  "rings",
  "rays",
  "spiral",
  "chequers",
  "ripple",
  "plasma",
  "cloud",
  "sparks",
  "drops",
  "discs",
] as const;
export type PatternKind = (typeof PATTERNS)[number];

const TURN = 2 * Math.PI;
/** Dice of these go on for so many cycles before they begin again. */
const LONG_LOOP = 4;
const LONG: ReadonlySet<PatternKind> = new Set(["cloud", "sparks"]);

/** After how many cycles a pattern is where it began. */
export function patternCycles(kind: PatternKind): number {
  return LONG.has(kind) ? LONG_LOOP : 1;
}

const BARS = 3;
const RINGS = 1.5;
const ARMS = 4;
const SOFT = 0.08;
/** Cells across of chequers and of sparks, and columns of drops. */
const CELLS = 6;
const COLUMNS = 9;
const TAIL = 0.9;
const DISCS = 3;
const DISC_RADIUS = 0.4;
const CLOUD_SIZE = 2.2;

/**
 * How bright a pattern is, 0..1, at a place of its surface (u to the right, v up, -1 to 1 from edge to edge; it goes on beyond) after so
 * many cycles. The same for the same numbers; after `patternCycles` it is where it began.
 */
export function patternAt(kind: PatternKind, { u, v }: { u: number; v: number }, cycles: number, seed = 0): number {
  switch (kind) {
    case "gradient": {
      const at = fraction((u + 1) / 2 - cycles);
      return 1 - Math.abs(2 * at - 1);
    }
    case "sweep": {
      const off = (u + 2 - 4 * fraction(cycles)) / 0.35;
      return Math.exp(-off * off);
    }
    case "bars":
      return softSquare(fraction((BARS * (u + 1)) / 2 - cycles));
    case "rings":
      return 0.5 + 0.5 * Math.cos(TURN * (RINGS * Math.hypot(u, v) - cycles));
    case "rays":
      return 0.5 + 0.5 * Math.cos(ARMS * Math.atan2(v, u) - TURN * cycles);
    case "spiral":
      return 0.5 + 0.5 * Math.cos(TURN * (RINGS * Math.hypot(u, v) - cycles) + 2 * Math.atan2(v, u));
    case "chequers": {
      const odd = (Math.floor(((u + 1) * CELLS) / 2) + Math.floor(((v + 1) * CELLS) / 2)) & 1;
      return 0.5 + (odd === 1 ? -0.5 : 0.5) * Math.cos(TURN * cycles);
    }
    case "ripple": {
      const near = Math.cos(TURN * (2 * Math.hypot(u + 0.6, v) - cycles));
      const far = Math.cos(TURN * (2 * Math.hypot(u - 0.6, v) - cycles));
      return 0.5 + 0.25 * (near + far);
    }
    case "plasma": {
      const t = TURN * cycles;
      const sum = Math.sin(3 * u + t) + Math.sin(4 * v - t) + Math.sin(3 * (u + v) + 2 * t) + Math.sin(5 * Math.hypot(u, v) - t);
      return 0.5 + sum / 8;
    }
    case "cloud":
      return cloud(u, v, cycles, seed);
    case "sparks":
      return spark(u, v, cycles, seed);
    case "drops": {
      const column = Math.floor(((u + 1) * COLUMNS) / 2);
      const head = 1 + TAIL - (2 + 2 * TAIL) * fraction(cycles + dice(column, 0, 0, seed));
      const behind = v - head;
      return behind < 0 || behind > TAIL ? 0 : 1 - behind / TAIL;
    }
    case "discs":
      return brightestDisc(u, v, cycles, seed);
  }
}

/** Up for half of the way, with soft edges. */
function softSquare(at: number): number {
  const fromEdge = Math.min(at, Math.abs(at - 0.5), 1 - at);
  const inside = at < 0.5 ? 0.5 + (0.5 * fromEdge) / SOFT : 0.5 - (0.5 * fromEdge) / SOFT;
  return clamp(inside, 0, 1);
}

/** Each cell glows once in a loop, at a moment and a place of its own. */
function spark(u: number, v: number, cycles: number, seed: number): number {
  const [x, y] = [((u + 1) * CELLS) / 2, ((v + 1) * CELLS) / 2];
  const [column, row] = [Math.floor(x), Math.floor(y)];
  const since = fraction(cycles / LONG_LOOP - dice(column, row, 1, seed)) * LONG_LOOP;
  if (since > 1) return 0;
  const [ownX, ownY] = [0.3 + 0.4 * dice(column, row, 2, seed), 0.3 + 0.4 * dice(column, row, 3, seed)];
  const off = Math.hypot(x - column - ownX, y - row - ownY) / 0.7;
  return off >= 1 ? 0 : (1 - off * off) * (since < 0.1 ? since / 0.1 : 1 - (since - 0.1) / 0.9);
}

/** Discs that run to and fro between the edges, each in its own step. */
function brightestDisc(u: number, v: number, cycles: number, seed: number): number {
  let best = 0;
  for (let disc = 0; disc < DISCS; disc++) {
    const [x, y] = [bounced(cycles + dice(disc, 1, 0, seed)), bounced(2 * cycles + dice(disc, 2, 0, seed))];
    const off = Math.hypot(u - x, v - y) / DISC_RADIUS;
    const soft = (1 - off) / (2 * SOFT);
    best = Math.max(best, clamp(soft, 0, 1));
  }
  return best;
}

const bounced = (cycles: number): number => (1 - DISC_RADIUS / 2) * (4 * Math.abs(fraction(cycles) - 0.5) - 1);

/** Dice at the whole places of a square, joined smoothly between them. */
function squareNoise(x: number, y: number, layer: number, seed: number): number {
  const [left, low] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [softly(x - left), softly(y - low)];
  const below = dice(left, low, layer, seed) * (1 - s) + dice(left + 1, low, layer, seed) * s;
  const above = dice(left, low + 1, layer, seed) * (1 - s) + dice(left + 1, low + 1, layer, seed) * s;
  return below + (above - below) * t;
}

/** Clouds that turn into each other, and at the end of the loop into the first again. */
function cloud(u: number, v: number, cycles: number, seed: number): number {
  const at = fraction(cycles / LONG_LOOP) * LONG_LOOP;
  const layer = Math.floor(at);
  const [x, y] = [u * CLOUD_SIZE, v * CLOUD_SIZE];
  const now = squareNoise(x, y, layer, seed);
  return now + (squareNoise(x, y, (layer + 1) % LONG_LOOP, seed) - now) * softly(at - layer);
}
