/** A loop over so many rows: addresses of where they come from, where they go to, and of the stage. */
type Loop = (from: number, to: number, values: number, count: number) => void;

/**
 * The innermost loops of the merge by other means than TypeScript, with equal results: the host may give them (see `useKernels`). Rows and stage
 * then lie in a memory of theirs, in which addresses are octets from its beginning.
 */
export interface Kernels {
  readonly memory: ArrayBufferLike;
  /** The part of the way that is done, and the share of it that shows, 0..1: arguments that aren't whole would be made anew for each call. */
  readonly numbers: Float64Array;
  /** Zeros within the memory; null where there is no room. */
  floats(length: number): Float32Array | null;
  /** Values become what the rows say. */
  readonly replace: Loop;
  /** Values go towards what the rows say by the share. */
  readonly blend: Loop;
  /** Values become what the rows say in their share where that is more. */
  readonly raise: Loop;
  /** Values become what the rows say in their share, and 1 beside it, where that is less. */
  readonly lower: Loop;
}

/** The address of what lies elsewhere. */
export const ELSEWHERE = -1;

const used: { kernels: Kernels | null } = { kernels: null };

/** Engines that are made from now on in this thread use these loops; null = the plain ones. */
export function useKernels(kernels: Kernels | null): void {
  used.kernels = kernels;
}

/** The loops to be used for rows and a stage that lie in their memory. */
export function kernelsNow(): Kernels | null {
  return used.kernels;
}

/** Zeros for rows or a stage, where loops find them. */
export function rowFloats(length: number): Float32Array {
  return used.kernels?.floats(length) ?? new Float32Array(length);
}

/** A copy of numbers where loops find it. */
export function copiedFloats(numbers: Float32Array): Float32Array {
  const copy = rowFloats(numbers.length);
  copy.set(numbers);
  return copy;
}

/** Where an array lies in the loops' memory. */
export function addressOf(floats: Float32Array): number {
  return used.kernels !== null && floats.buffer === used.kernels.memory ? floats.byteOffset : ELSEWHERE;
}
