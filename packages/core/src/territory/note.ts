import { fields, integerIn, nullable, oneOf, optional, textUpTo, yes, type Schema } from "../document/schema";

export const NOTE_PINS = ["head", "cue", "place"] as const;

/** A note from one person to another, or to all, pinned to a head, a cue or a place of the screen. */
export interface Note {
  readonly id: string;
  readonly kind: "note";
  readonly version: number;
  readonly fromPersonId: string;
  /** Null = for everybody. */
  readonly toPersonId: string | null;
  readonly text: string;
  /** A photo that goes with it, as the server keeps it beside the show. */
  readonly photoId?: string;
  readonly pin: { readonly type: (typeof NOTE_PINS)[number]; readonly id: string };
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly done?: true;
}

export const noteSchema: Schema<Note> = fields<Note>({
  id: textUpTo(64),
  kind: oneOf(["note"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  fromPersonId: textUpTo(64),
  toPersonId: nullable(textUpTo(64)),
  text: textUpTo(500),
  photoId: optional(textUpTo(64)),
  pin: fields<Note["pin"]>({ type: oneOf(NOTE_PINS), id: textUpTo(80) }),
  at: integerIn(0, Number.MAX_SAFE_INTEGER),
  done: yes,
});
