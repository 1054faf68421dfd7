/** A loop over so many rows: addresses of where they come from, where they go to, and of the stage. */
type Loop = (from: number, to: number, values: number, count: number) => void;

/** A loop over so many blocks of rows: addresses of where they go to, of the highest level in each, and of the stage. */
type Overtop = (to: number, tops: number, values: number, blocks: number) => void;

/** A loop over so many exits: addresses of these (see output-map), of values 0..1 and of the frame. */
type Write = (exits: number, values: number, frame: number, count: number) => void;

/**
 * The innermost loops of the merge by other means than TypeScript, with equal results: the host may give them (see `useKernels`). Rows and stage
 * then lie in a memory of theirs, in which addresses are octets from its beginning.
 */
export interface Kernels {
  readonly memory: ArrayBufferLike;
  /**
   * The part of the way that is done, the share of it that shows, and where rows of `overtop` come from, 0..1: arguments that aren't whole
   * would be made anew for each call.
   */
  readonly numbers: Float64Array;
  /** Zeros within the memory; null where there is no room. */
  floats(length: number): Float32Array | null;
  /** Values become what the rows say. */
  readonly replace: Loop;
  /** Values go towards what the rows say by the share. */
  readonly blend: Loop;
  /** Values become what the rows say in their share where that is more. */
  readonly raise: Loop;
  /** As `raise`, of rows that come from one level: blocks whose tops reach over none of their values are passed over (see row-tops). */
  readonly overtop: Overtop;
  /** Values become what the rows say in their share, and 1 beside it, where that is less. */
  readonly lower: Loop;
  /** Values become others as they are. */
  readonly copy: (from: number, values: number, count: number) => void;
  /** Numbers of 64 bits are added to values. */
  readonly add: (parts: number, values: number, count: number) => void;
  /** So many clocks stand where as many rounds as the part says, each at its rate, have brought them; numbers of 64 bits. */
  readonly turn: (rates: number, cycles: number, count: number) => void;
  /** Exits of one octet and of two are written into a frame, as their values are or scaled by their dimmers. */
  readonly eight: Write;
  readonly sixteen: Write;
  readonly dimmedEight: Write;
  readonly dimmedSixteen: Write;
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

/** Numbers that aren't levels where loops find them. */
export interface Found<T> {
  readonly numbers: T;
  /** ELSEWHERE where there was no room. */
  readonly at: number;
  /** The place is theirs as long as anybody refers to this. */
  readonly keeps: Float32Array;
}

export function foundInts(length: number): Found<Int32Array> {
  const keeps = rowFloats(length);
  return { numbers: new Int32Array(keeps.buffer, keeps.byteOffset, length), at: addressOf(keeps), keeps };
}

export function foundDoubles(length: number): Found<Float64Array> {
  const keeps = rowFloats(2 * length);
  return { numbers: new Float64Array(keeps.buffer, keeps.byteOffset, length), at: addressOf(keeps), keeps };
}

export function foundOctets(length: number): Found<Uint8Array> {
  const keeps = rowFloats(Math.ceil(length / 4));
  return { numbers: new Uint8Array(keeps.buffer, keeps.byteOffset, length), at: addressOf(keeps), keeps };
}
