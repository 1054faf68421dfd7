/**
 * One cycle as numbers: for each of its cells the value at the start and how much it rises until the end. A jump lies between
 * two cells, never within one: a wheel never shows what lies between two slots.
 */
export type CycleTable = Float32Array;

/** Cells of a usual table: a cell is half a millisecond at two cycles a second. */
export const CELLS = 4096;

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
  const table = new Float32Array(2 * cells);
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
