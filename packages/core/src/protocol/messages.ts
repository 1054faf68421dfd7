import type { HeardSource } from "../playback/input";
import type { Role } from "../territory/territory";
import type { RecordBase } from "../document/record";
import type { Roles } from "../edits/given-roles";
import type { Transaction } from "../document/transaction";
import type { UserError } from "../errors/result";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { LoanCommand } from "../rights/loan-changes";
import type { PlayCommand } from "../playing/commands";
import type { Showing, Trace } from "../show/trace";
import type { NumberedEdit } from "./told-edit";

/** Rises when messages change in a way that older clients can't read. */
export const PROTOCOL_VERSION = 10;

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

/** Where somebody is, what they have selected, and what they edit. */
export interface Whereabouts {
  /** The address within the application: "/score?list=…". */
  readonly path: string;
  readonly heads: readonly string[];
  /** In words, such as "cue 3 of Night bloom"; null = nothing in particular. */
  readonly edits: string | null;
}

export interface PresenceEntry extends Whereabouts {
  readonly connection: string;
  readonly personId: string;
}

/** One line of history. */
export interface HistoryLine {
  readonly id: string;
  readonly personId: string;
  readonly label: string;
  /** Milliseconds since 1970. */
  readonly at: number;
  /** `step` can't be taken back: playing, lending, undoing. */
  readonly state: "done" | "undone" | "step";
  /** Names of places of the screen that it belongs to. */
  readonly places: readonly string[];
}

/** One of the demo's people with their password, as the sign-in page offers them on a demo machine. */
export interface DemoSignIn {
  readonly signInName: string;
  readonly password: string;
  readonly name: string;
  readonly role: Role;
}

/** An interface of the machine that Vexa runs on. */
export interface NetworkLine {
  readonly name: string;
  readonly address: string;
  readonly loopback: boolean;
}

/** A show of the installation, as it is listed. */
export interface ShowLine {
  readonly id: string;
  readonly name: string;
  readonly onStage: boolean;
  /** Milliseconds since the epoch; null = not known, or now. */
  readonly madeAt: number | null;
  readonly changedAt: number | null;
  readonly archived: boolean;
  /** When it was thrown away: it can be brought back for thirty days. */
  readonly deletedAt: number | null;
  readonly lamps: number;
  readonly cues: number;
  /** What people are in it; of the one on stage it says their records. */
  readonly roles: Roles;
}

/** A version of the recorded work: named by somebody, or kept by itself every hour and before what is risky. */
export interface VersionLine {
  readonly id: string;
  readonly name: string;
  /** Whose act it was kept before; empty = of nobody's, by the hour. */
  readonly personId: string;
  readonly at: number;
  readonly auto: boolean;
}

/** Who has changed which records since a version, by the record's id. */
export type ChangedBy = Readonly<Record<string, readonly string[]>>;

/** A sign-in as the lead sees it. */
export interface AccountLine {
  readonly personId: string;
  readonly signInName: string;
  readonly hasDemoPassword: boolean;
}

/** One browser in which somebody is signed in. */
export interface SessionLine {
  readonly id: string;
  readonly since: number;
  /** What the browser calls itself. */
  readonly agent: string;
  readonly own: boolean;
}

/** What an output of the table did in the last second. */
export interface OutputHealth {
  readonly id: string;
  readonly packets: number;
  readonly errors: number;
  /** Why the latest of them failed, or why it can't be opened. */
  readonly trouble?: string;
}

/** Who is heard by an input. */
export interface InputHealth {
  readonly id: string;
  readonly packets: number;
  readonly sources: readonly HeardSource[];
  /** What is refused, as packets of our own. */
  readonly trouble?: string;
}

/** How output is doing, once a second. */
export interface Health {
  /** Whether the database answers; without it nothing can be recorded, and all else goes on. */
  readonly database?: "here" | "away";
  /** The part of the server that ended last although nobody asked it to, and was begun again. */
  readonly lastEnded?: { readonly part: "stage" | "web"; readonly why: string; readonly atMs: number };
  readonly framesPerSecond: number;
  readonly lateFrames: number;
  readonly universes: number;
  readonly packetsPerSecond: number;
  /** The slowest frame of the last second, from its messages to its packets. */
  readonly worstFrameMs: number;
  /** How late the latest frame of the last second began. */
  readonly worstLatenessMs: number;
  /** Of the engine's process. */
  readonly engineMegabytes: number;
  /** What each output of the show's table did in that second. */
  readonly outputs?: readonly OutputHealth[];
  readonly inputs?: readonly InputHealth[];
  /** Who else sends E1.31 on the networks that this machine uses, by what they say of themselves. */
  readonly others?: readonly OtherSender[];
  /** Who answered where the show's Art-Net outputs go. */
  readonly nodes?: readonly OutputNode[];
  /** How many others stand by and are in step. */
  readonly standbys?: number;
}

