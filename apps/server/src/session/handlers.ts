import { fail, type Answer, type ClientToServer, type Person, type Result, type Trace, type Whereabouts } from "@vexa/core";
import { parseLoan } from "../show/loan-message";
import { parseHeadAttribute, parsePresence, parseTransaction } from "../show/messages";
import { parsePlay } from "../show/play-message";
import type { StagePort } from "../stage/stage-port";

/** What a connection does besides asking the stage. */
export interface Connection {
  moved(whereabouts: Whereabouts): void;
  watch(person: Person): void;
}

type Handler = (message: unknown, by: Person) => Promise<Answer | Trace | number | null> | Answer | number | null;

/** One handler for each message of the live connection. None throws, and each answers. */
export function handlersFor(stage: StagePort, connection: Connection): { readonly [M in keyof ClientToServer]: Handler } {
  const done: Answer = { ok: true, seq: 0, note: null };
  const after = <T>(parsed: Result<T>, act: (value: T) => Promise<Answer> | Answer): Promise<Answer> | Answer =>
    parsed.ok ? act(parsed.value) : parsed;
  return {
    transact: (message, person) =>
      after(parseTransaction(message), (transaction) => stage.transact(person, { ...transaction, author: person.id })),
    play: (message, person) => after(parsePlay(message), ({ command, atSeconds }) => stage.play(person, command, atSeconds)),
    lend: (message, person) => after(parseLoan(message), (command) => stage.lend(person, command)),
    undo: (message, person) =>
      message === "undo" || message === "redo"
        ? stage.undo(person, message)
        : fail("request.malformed", { why: "it is neither undo nor redo" }),
    trace: (message) => {
      const parsed = parseHeadAttribute(message);
      return parsed.ok ? stage.trace(parsed.value) : null;
    },
    presence: (message) =>
      after(parsePresence(message), (whereabouts) => {
        connection.moved(whereabouts);
        return done;
      }),
    watch: (_, person) => {
      connection.watch(person);
      return done;
    },
    clock: () => stage.now(),
  };
}

/** What still passes from a locked screen: looking, and letting up what was held down when it was locked. */
export function passesLock(name: string, message: unknown): boolean {
  if (["presence", "watch", "clock", "trace"].includes(name)) return true;
  if (name !== "play" || typeof message !== "object" || message === null) return false;
  const { type, press } = message as Record<string, unknown>;
  return type === "flash" && press === "up";
}

/** Steps of one fader by one hand, of which the newest is enough. Looks only at plain fields of what may be anything. */
export function faderOf(name: string, message: unknown): { readonly supersedes: string | null; readonly atZero: boolean } {
  if (name !== "play" || typeof message !== "object" || message === null) return { supersedes: null, atZero: false };
  const { type, playbackId, groupMasterId, level, ...more } = message as Record<string, unknown>;
  // A pace alone: who is in its company isn't superseded.
  if (type === "pace" && Object.keys(more).every((key) => key === "seconds" || key === "atSeconds"))
    return { supersedes: "pace", atZero: false };
  const target = type === "level" ? playbackId : type === "group-level" ? groupMasterId : type === "grand-master" ? "" : undefined;
  return { supersedes: typeof target === "string" && target.length < 100 ? `${String(type)} ${target}` : null, atZero: level === 0 };
}
