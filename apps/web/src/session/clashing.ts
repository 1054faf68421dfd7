import type { Clash, Transaction } from "@vexa/core";

/** An own edit that was refused because somebody else had changed the same fields. */
export interface Clashing {
  readonly transaction: Transaction;
  readonly fields: readonly Clash[];
}
