import type { ReactNode } from "react";
import { counted } from "@vexa/core";
import { Tick } from "./tick";

const MOST_LISTED = 300;

/** Rows of one kind, each to be ticked by itself or all by their heading. */
export function TickSection<Row extends object>(of: {
  /** What they are. */
  name: string;
  heading: string;
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  isOn: (row: Row) => boolean;
  /** Those that can't be ticked. */
  isBarred?: (row: Row) => boolean;
  onTurn: (rows: readonly Row[]) => void;
  label: (row: Row) => ReactNode;
  /** What stands beside the tick, in columns of the grid. */
  more?: (row: Row) => ReactNode;
  columns?: string;
}): React.JSX.Element | null {
  const { name, heading, rows, keyOf, isOn, isBarred = () => false, onTurn, label, more, columns = "grid-cols-1" } = of;
  if (rows.length === 0) return null;
  const open = rows.filter((row) => !isBarred(row));
  return (
    <section className="mb-3" aria-label={name}>
      <h3 className="flex items-center gap-2 text-xs text-ink-3">
        <Tick label={heading} on={open.length > 0 && open.every(isOn)} disabled={open.length === 0} onTick={() => onTurn(open)} />
      </h3>
      <ul className="grid gap-0.5 pl-4">
        {rows.slice(0, MOST_LISTED).map((row) => (
          <li key={keyOf(row)} className={`grid ${columns} items-center gap-2 text-[13px]`}>
            <Tick
              label={<span className="truncate">{label(row)}</span>}
              on={!isBarred(row) && isOn(row)}
              disabled={isBarred(row)}
              onTick={() => onTurn([row])}
            />
            {more?.(row)}
          </li>
        ))}
        {rows.length > MOST_LISTED && (
          <li className="text-xs text-ink-3">{counted(rows.length - MOST_LISTED, "row")} more of the same kind</li>
        )}
      </ul>
    </section>
  );
}
