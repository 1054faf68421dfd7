import type { Seconds } from "../units/units";
import type { CardCommand } from "./play-cards";

/** What a playback does by itself, and when. */
export interface CardDue {
  readonly atSeconds: Seconds;
  readonly command: Extract<CardCommand, { readonly type: "go" | "let-go" }>;
}

/** What happens by itself: a playback's doing, or the end of a list's sound. */
export type Due = CardDue | { readonly atSeconds: Seconds; readonly command: { readonly type: "time-stop"; readonly listId: string } };
