import type { RecordBase } from "../document/record";
import type { Transaction } from "../document/transaction";
import type { UserError } from "../errors/result";
import type { PlayCommand } from "../show/play";

/** Rises when messages change in a way that older clients can't read. */
export const PROTOCOL_VERSION = 4;

/** The answer to everything that a client asks for. `note` says what was left out although the rest was done. */
export type Answer =
  | { readonly ok: true; readonly seq: number; readonly note: string | null; readonly label?: string }
  | { readonly ok: false; readonly error: UserError };

/** The show as the server has it, after the transaction numbered `seq`. */
export interface Hello {
  readonly protocol: number;
  readonly showName: string;
  readonly personId: string;
  readonly seq: number;
  /** Server show time when this was sent. */
  readonly nowSeconds: number;
  readonly records: readonly RecordBase[];
}

/** Where somebody is and what they have selected. */
export interface PresenceEntry {
  readonly connection: string;
  readonly personId: string;
  readonly place: string;
  readonly heads: readonly string[];
}

/** How output is doing, once a second. */
export interface Health {
  readonly framesPerSecond: number;
  readonly lateFrames: number;
  readonly universes: number;
  readonly packetsPerSecond: number;
}

export interface ClientToServer {
  transact: (transaction: Transaction, answer: (answer: Answer) => void) => void;
  /** `atSeconds` is the moment of the touch in show time, as far as the client knows it. */
  play: (command: PlayCommand & { atSeconds?: number }, answer: (answer: Answer) => void) => void;
  undo: (direction: "undo" | "redo", answer: (answer: Answer) => void) => void;
  presence: (presence: { place: string; heads: readonly string[] }) => void;
  /** Asks for all live levels anew, and for what changes from then on. Before it none are sent. */
  watch: () => void;
  /** Asks for the server's show time, to line up clocks. */
  clock: (answer: (nowSeconds: number) => void) => void;
}

export interface ServerToClient {
  /** Somebody's edit, numbered without gaps. */
  changes: (seq: number, transaction: Transaction) => void;
  presence: (people: readonly PresenceEntry[]) => void;
  health: (health: Health) => void;
  /** See `readLevelMessage`. */
  levels: (message: ArrayBuffer) => void;
}
