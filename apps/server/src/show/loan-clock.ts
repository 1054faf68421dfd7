import type { Door } from "./door";

/** Node can't wait longer than this in one go. */
const LONGEST_MS = 2 ** 31 - 1;

/** Ends each loan when its time is over, also one whose time ran out while the server was down. */
export class LoanClock {
  readonly #door: Door;
  #timer: NodeJS.Timeout | null = null;

  constructor(door: Door) {
    this.#door = door;
    door.on("changes", (_seq, { changes }) => {
      const touched = changes.some((change) => {
        const id = change.op === "set" ? change.id : change.record.id;
        return door.show.get("loan", id) !== null;
      });
      if (touched) this.#wait();
    });
    this.#wait();
  }

  stop(): void {
    if (this.#timer) clearTimeout(this.#timer);
  }

  #wait(): void {
    this.stop();
    const ends = this.#door.show.lent.flatMap(({ endsAt }) => endsAt ?? []);
    if (ends.length === 0) return;
    this.#timer = setTimeout(() => this.#end(), Math.min(LONGEST_MS, Math.max(0, Math.min(...ends) - Date.now())));
  }

  #end(): void {
    const over = this.#door.show.lent.filter(({ endsAt }) => endsAt !== undefined && endsAt <= Date.now());
    for (const { id } of over) void this.#door.lend(null, { type: "end", loanId: id });
    if (over.length === 0) this.#wait();
  }
}
