import { create } from "zustand";

/** Something that was told: what was done, or why something wasn't. */
export interface Message {
  readonly key: number;
  readonly text: string;
  readonly kind: "told" | "refused";
  readonly atMs: number;
  /** How many times the same was said one after the other. */
  readonly times: number;
}

interface Messages {
  /** Newest first. */
  readonly all: readonly Message[];
  /** How many came since the list was last opened. */
  readonly unread: number;
}

const MOST_KEPT = 60;

export const useMessages = create<Messages>(() => ({ all: [], unread: 0 }));

/** The messages with one more on top; what was said last is counted, not repeated. */
export function withMessage({ all, unread }: Messages, { text, kind, atMs }: Omit<Message, "key" | "times">): Messages {
  const [last, ...rest] = all;
  if (last?.text === text) return { all: [{ ...last, kind, atMs, times: last.times + 1 }, ...rest], unread: Math.max(1, unread) };
  const message = { key: 1 + (last?.key ?? 0), text, kind, atMs, times: 1 };
  return { all: [message, ...all].slice(0, MOST_KEPT), unread: Math.min(MOST_KEPT, unread + 1) };
}

/** So long a message stands: by the length of what is to be read. */
const LEAST_MS = 5000;
const MS_A_LETTER = 60;

/** Until when a message stands. */
export function standsUntil({ atMs, text }: Pick<Message, "atMs" | "text">): number {
  return atMs + Math.max(LEAST_MS, MS_A_LETTER * text.length);
}

/** What stands at a moment: the last message, and before it what was refused last, which nothing that is told meanwhile covers. */
export function standingMessages(all: readonly Message[], nowMs: number): Message[] {
  const stand = all.filter((message) => nowMs < standsUntil(message));
  const [last] = all;
  const refused = stand.find(({ kind }) => kind === "refused");
  return [...(refused && refused !== last ? [refused] : []), ...(last && stand.includes(last) ? [last] : [])];
}

/** Says what was done, or what else is to be known. */
export function tell(text: string): void {
  useMessages.setState((before) => withMessage(before, { text, kind: "told", atMs: Date.now() }));
}

/** Says what couldn't be done, and what was kept. */
export function refuse(text: string): void {
  useMessages.setState((before) => withMessage(before, { text, kind: "refused", atMs: Date.now() }));
}

export function forgetMessages(): void {
  useMessages.setState({ all: [], unread: 0 });
}

export function markRead(): void {
  useMessages.setState({ unread: 0 });
}
