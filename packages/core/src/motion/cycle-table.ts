/**
 * One cycle as numbers: for each of its cells the value at the start and how much it rises until the end. A jump lies between
 * two cells, never within one: a wheel never shows what lies between two slots.
 */
export type CycleTable = Float32Array;

/** Cells of a usual table: a cell is half a millisecond at two cycles a second. */
export const CELLS = 4096;

/** Small tables lie side by side, so many numbers in a room: thousands of heads have their own, and a memory for each would be counted and collected one by one. */
const ROOM = 1 << 16;
const SMALL = 1 << 9;
const room = { numbers: new Float32Array(0), used: 0 };

/** A table of zeros. */
export function emptyTable(cells: number): CycleTable {
  const length = 2 * cells;
  if (length > SMALL) return new Float32Array(length);
  if (room.used + length > room.numbers.length) Object.assign(room, { numbers: new Float32Array(ROOM), used: 0 });
  room.used += length;
  return room.numbers.subarray(room.used - length, room.used);
}

/** How near to an edge the limit from the left is taken, in cells. */
const JUST_BEFORE = 1e-6;

/**
 * The table of a function of the place in the cycle, 0 (included) to 1 (excluded). `edges` are places where it jumps: a cell
 * with one inside keeps the value of its start.
 */
export function cycleTable(
  valueAt: (at: number) => number,
  { cells = CELLS, edges = [] }: { cells?: number; edges?: readonly number[] },
): CycleTable {
  const table = emptyTable(cells);
  const broken = new Set(edges.flatMap((edge) => (isWhole(edge * cells) ? [] : [Math.floor(edge * cells) % cells])));
  for (let cell = 0; cell < cells; cell++) {
    const start = valueAt(cell / cells);
    table[2 * cell] = start;
    if (!broken.has(cell)) table[2 * cell + 1] = valueAt((cell + 1 - JUST_BEFORE) / cells) - start;
  }
  return table;
}

function isWhole(value: number): boolean {
  return Math.abs(value - Math.round(value)) < 1e-9;
}

/** The table's value at a place in the cycle, 0 (included) to 1 (excluded). */
export function readTable(table: CycleTable, at: number): number {
  const place = at * (table.length >> 1);
  const cell = place | 0;
  return table[2 * cell]! + table[2 * cell + 1]! * (place - cell);
}