/** Another source of E1.31, and the universes that it says it sends, rising. */
export interface OtherSender {
  readonly name: string;
  readonly universes: readonly number[];
}

/** A node of Art-Net, or four ports of one, as it tells of itself. */
export interface OutputNode {
  readonly address: string;
  readonly name: string;
  /** How it is, in its own words. */
  readonly report: string;
  /** Port-Addresses that it puts out, rising. */
  readonly universes: readonly number[];
}

/** A lamp of the library, in short: all of it is in its file. */
export interface LibraryEntry {
  /** Name of its GDTF file. */
  readonly file: string;
  /** Id of the profile that the file gives. */
  readonly id: string;
  readonly maker: string;
  readonly model: string;
  /** Slots of each break. */
  readonly modes: readonly { readonly name: string; readonly footprints: readonly number[]; readonly heads: number }[];
}

/** The health of a second as the server remembers it. */
export interface HealthSample extends Health {
  /** Milliseconds since 1970. */
  readonly atMs: number;
  readonly webMegabytes: number;
  readonly connections: number;
  /** How long the database took for a small write; null while it doesn't answer. */
  readonly databaseMs: number | null;
}

/** What of the stage needs a word: cards that can't have their full effect, and what isn't at home although nothing plays on it. */
export interface Standing {
  readonly hidden: readonly Pick<Showing, "playbackId" | "brings" | "shows" | "hiddenBy">[];
  readonly left: readonly HeadAttribute[];
}

export interface HeadAttribute {
  readonly head: HeadKey;
  readonly attribute: Attribute;
}

export interface ControlTouch {
  readonly name: string;
  /** 0..1. */
  readonly position: number;
  /** A slot of an input; none = a wing's. */
  readonly source?: "sacn";
}

export interface ClientToServer {
  transact: (transaction: Transaction, answer: (answer: Answer) => void) => void;
  /** `atSeconds` is the moment of the touch in show time, as far as the client knows it. */
  play: (command: PlayCommand & { atSeconds?: number }, answer: (answer: Answer) => void) => void;
  /** Asks why an attribute of a head is what it is; null when there is none such. */
  trace: (of: HeadAttribute, answer: (trace: Trace | null) => void) => void;
  undo: (direction: "undo" | "redo", answer: (answer: Answer) => void) => void;
  presence: (presence: Whereabouts) => void;
  lend: (command: LoanCommand, answer: (answer: Answer) => void) => void;
  /** Asks for all live levels anew, and for what changes from then on. Before it none are sent. */
  watch: () => void;
  /** Asks for the server's show time, to line up clocks. */
  clock: (answer: (nowSeconds: number) => void) => void;
}

/** A machine that sends what nobody has let it: shown to the lead, and not heard. */
export interface Stranger {
  readonly address: string;
  /** What it said last: an OSC address. */
  readonly said: string;
  readonly messages: number;
  /** Milliseconds since 1970. */
  readonly atMs: number;
}

/** Something that a cue told another machine, for the log and for browsers that send MIDI. */
export interface Said {
  readonly atSeconds: number;
  /** As it is typed: "to Sound /cue/go 12". */
  readonly words: string;
  /** The cue that said it: "3 Lit of Night bloom". */
  readonly by: string;
  /** Why it didn't leave; null = it did. */
  readonly why: string | null;
  /** MIDI octets, for browsers that send it. */
  readonly midi?: readonly number[];
}

export interface ServerToClient {
  /** For the lead: machines that nobody has let in. */
  strangers: (strangers: readonly Stranger[]) => void;
  /** What cues have told other machines. */
  said: (said: readonly Said[]) => void;
  /** The screen of this browser was locked or unlocked, in this window or another. */
  locked: (locked: boolean) => void;
  /** The show isn't what was told so far: fetch it again. */
  stale: () => void;
  /** Edits of anybody in order, numbered without gaps; those that come closely come together. */
  changes: (edits: readonly NumberedEdit[]) => void;
  presence: (people: readonly PresenceEntry[]) => void;
  health: (health: Health) => void;
  standing: (standing: Standing) => void;
  /** Somebody touched a fader or a button of a wing at the server: for learning. */
  touched: (touch: ControlTouch) => void;
  /** See `readLevelMessage`. */
  levels: (message: ArrayBuffer) => void;
}
