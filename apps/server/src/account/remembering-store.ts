import { Store, type SessionData } from "express-session";

const ANSWER_MS = 1500;
const MOST_REMEMBERED = 2000;

/** People who have come in stay in while the database is away: sessions that it gave once are remembered. */
export class RememberingStore extends Store {
  readonly #store: Store;
  readonly #remembered = new Map<string, string>();
  /** Of which the database has an older state. */
  readonly #owed = new Set<string>();

  readonly #here: () => boolean;

  /** `here`: whether the database is known to answer; nobody waits for it otherwise. */
  constructor(store: Store, here: () => boolean = () => true) {
    super();
    this.#store = store;
    this.#here = here;
  }

  override get(sid: string, done: (error: unknown, session?: SessionData | null) => void): void {
    this.#inTime<SessionData | null>((answer) => this.#store.get(sid, answer)).then(
      (session) => {
        const known = this.#remembered.get(sid);
        if (session && known !== undefined && this.#owed.has(sid)) {
          const owed = JSON.parse(known) as SessionData;
          this.set(sid, owed);
          done(null, owed);
          return;
        }
        if (session) this.#remember(sid, session);
        else this.#remembered.delete(sid);
        done(null, session);
      },
      (error: unknown) => {
        const known = this.#remembered.get(sid);
        if (known === undefined) done(error);
        else done(null, JSON.parse(known) as SessionData);
      },
    );
  }

  override set(sid: string, session: SessionData, done?: (error?: unknown) => void): void {
    this.#inTime<void>((answer) => this.#store.set(sid, session, (error: unknown) => answer(error))).then(
      () => {
        this.#owed.delete(sid);
        this.#remember(sid, session);
        done?.();
      },
      (error: unknown) => {
        if (!this.#remembered.has(sid)) return done?.(error);
        // Of somebody who has come in already: it is written later.
        this.#owed.add(sid);
        this.#remember(sid, session);
        done?.();
      },
    );
  }

  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.#remembered.delete(sid);
    this.#owed.delete(sid);
    this.#store.destroy(sid, done);
  }

  /** A session that can't be prolonged now is prolonged next time. */
  override touch(sid: string, session: SessionData, done?: () => void): void {
    void this.#inTime<void>((answer) => this.#store.touch!(sid, session, () => answer(null))).then(
      () => done?.(),
      () => done?.(),
    );
  }

  /** Somebody was signed out elsewhere. */
  forget(sid: string): void {
    this.#remembered.delete(sid);
  }

  #remember(sid: string, session: SessionData): void {
    this.#remembered.delete(sid);
    this.#remembered.set(sid, JSON.stringify(session));
    const [oldest] = this.#remembered.keys();
    if (this.#remembered.size > MOST_REMEMBERED && oldest !== undefined) this.#remembered.delete(oldest);
  }

  #inTime<T>(ask: (answer: (error: unknown, value?: T | null) => void) => void): Promise<T> {
    if (!this.#here()) return Promise.reject(new Error("the session store is away"));
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => reject(new Error("timeout of the session store")), ANSWER_MS);
      ask((error, value) => {
        clearTimeout(late);
        if (error) reject(error instanceof Error ? error : new Error("the session store failed"));
        else resolve(value as T);
      });
    });
  }
}
