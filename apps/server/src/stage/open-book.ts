import { changedId, merge, type Transaction } from "@vexa/core";
import type { Left } from "../show/unsaved";
import type { LeftSteps } from "../storage/commit";

/** What isn't known to be in the database. */
export interface Open {
  /** Ids of changed records, each with the number of the latest edit or touch that changed it. */
  readonly unsaved: readonly (readonly [id: string, seq: number])[];
  /** Edits that went to the database and of which nobody knows whether they came back. */
  readonly intended: readonly Intended[];
  /** Steps of drags that held at once, merged, each with the number of the latest. */
  readonly steps: readonly OpenSteps[];
}

interface OpenSteps {
  readonly seq: number;
  readonly of: LeftSteps;
}

interface Intended {
  readonly editId: string;
  readonly ids: readonly string[];
}

export type JournalLine =
  | { readonly seq: number; readonly edit: Transaction }
  | { readonly intend: Intended }
  | { readonly settled: string }
  | { readonly saved: number };

export const NOTHING_OPEN: Open = { unsaved: [], intended: [], steps: [] };

/** What a door has to put right that begins behind it, and up to which number the database has all. */
export function leftBy({ unsaved, intended, steps, seq }: Open & { readonly seq: number }): { left: Left; savedSeq: number } {
  return {
    left: {
      ids: [...unsaved.map(([id]) => id), ...intended.flatMap(({ ids }) => ids)],
      struck: intended.map(({ editId }) => editId),
      steps: steps.map((each) => each.of),
    },
    savedSeq: Math.min(seq, ...unsaved.map(([, number]) => number - 1)),
  };
}

/** Keeps what is open, line by line; as small as the number of records, however long the database is away. */
export class OpenBook {
  readonly #unsaved: Map<string, number>;
  readonly #intended: Map<string, Intended>;
  /** By author and drag. */
  readonly #steps: Map<string, OpenSteps>;

  constructor({ unsaved, intended, steps }: Open) {
    this.#unsaved = new Map(unsaved);
    this.#steps = new Map(steps.map((each) => [dragOf(each.of), each]));
    this.#intended = new Map(intended.map((each) => [each.editId, each]));
  }

  get open(): Open {
    return { unsaved: [...this.#unsaved], intended: [...this.#intended.values()], steps: [...this.#steps.values()] };
  }

  take(line: JournalLine): void {
    if ("intend" in line) this.#intended.set(line.intend.editId, line.intend);
    else if ("settled" in line) this.#intended.delete(line.settled);
    else if ("edit" in line) {
      // What went to the database first has its line there.
      if (!this.#intended.delete(line.edit.id)) this.#addStep(line.seq, line.edit);
      for (const change of line.edit.changes) this.#unsaved.set(changedId(change), line.seq);
    } else {
      for (const [id, seq] of this.#unsaved) if (seq <= line.saved) this.#unsaved.delete(id);
      for (const [drag, { seq }] of this.#steps) if (seq <= line.saved) this.#steps.delete(drag);
    }
  }

  #addStep(seq: number, { id, author, gesture, label, changes }: Transaction): void {
    if (gesture === undefined) return;
    const drag = dragOf({ author, gesture });
    const before = this.#steps.get(drag)?.of.changes ?? [];
    this.#steps.set(drag, { seq, of: { editId: id, author, gesture, label, changes: merge(before, changes) } });
  }
}

const dragOf = ({ author, gesture }: Pick<LeftSteps, "author" | "gesture">): string => `${author} ${gesture}`;
