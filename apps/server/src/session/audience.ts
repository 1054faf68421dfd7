import {
  changedId,
  mayTurnView,
  seenBy,
  toldEdit,
  type Change,
  type Person,
  type ShowRecord,
  type ToldEdit,
  type Transaction,
} from "@vexa/core";
import type { StagePort } from "../stage/stage-port";

/** What one person's browser is told of changes. */
export type Told = ToldEdit | "stale";

/** Keeps from people what isn't theirs to see: records when they fetch the show, and changes as they come. */
export class Audience {
  readonly #stage: Pick<StagePort, "show">;
  /** Ids that each restricted person sees, as last told. */
  readonly #seen = new Map<string, ReadonlySet<string>>();

  constructor(stage: Pick<StagePort, "show">) {
    this.#stage = stage;
  }

  records(person: Person): ShowRecord[] {
    const all = [...this.#stage.show.records.values()];
    const sees = seenBy(this.#stage.show, person);
    if (!sees) return all;
    const records = all.filter(sees);
    // What plays comes and goes; what may be seen of it follows from the cards.
    this.#seen.set(person.id, new Set(records.flatMap(({ id, kind }) => (kind === "playbackState" ? [] : [id]))));
    return records;
  }

  /** A change of the show, which holds by now, as it reaches this person. */
  told(person: Person, transaction: Transaction): Told {
    const { show } = this.#stage;
    const sees = seenBy(show, person);
    if (!sees) return toldEdit(transaction);
    const kinds = transaction.changes.flatMap((change) => show.records.get(changedId(change))?.kind ?? kindGone(change));
    if (person.role === "guest" && mayTurnView(kinds)) {
      const before = this.#seen.get(person.id);
      this.records(person);
      const after = this.#seen.get(person.id)!;
      if (!before || before.size !== after.size || [...after].some((id) => !before.has(id))) return "stale";
    }
    const changes = transaction.changes.filter((change) => {
      const record = show.records.get(changedId(change)) ?? (change.op === "remove" ? (change.record as ShowRecord) : null);
      return record !== null && sees(record);
    });
    return toldEdit({ ...transaction, changes });
  }
}

function kindGone(change: Change): string[] {
  return change.op === "set" ? [] : [change.record.kind];
}
