import type { HistoryLine } from "./messages";

/** One of a person's own edits, and how one gets to just before it, or to where it is done again. */
export interface OwnStep {
  readonly line: HistoryLine;
  /** So many times taken back, or done again; null = what was done since then stands in its way. */
  readonly hop: { readonly way: "undo" | "redo"; readonly times: number } | null;
}

/** A person's own edits out of their lines of history, the latest first, as undo and redo go through them. */
export function ownSteps(lines: readonly HistoryLine[]): OwnStep[] {
  const edits = lines.filter(({ state }) => state !== "step");
  const latestDone = edits.findIndex(({ state }) => state === "done");
  const undone = latestDone < 0 ? edits.length : latestDone;
  let back = 0;
  return edits.map((line, at): OwnStep => {
    if (line.state === "done") return { line, hop: { way: "undo", times: ++back } };
    return { line, hop: at < undone ? { way: "redo", times: undone - at } : null };
  });
}
