import type { Kernels } from "@vexa/core";
import octets from "./merge.wat";
import { Room } from "./room";

/** Octets at the memory's beginning for the numbers that go along. */
const NUMBERS_END = 64;

interface Exports extends Omit<Kernels, "memory" | "numbers" | "floats"> {
  readonly memory: WebAssembly.Memory;
}

/**
 * The merge's loops in WebAssembly, with room for 32 million levels, of which a machine gives only what is written to. Null where WebAssembly
 * or the room can't be had: then the plain loops do the same.
 */
export function mergeKernels(): Kernels | null {
  if (!WebAssembly.validate(octets)) return null;
  const instance = instantiated();
  if (!instance) return null;
  const { memory, ...loops } = instance.exports as unknown as Exports;
  const room = new Room(memory.buffer, NUMBERS_END);
  return {
    memory: memory.buffer,
    numbers: new Float64Array(memory.buffer, 0, 3),
    floats: (length) => room.floats(length),
    ...loops,
  };
}

function instantiated(): WebAssembly.Instance | null {
  try {
    return new WebAssembly.Instance(new WebAssembly.Module(octets));
  } catch (error) {
    // A machine that lets a process have only so much address space says so here.
    if (error instanceof RangeError) return null;
    throw error;
  }
}
