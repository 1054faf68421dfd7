import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useMemo, useRef, useState } from "react";
import { counted, explain, pastedCells, selectHeads, typedLamps, type Fixture, type LampField, type Show } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { refuse } from "../../ui/messages";
import { LAMP_COLUMNS, useLampColumns, type LampColumn } from "./lamp-columns";
import { headsOfLamps, usePressLamp, useSelectedLamps } from "./lamp-selection";
import { LampCell } from "./lamp-cell";

const ROW = 32;
const GAP_REM = 0.5;

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
});

interface Active {
  readonly row: number;
  readonly column: number;
}

/**
 * The lamps as a sheet: heads sort, presses select, arrows go from cell to cell, Enter or typing writes into one (into all lamps that are
 * selected, if it is one of them), and what is copied from a spreadsheet is pasted from there on.
 */
export function LampTable({
  rows,
  clashing,
  changes,
}: {
  rows: readonly Fixture[];
  clashing: ReadonlySet<string>;
  changes: boolean;
}): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const { shown } = useLampColumns();
  const { select } = useInterfaceOf("select");
  const columns = useMemo(() => LAMP_COLUMNS.filter(({ id }) => shown.includes(id)), [shown]);
  const table = useLampSheet(rows, columns, show);
  const sorted = table.getRowModel().rows.map(({ original }) => original);
  const press = usePressLamp(sorted);
  const selected = useSelectedLamps();
  const chosen = new Set(selected.map(({ id }) => id));
  const [active, setActive] = useState<Active>({ row: 0, column: 0 });
  const [typing, setTyping] = useState<string | null>(null);
  const grid = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({ count: sorted.length, getScrollElement: () => grid.current, estimateSize: () => ROW, overscan: 12 });
  // Head and rows are as wide as each other, however little room there is.
  const widths = {
    gridTemplateColumns: columns.map(({ rem, grows }) => (grows === undefined ? `${rem}rem` : `minmax(${rem}rem, ${grows}fr)`)).join(" "),
    minWidth: `${columns.reduce((sum, { rem }) => sum + rem + GAP_REM, 2 * GAP_REM)}rem`,
  };
  const at: Active = { row: Math.min(active.row, sorted.length - 1), column: Math.min(active.column, columns.length - 1) };
  const go = (row: number, column: number): void => {
    const next = { row: within(row, sorted.length), column: within(column, columns.length) };
    setActive(next);
    virtual.scrollToIndex(next.row);
    grid.current?.focus();
  };
  /** Whom a cell's text is for: all that are selected, if its lamp is one of them. */
  const meant = (lamp: Fixture): string[] => (chosen.has(lamp.id) && selected.length > 1 ? selected.map(({ id }) => id) : [lamp.id]);
  const write = (lamp: Fixture, field: LampField, text: string): boolean => {
    const ids = meant(lamp);
    const typed = typedLamps(client.view, ids, { field, text });
    if (!typed.ok) refuse(explain(typed.error));
    return typed.ok && client.transact(`${field[0]!.toUpperCase()}${field.slice(1)} of ${counted(ids.length, "lamp")}`, typed.value);
  };
  const paste = (text: string): void => {
    const [lamp, field] = [sorted[at.row], columns[at.column]?.field];
    if (!lamp || !field) return refuse("Nothing can be pasted into this column.");
    const ids = /[\t\n]/.test(text.trimEnd()) ? sorted.slice(at.row).map(({ id }) => id) : meant(lamp);
    const fields = columns.slice(at.column).flatMap((column) => column.field ?? []);
    const pasted = pastedCells(client.view, ids, { first: field, text, fields });
    if (!pasted.ok) return refuse(explain(pasted.error));
    client.transact(`Pasted ${counted(pasted.value.length, "cell")}`, pasted.value);
  };
  const keys = (event: React.KeyboardEvent): void => {
    const lamp = sorted[at.row];
    if (!lamp || typing !== null || event.altKey) return;
    const taken = keyAct(event, at, {
      rows: sorted.length,
      columns: columns.length,
      page: Math.max(1, Math.floor((grid.current?.clientHeight ?? ROW) / ROW) - 2),
    });
    const editable = changes && columns[at.column]!.field !== undefined;
    if (taken) go(taken.row, taken.column);
    else if (event.key === " ") press(lamp, event);
    else if (event.key === "a" && (event.ctrlKey || event.metaKey)) select(selectHeads(headsOfLamps(show, sorted)));
    else if (event.key === "F2" || event.key === "Enter") {
      if (editable) setTyping(columns[at.column]!.text(lamp, show));
    } else if (editable && event.key.length === 1 && !event.ctrlKey && !event.metaKey && columns[at.column]!.field !== undefined)
      setTyping(event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      ref={grid}
      className="group/sheet min-h-0 flex-1 overflow-auto rounded outline-offset-2"
      role="grid"
      tabIndex={0}
      aria-label="Lamps by number"
      aria-rowcount={sorted.length + 1}
      aria-colcount={columns.length}
      aria-activedescendant={sorted.length > 0 ? `lamp-cell-${at.row}-${at.column}` : undefined}
      onKeyDown={keys}
      onPaste={(event) => {
        if (typing !== null || !changes) return;
        event.preventDefault();
        paste(event.clipboardData.getData("text/plain"));
      }}
      onCopy={(event) => {
        if (typing !== null) return;
        event.preventDefault();
        const lamps = selected.length > 0 ? sorted.filter(({ id }) => chosen.has(id)) : sorted.slice(at.row, at.row + 1);
        event.clipboardData.setData(
          "text/plain",
          lamps.map((lamp) => columns.map((column) => column.text(lamp, show)).join("\t")).join("\n"),
        );
      }}
    >
      <div className="sticky top-0 z-10 grid gap-2 bg-ground px-2 text-xs text-ink-3" style={widths} role="row">
        {table.getHeaderGroups()[0]!.headers.map(({ column }) => {
          const way = column.getIsSorted();
          return (
            <span key={column.id} role="columnheader" aria-sort={way === "asc" ? "ascending" : way === "desc" ? "descending" : "none"}>
              <button
                type="button"
                title="Sorts; with Shift after what is sorted by already"
                tabIndex={-1}
                className="h-6 cursor-pointer truncate hover:text-ink pointer-coarse:h-11"
                onClick={column.getToggleSortingHandler()}
              >
                {columns.find(({ id }) => id === column.id)!.head}
                {way === "asc" ? " ▲" : way === "desc" ? " ▼" : ""}
              </button>
            </span>
          );
        })}
      </div>
      <div className="relative" style={{ height: virtual.getTotalSize(), minWidth: widths.minWidth }} role="rowgroup">
        {virtual.getVirtualItems().map(({ index, start }) => {
          const lamp = sorted[index]!;
          return (
            <div
              key={lamp.id}
              role="row"
              aria-rowindex={index + 2}
              aria-selected={chosen.has(lamp.id)}
              className={cn(
                "absolute inset-x-0 grid gap-2 border-t border-edge px-2 text-[13px] hover:bg-raised",
                chosen.has(lamp.id) && "bg-raised shadow-[inset_3px_0_0_var(--color-sketch)]",
              )}
              style={{ top: start, height: ROW, ...widths }}
            >
              {columns.map((column, place) => (
                <LampCell
                  key={column.id}
                  id={`lamp-cell-${index}-${place}`}
                  text={column.text(lamp, show)}
                  label={`${column.head} of ${lamp.name}`}
                  active={at.row === index && at.column === place}
                  typing={at.row === index && at.column === place ? typing : null}
                  look={
                    column.id === "address" && clashing.has(lamp.id)
                      ? "barred"
                      : column.id === "name"
                        ? "words"
                        : column.id === "profile" || column.id === "mode"
                          ? "quiet"
                          : "numbers"
                  }
                  onPress={(event) => {
                    setActive({ row: index, column: place });
                    press(lamp, event);
                  }}
                  onType={() => changes && column.field && setTyping(column.text(lamp, show))}
                  onDone={(text, then) => {
                    setTyping(null);
                    if (text !== null && column.field && text !== column.text(lamp, show)) write(lamp, column.field, text);
                    go(index + (then === "down" ? 1 : 0), place + (then === "right" ? 1 : then === "left" ? -1 : 0));
                  }}
                />
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const within = (at: number, count: number): number => Math.max(0, Math.min(count - 1, at));

/** Where a key leads from a cell; null = it isn't one that leads. */
function keyAct(
  { key, ctrlKey }: React.KeyboardEvent,
  { row, column }: Active,
  of: { rows: number; columns: number; page: number },
): Active | null {
  switch (key) {
    case "ArrowDown":
      return { row: row + 1, column };
    case "ArrowUp":
      return { row: row - 1, column };
    case "ArrowRight":
      return { row, column: column + 1 };
    case "ArrowLeft":
      return { row, column: column - 1 };
    case "PageDown":
      return { row: row + of.page, column };
    case "PageUp":
      return { row: row - of.page, column };
    case "Home":
      return { row: ctrlKey ? 0 : row, column: 0 };
    case "End":
      return { row: ctrlKey ? of.rows - 1 : row, column: of.columns - 1 };
    default:
      return null;
  }
}

function useLampSheet(
  rows: readonly Fixture[],
  columns: readonly LampColumn[],
  show: Show,
): ReturnType<typeof useTable<typeof features, Fixture>> {
  const shown = useMemo(() => {
    const helper = createColumnHelper<typeof features, Fixture>();
    return helper.columns(
      columns.map(({ id, head, text, sortBy }) =>
        helper.accessor((lamp) => (sortBy ?? text)(lamp, show), { id, header: head, sortFn: "alphanumeric", sortDescFirst: false }),
      ),
    );
  }, [columns, show]);
  return useTable({ features, columns: shown, data: rows, getRowId: ({ id }) => id });
}
