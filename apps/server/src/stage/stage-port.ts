import type { EventEmitter } from "node:events";
import type {
  Answer,
  ControlTouch,
  HeadAttribute,
  Health,
  LevelFeed,
  LoanCommand,
  Person,
  PlayCommand,
  Roles,
  Show,
  ShowRecord,
  Standing,
  Said,
  Stranger,
  Trace,
  Transaction,
} from "@vexa/core";

export interface StageEvents {
  /** An edit or a touch that holds, numbered without gaps. */
  changes: [seq: number, transaction: Transaction];
  standing: [standing: Standing];
  health: [health: Health];
  touched: [touch: ControlTouch];
  /** The engine's thread had to be begun anew. */
  again: [why: string];
  /** Machines that nobody has let in, when that has changed. */
  strangers: [strangers: readonly Stranger[]];
  /** What cues have told other machines. */
  said: [said: readonly Said[]];
  /** Others are on stage than before; without it they are looked at now and then. */
  levels: [];
  /** The show was replaced as a whole, as after the engine's process was away. */
  show: [];
}

/** A version of the recorded work that is to be brought back. */
export interface BroughtBack {
  readonly name: string;
  readonly records: readonly ShowRecord[];
  /** It is another show: what leaves goes over to it in so many seconds. */
  readonly crossSeconds?: number;
  /** What people are in it; those who aren't named stay what they are. */
  readonly roles?: Roles;
}

/** The stage as the web server sees it, whether it runs in the same process or in one of its own. Every question is answered. */
export interface StagePort extends EventEmitter<StageEvents> {
  readonly show: Show;
  readonly seq: number;
  /** Show time now: seconds since the Unix epoch that never run backwards. */
  now(): number;
  transact(person: Person, transaction: Transaction): Promise<Answer>;
  undo(person: Person, direction: "undo" | "redo"): Promise<Answer>;
  play(person: Person, command: PlayCommand, atSeconds: number | undefined): Promise<Answer>;
  lend(person: Person, command: LoanCommand): Promise<Answer>;
  restore(person: Person, version: BroughtBack): Promise<Answer>;
  /** Why an attribute is what it is now; null when there is none such, or no answer. */
  trace(of: HeadAttribute): Promise<Trace | null>;
  /** All parameters' values as of a recent whole frame, or null before the first; another feed for another rig. */
  levels(): LevelFeed | null;
}
