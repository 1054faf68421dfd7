import { useRef, useState } from "react";
import { toast } from "sonner";
import { setChange, type Change } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";

/** Columns of the grid; cards say in cells where they lie. */
export const COLUMNS = 9;
export const ROW_PIXELS = 92;
export const GAP_PIXELS = 8;
const MOST_ROWS = 64;

/** Something that lies on a page. */
export interface Placed {
  readonly id: string;
  readonly pageId: string;
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
}

export type Cells = Pick<Placed, "column" | "row" | "columns" | "rows">;

export function overlap(a: Cells, b: Cells): boolean {
  return a.column < b.column + b.columns && b.column < a.column + a.columns && a.row < b.row + b.rows && b.row < a.row + a.rows;
}

const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** Cells after a move or a stretch by so many, within the page. */
export function movedCells(cells: Cells, by: { columns: number; rows: number }, how: "move" | "stretch"): Cells {
  if (how === "move")
    return {
      ...cells,
      column: within(cells.column + by.columns, 0, COLUMNS - cells.columns),
      row: within(cells.row + by.rows, 0, MOST_ROWS - cells.rows),
    };
  return {
    ...cells,
    columns: within(cells.columns + by.columns, 1, COLUMNS - cells.column),
    rows: within(cells.rows + by.rows, 1, 16),
  };
}

export interface Placing {
  /** Where it lies, or would lie if the finger left it now. */
  readonly cells: Cells;
  /** It would lie on another card there. */
  readonly blocked: boolean;
  grip: (
    how: "move" | "stretch",
  ) => Pick<React.HTMLAttributes<HTMLElement>, "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel" | "onKeyDown">;
}

/** Drags a card about its page and stretches it, by finger or by arrow keys. */
export function usePlacing(placed: Placed, name: string): Placing {
  const client = useClient();
  const show = useShow();
  const [preview, setPreview] = useState<Cells | null>(null);
  const drag = useRef<{ x: number; y: number; width: number } | null>(null);
  const here = { column: placed.column, row: placed.row, columns: placed.columns, rows: placed.rows };
  const others = [...show.all("playback"), ...show.all("groupMaster")].filter(
    ({ id, pageId }) => pageId === placed.pageId && id !== placed.id,
  );
  const blockedAt = (cells: Cells): boolean => others.some((other) => overlap(cells, other));
  const take = (cells: Cells): void => {
    if (blockedAt(cells)) {
      toast.error(`Another card lies there, so ${name} stays where it was.`, { id: "placing" });
      return;
    }
    const changes = (["column", "row", "columns", "rows"] as const).flatMap((field): Change[] =>
      here[field] === cells[field] ? [] : [setChange(placed.id, [field], { from: here[field], to: cells[field] })],
    );
    client.transact(`Moved ${name}`, changes);
  };
  const cells = preview ?? here;
  return {
    cells,
    blocked: preview !== null && blockedAt(preview),
    grip: (how) => ({
      onPointerDown: (event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const grid = event.currentTarget.closest("[data-grid]");
        drag.current = { x: event.clientX, y: event.clientY, width: ((grid?.clientWidth ?? 900) + GAP_PIXELS) / COLUMNS };
        setPreview(here);
      },
      onPointerMove: (event) => {
        const of = drag.current;
        if (!of) return;
        const columns = Math.round((event.clientX - of.x) / of.width);
        const rows = Math.round((event.clientY - of.y) / (ROW_PIXELS + GAP_PIXELS));
        setPreview(movedCells(here, { columns, rows }, how));
      },
      onPointerUp: () => {
        if (drag.current && preview) take(preview);
        drag.current = null;
        setPreview(null);
      },
      onPointerCancel: () => {
        drag.current = null;
        setPreview(null);
      },
      onKeyDown: (event) => {
        const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        take(movedCells(here, { columns: by[0]!, rows: by[1]! }, event.shiftKey ? "stretch" : how));
      },
    }),
  };
}
