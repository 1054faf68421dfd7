import { fields, integerIn, nullable, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { territoryPartSchema, type TerritoryPart } from "./territory";

export const LOAN_STATES = ["asked", "lent", "refused", "ended"] as const;

/**
 * Heads and families that one territory has from another for a time. While it is lent, the people and playbacks of the borrower
 * reach it; the lender's people don't, but their playbacks go on. Ended ones are kept: they are the history.
 */
export interface Loan {
  readonly id: string;
  readonly kind: "loan";
  readonly version: number;
  readonly fromTerritoryId: string;
  readonly toTerritoryId: string;
  readonly part: TerritoryPart;
  readonly state: (typeof LOAN_STATES)[number];
  readonly askedBy: string;
  /** Who lent, refused, or ended it; nobody while it is asked, and when its time ended it. */
  readonly decidedBy?: string;
  /** For how long it is asked or was lent; null = until taken back. */
  readonly minutes: number | null;
  /** Milliseconds since 1970. */
  readonly askedAt: number;
  readonly lentAt?: number;
  readonly endsAt?: number;
  readonly endedAt?: number;
}

const moment = integerIn(0, Number.MAX_SAFE_INTEGER);

export const MOST_LOAN_MINUTES = 24 * 60;
export const loanMinutes = integerIn(1, MOST_LOAN_MINUTES);

export const loanSchema: Schema<Loan> = fields<Loan>({
  id: textUpTo(64),
  kind: oneOf(["loan"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  fromTerritoryId: textUpTo(64),
  toTerritoryId: textUpTo(64),
  part: territoryPartSchema,
  state: oneOf(LOAN_STATES),
  askedBy: textUpTo(64),
  decidedBy: optional(textUpTo(64)),
  minutes: nullable(loanMinutes),
  askedAt: moment,
  lentAt: optional(moment),
  endsAt: optional(moment),
  endedAt: optional(moment),
});
