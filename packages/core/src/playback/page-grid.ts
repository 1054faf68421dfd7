import { numberIn, where } from "../document/schema";

/** Columns of a page's grid; cards say in cells where they lie, and may lie half a cell on. */
export const PAGE_COLUMNS = 9;
/** Cards lie and stretch by this much of a cell. */
export const CELL_STEP = 0.5;
const MOST_ROWS = 64;
const TALLEST = 16;
/** So that no side of a card is under 44 pixels, on the narrowest screen too. */
const LEAST = { columns: 1, rows: 0.5 };

const inSteps = (cells: number): string | null => (Number.isInteger(cells / CELL_STEP) ? null : "it must be in halves of a cell");
const place = where(numberIn(0, 63.5), inSteps);

/** The fields of whatever lies on a page. */
export const cellsSchemas = {
  column: place,
  row: place,
  columns: where(numberIn(LEAST.columns, 16), inSteps),
  rows: where(numberIn(LEAST.rows, 16), inSteps),
};

/** Where a card lies on its page. */
export interface Cells {
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
}

/** Sorts what lies on a page as it is read: row by row, each from left to right. */
export function asRead(a: Pick<Cells, "row" | "column">, b: Pick<Cells, "row" | "column">): number {
  return a.row - b.row || a.column - b.column;
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
    columns: within(cells.columns + by.columns, LEAST.columns, PAGE_COLUMNS - cells.column),
    rows: within(cells.rows + by.rows, LEAST.rows, TALLEST),
  };
}

/** The first free place of a size, row by row. A page without room has none left: the last row then takes it, over what lies there. */
export function freePlace(cards: readonly Cells[], size: { columns: number; rows: number }): { column: number; row: number } {
  for (let row = 0; row + size.rows <= MOST_ROWS; row += CELL_STEP)
    for (let column = 0; column + size.columns <= PAGE_COLUMNS; column += CELL_STEP)
      if (!cards.some((card) => overlap(card, { column, row, ...size }))) return { column, row };
  return { column: 0, row: MOST_ROWS - size.rows };
}

/**
 * Where cards are shown: each where it lies, but for those that lie on one before them, beside the page or where nobody could touch them;
 * these come to the next free place, so that no card is ever lost beneath another.
 */
export function spreadOut<C extends Cells>(
  cards: readonly C[],
): readonly { readonly card: C; readonly cells: Cells; readonly moved: boolean }[] {
  const laid: { card: C; cells: Cells; moved: boolean }[] = [];
  const free = (cells: Cells): boolean => !laid.some((other) => overlap(other.cells, cells));
  const onPage = ({ column, columns }: Cells): boolean => column + columns <= PAGE_COLUMNS;
  const homeless: C[] = [];
  for (const card of cards) {
    const { column, row, columns, rows } = card;
    if (onPage(card) && free(card)) laid.push({ card, cells: { column, row, columns, rows }, moved: false });
    else homeless.push(card);
  }
  for (const card of homeless) {
    const size = { columns: Math.min(PAGE_COLUMNS, card.columns), rows: card.rows };
    laid.push({
      card,
      cells: {
        ...freePlace(
          laid.map(({ cells }) => cells),
          size,
        ),
        ...size,
      },
      moved: true,
    });
  }
  return laid;
}
