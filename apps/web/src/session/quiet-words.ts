import { changedId, type Show, type ToldEdit } from "@vexa/core";

const WHERE: ReadonlySet<string | number | undefined> = new Set(["at", "half", "smooth", "heardSeconds"]);

/** Words of targets come dozens of times a second: what is drawn by them looks for itself, and all else needn't be drawn for each. */
export function saysWhereTargetsAre(show: Show, { changes }: ToldEdit): boolean {
  return (
    changes.length > 0 &&
    changes.every(
      (change) => change.op === "put" && WHERE.has(change.path[0]) && show.records.get(changedId(change))?.kind === "targetState",
    )
  );
}

const EVERY_MS = 500;

/** Calls once for all that came within a while. */
export function nowAndThen(call: () => void): () => void {
  let due: ReturnType<typeof setTimeout> | null = null;
  return () => {
    due ??= setTimeout(() => {
      due = null;
      call();
    }, EVERY_MS);
  };
}
