import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { LAMP_FIELDS, typedLamps, type LampField } from "./fixture-edits";

/** Cells out of a spreadsheet: rows at line ends, columns at tabs. The empty row that copying leaves at the end is none. */
export function pastedRows(text: string): string[][] {
  const rows = text.replaceAll("\r\n", "\n").replaceAll("\r", "\n").split("\n");
  if (rows.at(-1) === "") rows.pop();
  return rows.map((row) => row.split("\t"));
}

/**
 * The changes that put cells into lamps from one lamp and one field on, row by row; empty cells leave what is there. One cell goes into all
 * lamps. All or nothing. Errors: value.invalid of the first cell that doesn't fit, with its line.
 */
export function pastedCells(
  show: Show,
  ids: readonly string[],
  of: { first: LampField; text: string; fields?: readonly LampField[] },
): Result<Change[]> {
  const rows = pastedRows(of.text);
  const fields = of.fields ?? LAMP_FIELDS;
  const from = fields.indexOf(of.first);
  if (rows.length === 0 || from < 0)
    return fail("value.invalid", { field: "What is pasted", value: "empty", why: "it must have a cell at least" });
  const alone = rows.length === 1 && rows[0]!.length === 1;
  if (alone) return typedLamps(show, ids, { field: of.first, text: rows[0]![0]! });
  if (rows.length > ids.length)
    return fail("value.invalid", {
      field: "What is pasted",
      value: `${rows.length} rows`,
      why: `there are ${ids.length} lamps from there on`,
    });
  const changes: Change[] = [];
  let grown = show;
  for (const [line, cells] of rows.entries())
    for (const [column, cell] of cells.entries()) {
      const field = fields[from + column];
      if (field === undefined || cell.trim() === "") continue;
      const typed = typedLamps(grown, [ids[line]!], { field, text: cell });
      if (!typed.ok) return line === 0 ? typed : inLine(typed, line + 1);
      const next = edit(grown, typed.value);
      if (!next.ok) return next;
      grown = next.value;
      changes.push(...typed.value);
    }
  return ok(changes);
}

function inLine(failed: Result<Change[]> & { ok: false }, line: number): Result<Change[]> {
  const { code, details } = failed.error;
  return {
    ok: false,
    error: { code, details: "field" in details ? { ...details, field: `Row ${line}: ${String(details.field)}` } : details },
  };
}
