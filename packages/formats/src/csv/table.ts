import Papa from "papaparse";
import { fail, ok, type Result } from "@vexa/core";

export type TableRow = Readonly<Record<string, string>>;

const MOST_ROWS = 20000;
const LARGEST = 16 * 1048576;

/** Reads a table with a row of heads: commas, semicolons or tabs between, quotes doubled, UTF-8. Source: RFC 4180 (its own text from memory). Errors: file.unreadable. */
export function read(bytes: Uint8Array, file = "The file"): Result<readonly TableRow[]> {
  const refuse = (why: string) => fail("file.unreadable", { name: file, why });
  if (bytes.length > LARGEST) return refuse("it is larger than 16 MB");
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes).replace(/^\uFEFF/, "");
  } catch {
    return refuse("it isn't text in UTF-8");
  }
  if (text.includes("\0")) return refuse("it isn't text");
  const { data, errors, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: "greedy",
    delimitersToGuess: [",", ";", "\t"],
  });
  const broken = errors.find(({ type }) => type === "Quotes");
  if (broken) return refuse(`a quote in line ${(broken.row ?? 0) + 1} doesn't end`);
  if ((meta.fields ?? []).length < 2) return refuse("it has no row of heads, such as number, name, address");
  if (data.length === 0) return refuse("it has no rows");
  if (data.length > MOST_ROWS) return refuse(`it has more than ${MOST_ROWS} rows`);
  return ok(
    data.map((row) => Object.fromEntries(Object.entries(row).filter((entry): entry is [string, string] => typeof entry[1] === "string"))),
  );
}

/** A table with its heads, as RFC 4180 has it. What a spreadsheet would take for a formula is written as text. */
export function write(columns: readonly string[], rows: readonly TableRow[]): string {
  return Papa.unparse(
    { fields: [...columns], data: rows.map((row) => columns.map((column) => row[column] ?? "")) },
    { escapeFormulae: /^[=@]/ },
  );
}
