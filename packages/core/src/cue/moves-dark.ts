import { fields, numberIn, type Schema } from "../document/schema";
import type { Seconds } from "../units/units";

/** How a list takes heads to where its next cue wants them while they are dark. */
export interface MovesDark {
  /** After all of the cue before has arrived, and the head has been dark so long. */
  readonly afterSeconds: Seconds;
  /** How long the move takes: quietly is slowly. */
  readonly seconds: Seconds;
}

export const FIRST_MOVES_DARK: MovesDark = { afterSeconds: 1, seconds: 3 };

export const movesDarkSchema: Schema<MovesDark> = fields<MovesDark>({ afterSeconds: numberIn(0, 600), seconds: numberIn(0, 600) });
