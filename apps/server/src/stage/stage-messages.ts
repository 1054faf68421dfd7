import type {
  Answer,
  ControlTouch,
  HeadAttribute,
  Health,
  LoanCommand,
  PlayCommand,
  ShowRecord,
  Standing,
  Said,
  Stranger,
  Trace,
  Transaction,
} from "@vexa/core";
import type { Commit, FoundUndo } from "../storage/commit";
import type { BroughtBack } from "./stage-port";
import type { KeptShow } from "./stage-journal";

/** What the web server asks of the stage; who asks is named by their record. */
export type Ask =
  | { readonly what: "transact"; readonly personId: string; readonly transaction: Transaction }
  | { readonly what: "undo"; readonly personId: string; readonly direction: "undo" | "redo" }
  | { readonly what: "play"; readonly personId: string; readonly command: PlayCommand; readonly atSeconds?: number }
  | { readonly what: "lend"; readonly personId: string; readonly command: LoanCommand }
  | { readonly what: "restore"; readonly personId: string; readonly version: BroughtBack }
  | { readonly what: "trace"; readonly of: HeadAttribute };

/** What the stage asks of the web server, which keeps the document. */
export type Call =
  | { readonly what: "commit"; readonly commit: Commit }
  | { readonly what: "findUndo"; readonly author: string; readonly direction: "undo" | "redo" };

export type ToStage =
  /** The first message: which show the database has, and up to which number. */
  | { readonly type: "database"; readonly show: KeptShow; readonly seq: number }
  /** The show out of the database, when the stage has none or an older one. */
  | { readonly type: "show"; readonly records: readonly ShowRecord[] }
  | { readonly type: "ask"; readonly id: number; readonly ask: Ask }
  /** `error`: what went wrong; `away`: the database doesn't answer. */
  | {
      readonly type: "called";
      readonly id: number;
      readonly value?: string | FoundUndo | null;
      readonly error?: string;
      readonly away?: true;
    };

export type FromStage =
  | { readonly type: "needs show" }
  /** The show as it stands: from here on `changes` follow without gaps. */
  | {
      readonly type: "stands";
      readonly seq: number;
      readonly records: readonly ShowRecord[];
      readonly clockOffset: number;
      readonly oscPort: number | null;
      /** Where standbys find this engine. */
      readonly standbyAddress: string | null;
    }
  | { readonly type: "changes"; readonly seq: number; readonly transaction: Transaction }
  /** Levels that follow are of so many parameters. */
  | { readonly type: "parameters"; readonly count: number }
  | { readonly type: "standing"; readonly standing: Standing }
  | { readonly type: "health"; readonly health: Health }
  | { readonly type: "again"; readonly why: string }
  | { readonly type: "strangers"; readonly strangers: readonly Stranger[] }
  | { readonly type: "said"; readonly said: readonly Said[] }
  | { readonly type: "touched"; readonly touch: ControlTouch }
  | { readonly type: "answer"; readonly id: number; readonly answer: Answer | Trace | null }
  | { readonly type: "call"; readonly id: number; readonly call: Call };
