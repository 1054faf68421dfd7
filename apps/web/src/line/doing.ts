import { create } from "zustand";
import { lineOfCommand, linesOfSketch, MOST_MACRO_LINES, withLines, type ActLine } from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { lineContext } from "./run-line";

/** What hands do in this window, as lines of a macro, while somebody writes one by doing. */
interface Doing {
  /** Null = nobody does. */
  readonly lines: readonly ActLine[] | null;
  /** Acts that no line does. */
  readonly missed: number;
}

export const useDoing = create<Doing>(() => ({ lines: null, missed: 0 }));

/** From now on what is done here is written down. */
export function beginDoing(client: ShowClient): void {
  useDoing.setState({ lines: [], missed: 0 });
  client.witness = (before, did) => {
    const context = { ...lineContext(client), show: before };
    if (did === "edit") {
      const { lines, missed } = linesOfSketch(client.view, context);
      return took(lines, missed);
    }
    // The end of a press belongs to the press, and may be said twice.
    if ("press" in did && did.press === "up") return;
    const line = lineOfCommand(did, context);
    took(line ? [line] : [], line ? 0 : 1);
  };
}

/** The lines of what was done, and nothing is written down any more. */
export function endDoing(client: ShowClient): readonly string[] {
  client.witness = null;
  const { lines } = useDoing.getState();
  useDoing.setState({ lines: null });
  return (lines ?? []).map(({ line }) => line);
}

function took(more: readonly ActLine[], missed: number): void {
  useDoing.setState((now) => ({ lines: withLines(now.lines ?? [], more).slice(0, MOST_MACRO_LINES), missed: now.missed + missed }));
}
