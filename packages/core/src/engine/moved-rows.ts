import type { CompiledRows } from "./compile";
import { movedFollows } from "./flat-follows";
import { readCells, type FlatMotions } from "./flat-motions";
import { numbersOf, rowNumbers } from "./numbers-of";

/** Compiled rows on a rig whose parameters lie otherwise, and where each row comes from and goes to (-1 = gone). */
export interface MovedRows {
  readonly compiled: CompiledRows;
  /** Rows as they were, by row as it is now. */
  readonly from: Int32Array;
  /** Rows as they are now, by row as it was. */
  readonly to: Int32Array;
}

/** `to`: for each parameter as it was where it is now, or -1 where it is gone. */
export function movedRows(compiled: CompiledRows, to: Int32Array): MovedRows {
  const { parameters, base, timing, motions, riders } = compiled;
  const kept = [...parameters.keys()].filter((row) => to[parameters[row]!]! >= 0);
  const from = Int32Array.from(kept.sort((a, b) => to[parameters[a]!]! - to[parameters[b]!]!));
  const rowTo = new Int32Array(parameters.length).fill(-1);
  from.forEach((old, row) => (rowTo[old] = row));
  return {
    compiled: {
      ...compiled,
      parameters: from.map((old) => to[parameters[old]!]!),
      base: numbersOf(Float32Array, from, (old) => base[old]!),
      to: rowNumbers(from, (old) => compiled.to[old]!),
      timing: numbersOf(Uint32Array, from, (old) => timing[old]!),
      motions: movedMotions(motions, rowTo),
      riders: movedMotions(riders, to),
      follows: movedFollows(compiled.follows, rowTo),
    },
    from,
    to: rowTo,
  };
}

/** Motions whose targets lie otherwise; those of one target stay together and in their order. */
function movedMotions(motions: FlatMotions, to: Int32Array): FlatMotions {
  const { targets, tables, phases, lows, spans, middles, clocks, relative, meetings, opacities, covers, timings, fades } = motions;
  const kept = [...targets.keys()].filter((at) => to[targets[at]!]! >= 0);
  kept.sort((a, b) => to[targets[a]!]! - to[targets[b]!]! || a - b);
  const keptTables = kept.map((at) => tables[at]!);
  return {
    targets: numbersOf(Int32Array, kept, (at) => to[targets[at]!]!),
    tables: keptTables,
    read: readCells(keptTables),
    phases: numbersOf(Float64Array, kept, (at) => phases[at]!),
    lows: numbersOf(Float32Array, kept, (at) => lows[at]!),
    spans: numbersOf(Float32Array, kept, (at) => spans[at]!),
    middles: numbersOf(Float32Array, kept, (at) => middles[at]!),
    clocks: numbersOf(Uint16Array, kept, (at) => clocks[at]!),
    relative: numbersOf(Uint8Array, kept, (at) => relative[at]!),
    meetings: numbersOf(Uint8Array, kept, (at) => meetings[at]!),
    covers: covers && kept.map((at) => covers[at]),
    opacities: opacities && numbersOf(Float32Array, kept, (at) => opacities[at]!),
    timings: numbersOf(Uint32Array, kept, (at) => timings[at]!),
    fades: fades && {
      in: numbersOf(Float32Array, kept, (at) => fades.in[at]!),
      out: numbersOf(Float32Array, kept, (at) => fades.out[at]!),
    },
  };
}
