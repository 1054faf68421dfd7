/** Columns of a page's grid; cards say in cells where they lie. */
export const PAGE_COLUMNS = 9;
const MOST_ROWS = 64;
const TALLEST = 16;

/** Where a card lies on its page. */
export interface Cells {
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
}

export function overlap(a: Cells, b: Cells): boolean {
  return a.column < b.column + b.columns && b.column < a.column + a.columns && a.row < b.row + b.rows && b.row < a.row + a.rows;
}

const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** Cells after a move or a stretch by so many, within the page. */
export function movedCells(cells: Cells, by: { columns: number; rows: number }, how: "move" | "stretch"): Cells {
  if (how === "move")
    return {
      ...cells,
      column: within(cells.column + by.columns, 0, PAGE_COLUMNS - cells.columns),
      row: within(cells.row + by.rows, 0, MOST_ROWS - cells.rows),
    };
  return {
    ...cells,
    columns: within(cells.columns + by.columns, 1, PAGE_COLUMNS - cells.column),
    rows: within(cells.rows + by.rows, 1, TALLEST),
  };
}

/** The first free place of a size, row by row. A page without room has none left: the last row then takes it, over what lies there. */
export function freePlace(cards: readonly Cells[], size: { columns: number; rows: number }): { column: number; row: number } {
  for (let row = 0; row + size.rows <= MOST_ROWS; row++)
    for (let column = 0; column + size.columns <= PAGE_COLUMNS; column++)
      if (!cards.some((card) => overlap(card, { column, row, ...size }))) return { column, row };
  return { column: 0, row: MOST_ROWS - size.rows };
}
