import type { ShowRecord } from "@vexa/core";
import type { JournalEntity } from "../storage/entities";
import type { Commit, DoorStorage, JournalWrite } from "../storage/commit";

type Line = Pick<JournalEntity, "id" | "author" | "label" | "changes" | "state">;

/** What the database does for the door, in memory: for simulations of tens of thousands of edits. */
export class MemoryStorage implements DoorStorage {
  readonly records = new Map<string, ShowRecord>();
  readonly lines: Line[] = [];
  seq = 0;

  constructor(records: Iterable<ShowRecord>) {
    for (const record of records) this.records.set(record.id, record);
  }

  commit({ seq, changed, removed, journal, longer = [] }: Commit): Promise<string | null> {
    this.seq = Math.max(this.seq, seq);
    // As in the database, what is written comes back as JSON and not as the same object.
    changed.forEach((record) => this.records.set(record.id, JSON.parse(JSON.stringify(record)) as ShowRecord));
    removed.forEach((id) => this.records.delete(id));
    for (const { id, label, changes } of longer)
      Object.assign(
        this.lines.find((line) => line.id === id)!,
        { label, changes },
      );
    return Promise.resolve(journal && this.#write(journal));
  }

  findUndo(author: string, direction: "undo" | "redo"): Promise<JournalEntity | null> {
    const own = this.lines.filter((line) => line.author === author);
    const latest = own.findLastIndex(({ state }) => state === "done");
    const found = direction === "undo" ? own[latest] : own.slice(latest + 1).find(({ state }) => state === "undone");
    return Promise.resolve((found as JournalEntity | undefined) ?? null);
  }

  #write(write: JournalWrite): string {
    if (write.type === "strike" || write.type === "steps") return "";
    if (write.type === "mark") this.lines.find(({ id }) => id === write.id)!.state = write.state;
    const entry = write.type === "new" ? write.entry : { ...write.step, state: "step" as const };
    const id = String(this.lines.length + 1);
    this.lines.push({ id, author: entry.author, label: entry.label, changes: entry.changes, state: entry.state });
    return id;
  }
}
