import { fields, integerIn, numberIn, oneOf, textUpTo, type Schema } from "../document/schema";
import { whoSchema, type Who } from "./who";

/**
 * A person's highlight: the heads at hand (those that the mask of `who` lets through) shine open white, the rest of the
 * selection is dimmed. Lies over everything but takes nothing away: position edits made under it stay.
 */
export interface Highlight {
  readonly id: string;
  readonly kind: "highlight";
  readonly version: number;
  readonly personId: string;
  readonly who: Who;
  /** Level 0..1 of the rest of the selection. */
  readonly dim: number;
}

export function highlightIdOf(personId: string): string {
  return `highlight-${personId}`;
}

export const highlightSchema: Schema<Highlight> = fields<Highlight>({
  id: textUpTo(80),
  kind: oneOf(["highlight"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  who: whoSchema,
  dim: numberIn(0, 1),
});
