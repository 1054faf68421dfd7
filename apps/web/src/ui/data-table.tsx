import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
  type RowData,
} from "@tanstack/react-table";
import { useMemo, type ReactNode } from "react";
import { cn } from "./class-names";

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
});

/** A column: what stands in it, and what it is sorted by when its head is pressed (nothing = it isn't). */
export interface TableColumn<T> {
  readonly id: string;
  readonly head: string;
  readonly cell: (row: T) => ReactNode;
  readonly sortBy?: (row: T) => string | number;
  readonly className?: string;
}

/** Rows in columns, in the order given until a column's head is pressed: once it rises, twice it falls, a third time as given. */
export function DataTable<T extends RowData>(of: {
  label: string;
  rows: readonly T[];
  rowId: (row: T) => string;
  columns: readonly TableColumn<T>[];
  className?: string;
}): React.JSX.Element {
  const { label, rows, rowId, columns, className } = of;
  const shown = useMemo(() => {
    const helper = createColumnHelper<typeof features, T>();
    return helper.columns(
      columns.map(({ id, head, cell, sortBy }) =>
        helper.accessor((row) => sortBy?.(row) ?? "", {
          id,
          header: head,
          cell: ({ row }) => cell(row.original),
          enableSorting: sortBy !== undefined,
          sortFn: "alphanumeric",
        }),
      ),
    );
  }, [columns]);
  const table = useTable({ features, columns: shown, data: rows, getRowId: rowId });
  const look = (id: string): string | undefined => columns.find((column) => column.id === id)?.className;
  return (
    <table aria-label={label} className={cn("w-full text-left text-[13px]", className)}>
      <thead className="text-xs text-ink-3">
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {group.headers.map(({ column }) => {
              const sorted = column.getIsSorted();
              const head = columns.find(({ id }) => id === column.id)!.head;
              return (
                <th
                  key={column.id}
                  aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : undefined}
                  className={cn("py-1 pr-3 font-normal", look(column.id))}
                >
                  {column.getCanSort() ? (
                    <button
                      type="button"
                      className="cursor-pointer hover:text-ink pointer-coarse:h-11 pointer-coarse:min-w-11"
                      onClick={column.getToggleSortingHandler()}
                    >
                      {head}
                      {sorted === "asc" ? " ▲" : sorted === "desc" ? " ▼" : ""}
                    </button>
                  ) : (
                    head
                  )}
                </th>
              );
            })}
          </tr>
        ))}
      </thead>
      <tbody>
        {table.getRowModel().rows.map((row) => (
          <tr key={row.id} className="border-t border-edge">
            {row.getAllCells().map((cell) => (
              <td key={cell.id} className={cn("py-1.5 pr-3", look(cell.column.id))}>
                <table.FlexRender cell={cell} />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
