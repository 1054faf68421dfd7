import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CELL_STEP, movedCells, overlap, PAGE_COLUMNS, spreadOut, type Cells } from "./page-grid";

const halves = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min: min * 2, max: max * 2 }).map((half) => half / 2);
const cells: fc.Arbitrary<Cells> = fc.record({ column: halves(0, 12), row: halves(0, 12), columns: halves(1, 6), rows: halves(0.5, 4) });

/** By plain counting: every half cell that a card covers. */
const covers = ({ column, row, columns, rows }: Cells): string[] => {
  const found: string[] = [];
  for (let x = column; x < column + columns; x += CELL_STEP) for (let y = row; y < row + rows; y += CELL_STEP) found.push(`${x} ${y}`);
  return found;
};

describe("cards on a page", () => {
  it("are all shown, none on another and none beside the page; who lies alone stays where they are", () => {
    fc.assert(
      fc.property(fc.array(cells, { maxLength: 14 }), (cards) => {
        const laid = spreadOut(cards);
        expect(laid.map(({ card }) => card).toSorted(byPlace)).toEqual(cards.toSorted(byPlace));
        const taken = laid.flatMap((entry) => covers(entry.cells));
        expect(new Set(taken).size).toBe(taken.length);
        for (const entry of laid) {
          expect(entry.cells.column + entry.cells.columns).toBeLessThanOrEqual(PAGE_COLUMNS);
          if (!entry.moved) expect(entry.cells).toEqual(entry.card);
          const alone = cards.every((other) => other === entry.card || !overlap(other, entry.card));
          if (alone && entry.card.column + entry.card.columns <= PAGE_COLUMNS) expect(entry.moved).toBe(false);
        }
      }),
      { seed: 41 },
    );
  });

  it("move and stretch in halves, within the page, and stay large enough for a finger", () => {
    fc.assert(
      fc.property(
        cells,
        halves(-20, 20),
        halves(-20, 20),
        fc.constantFrom("move" as const, "stretch" as const),
        (card, columns, rows, how) => {
          const within = {
            ...card,
            columns: Math.min(card.columns, PAGE_COLUMNS),
            column: Math.min(card.column, PAGE_COLUMNS - Math.min(card.columns, PAGE_COLUMNS)),
          };
          const next = movedCells(within, { columns, rows }, how);
          expect(next.columns).toBeGreaterThanOrEqual(1);
          expect(next.rows).toBeGreaterThanOrEqual(0.5);
          expect(next.column).toBeGreaterThanOrEqual(0);
          expect(next.row).toBeGreaterThanOrEqual(0);
          expect(next.column + next.columns).toBeLessThanOrEqual(PAGE_COLUMNS);
        },
      ),
      { seed: 42 },
    );
  });
});

const byPlace = (a: Cells, b: Cells): number => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1);
