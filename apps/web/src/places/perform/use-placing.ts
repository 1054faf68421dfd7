import { useRef, useState } from "react";
import { refuse } from "../../ui/messages";
import { cardsOf, CELL_STEP, movedCells, overlap, PAGE_COLUMNS, setChange, type Cells, type Change } from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";

/** Of half a cell: the least that a finger finds. */
export const ROW_PIXELS = 44;
export const GAP_PIXELS = 8;

/** Something that lies on a page. */
export interface Placed extends Cells {
  readonly id: string;
  readonly pageId: string;
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

/** Drags a card about its page from where it is shown, and stretches it, by finger or by arrow keys. */
export function usePlacing(placed: Placed, { name, shown: here }: { name: string; shown: Cells }): Placing {
  const client = useClient();
  const show = useQuietShow();
  const [preview, setPreview] = useState<Cells | null>(null);
  const drag = useRef<{ x: number; y: number; width: number } | null>(null);
  const others = cardsOf(show, placed.pageId).filter(({ id }) => id !== placed.id);
  const blockedAt = (cells: Cells): boolean => others.some((other) => overlap(cells, other));
  const take = (cells: Cells): void => {
    if (blockedAt(cells)) {
      refuse(`Another card lies there, so ${name} stays where it was.`);
      return;
    }
    const changes = (["column", "row", "columns", "rows"] as const).flatMap((field): Change[] =>
      placed[field] === cells[field] ? [] : [setChange(placed.id, [field], { from: placed[field], to: cells[field] })],
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
        drag.current = {
          x: event.clientX,
          y: event.clientY,
          width: ((grid?.clientWidth ?? 900) + GAP_PIXELS) / (PAGE_COLUMNS / CELL_STEP),
        };
        setPreview(here);
      },
      onPointerMove: (event) => {
        const of = drag.current;
        if (!of) return;
        const columns = CELL_STEP * Math.round((event.clientX - of.x) / of.width);
        const rows = CELL_STEP * Math.round((event.clientY - of.y) / (ROW_PIXELS + GAP_PIXELS));
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
        const by = {
          ArrowLeft: [-CELL_STEP, 0],
          ArrowRight: [CELL_STEP, 0],
          ArrowUp: [0, -CELL_STEP],
          ArrowDown: [0, CELL_STEP],
        }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        take(movedCells(here, { columns: by[0]!, rows: by[1]! }, event.shiftKey ? "stretch" : how));
      },
    }),
  };
}
