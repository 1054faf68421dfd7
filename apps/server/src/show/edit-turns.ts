import { fail, type Result } from "@vexa/core";
import { StorageAway } from "../storage/commit";
import { EarlyTouches, type Touch } from "./early-touches";

/** Who changes which records. */
export interface Changing {
  readonly personId: string;
  readonly ids: readonly string[];
}
const NOTHING: Changing = { personId: "", ids: [] };

interface Work<T, A> {
  readonly work: () => Result<T> | Promise<Result<T>>;
  readonly answered: (done: Result<T>) => A;
  readonly changing?: Changing | undefined;
}

/** One edit at a time, in the order in which they came, and the touches that come before the edit which they need. */
export class EditTurns {
  #last: Promise<unknown> = Promise.resolve();
  readonly #early = new EarlyTouches();
  /** Of each edit that hasn't passed yet. */
  readonly #changing: Changing[] = [];
  readonly #trouble: (error: unknown) => void;

  constructor(trouble: (error: unknown) => void) {
    this.#trouble = trouble;
  }

  /** What throws is answered, told, and changes nothing. */
  take<T, A>(of: Work<T, A>): Promise<A> {
    const { work, answered, changing = NOTHING } = of;
    this.#early.editBegins();
    this.#changing.push(changing);
    const turn = this.#last.then(async () => {
      try {
        return answered(await work());
      } catch (error) {
        if (error instanceof StorageAway) return answered(fail("database.away"));
        this.#trouble(error);
        return answered(fail("server.failed"));
      } finally {
        this.#changing.shift();
        this.#early.editEnded();
      }
    });
    this.#last = turn;
    return turn;
  }

  /** Takes a touch at once, or soon, where an edit that is on its way may bring what it is about. */
  hear(touch: Touch): void {
    this.#early.hear(touch);
  }

  /** The same for what waits for nothing. */
  guarded<T>(work: () => Result<T>): Result<T> {
    try {
      return work();
    } catch (error) {
      this.#trouble(error);
      return fail("server.failed");
    }
  }

  /** Whether an edit by this person that hasn't passed yet changes a record. */
  isChanging(id: string | null, personId: string): boolean {
    return id !== null && this.#changing.some((edit) => edit.personId === personId && edit.ids.includes(id));
  }

  /** All that has come so far has passed. */
  async passed(): Promise<void> {
    await this.#last;
  }
}
