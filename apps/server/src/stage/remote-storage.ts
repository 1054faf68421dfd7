import { StorageAway, type Commit, type DoorStorage, type FoundUndo } from "../storage/commit";
import type { Call, FromStage, ToStage } from "./stage-messages";

const WITHIN_MS = 8000;

interface Waiting {
  readonly resolve: (value: string | FoundUndo | null) => void;
  readonly reject: (error: Error) => void;
}

/** The database as the stage sees it: through the web server, while there is one. Every call ends. */
export class RemoteStorage implements DoorStorage {
  #send: ((message: FromStage) => void) | null = null;
  #calls = 0;
  readonly #waiting = new Map<number, Waiting>();

  connect(send: (message: FromStage) => void): void {
    this.disconnect();
    this.#send = send;
  }

  disconnect(): void {
    this.#send = null;
    for (const { reject } of this.#waiting.values()) reject(new StorageAway("the web server went away"));
    this.#waiting.clear();
  }

  hear({ id, value = null, error, away }: Extract<ToStage, { type: "called" }>): void {
    const waiting = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (error === undefined) waiting?.resolve(value);
    else waiting?.reject(away ? new StorageAway(error) : new Error(error));
  }

  commit(commit: Commit): Promise<string | null> {
    return this.#call({ what: "commit", commit }) as Promise<string | null>;
  }

  findUndo(author: string, direction: "undo" | "redo"): Promise<FoundUndo | null> {
    return this.#call({ what: "findUndo", author, direction }) as Promise<FoundUndo | null>;
  }

  #call(call: Call): Promise<string | FoundUndo | null> {
    if (!this.#send) return Promise.reject(new StorageAway("the web server is away"));
    const id = ++this.#calls;
    this.#send({ type: "call", id, call });
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => {
        this.#waiting.delete(id);
        reject(new StorageAway("the database didn't answer in time"));
      }, WITHIN_MS);
      this.#waiting.set(id, {
        resolve: (value) => {
          clearTimeout(late);
          resolve(value);
        },
        reject: (error) => {
          clearTimeout(late);
          reject(error);
        },
      });
    });
  }
}
