import { fields, integerIn, oneOf, optional, textUpTo, where, type Schema } from "../document/schema";
import { CARD_BUTTONS, type CardButton } from "./playback";

/** Where a fader or a button of a wing reports. */
export const CONTROL_SOURCES = ["osc", "midi", "sacn"] as const;
export type ControlSource = (typeof CONTROL_SOURCES)[number];

/** What there is one of: the grand master, and the pace with its way back to everybody's own times. */
const ALONE = ["grand-master", "pace", "own-times"] as const;
export const CONTROL_JOBS = ["fader", "group-level", "macro", ...ALONE, ...CARD_BUTTONS] as const;
/** What it does: the fader of a card, of a master or of the pace, the run of a macro, or a button of a card. */
export type ControlJob = "fader" | "group-level" | "macro" | (typeof ALONE)[number] | CardButton;

/** A fader or button of a wing and what it does. */
export interface Control {
  readonly id: string;
  readonly kind: "control";
  readonly version: number;
  readonly source: ControlSource;
  /** As the wing names it: the last part of its OSC address, a MIDI message's kind, channel and number, or a universe and slot such as 7.12. */
  readonly name: string;
  readonly does: ControlJob;
  /** The card, the master of a group or the macro; none where there is one alone. */
  readonly targetId?: string;
  /** When a fader that stands elsewhere takes over: at once, or when it meets the level. */
  readonly takes: "at-once" | "when-met";
}

export const controlSchema: Schema<Control> = where(
  fields<Control>({
    id: textUpTo(64),
    kind: oneOf(["control"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    source: oneOf(CONTROL_SOURCES),
    name: textUpTo(40),
    does: oneOf(CONTROL_JOBS),
    targetId: optional(textUpTo(64)),
    takes: oneOf(["at-once", "when-met"]),
  }),
  ({ does, targetId }) =>
    isAlone(does) === (targetId === undefined) ? null : "all but the grand master and the pace needs a card, a master or a macro",
);

/** Whether there is one alone of what it moves. */
export function isAlone(does: ControlJob): boolean {
  return (ALONE as readonly string[]).includes(does);
}

/** True for what has a travel; the others are pressed. */
export function hasTravel(does: ControlJob): boolean {
  return does === "fader" || does === "group-level" || does === "grand-master" || does === "pace";
}

/** What is known of a wing's fader: where it was, and the level that it set last. */
export interface FaderHistory {
  readonly position: number | null;
  readonly set: number | null;
}

/** So near a fader is where the level is: a MIDI fader has 128 places. */
const NEAR = 0.012;

/**
 * Whether a wing's fader at a new position moves the level. One that takes over when met does so once it has come to the level or
 * passed it, and then keeps it until somebody else moves it.
 */
export function takesOver(
  takes: Control["takes"],
  history: FaderHistory,
  now: { readonly position: number; readonly level: number },
): boolean {
  if (takes === "at-once") return true;
  const { position: before, set } = history;
  if (set !== null && Math.abs(set - now.level) <= NEAR / 2) return true;
  if (Math.abs(now.position - now.level) <= NEAR) return true;
  if (before === null) return false;
  // It stood where the level is, or has passed it.
  return Math.abs(before - now.level) <= NEAR || (before - now.level) * (now.position - now.level) < 0;
}
