import { useRef, useState } from "react";
import { refuse } from "../../ui/messages";
import { movedCells, overlap, PAGE_COLUMNS, setChange, type Cells, type Change } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";

export const ROW_PIXELS = 92;
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
      refuse(`Another card lies there, so ${name} stays where it was.`);
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
        drag.current = { x: event.clientX, y: event.clientY, width: ((grid?.clientWidth ?? 900) + GAP_PIXELS) / PAGE_COLUMNS };
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
