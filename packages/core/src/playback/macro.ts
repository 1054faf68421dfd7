import { fields, integerIn, listOf, oneOf, textUpTo, type Schema } from "../document/schema";

/** A named list of quick lines and waits. It does what the person who runs it may do. */
export interface Macro {
  readonly id: string;
  readonly kind: "macro";
  readonly version: number;
  readonly name: string;
  readonly rank: number;
  readonly lines: readonly string[];
}

export const MOST_MACRO_LINES = 200;
export const LONGEST_LINE = 1000;

export const macroSchema: Schema<Macro> = fields<Macro>({
  id: textUpTo(64),
  kind: oneOf(["macro"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1000000),
  lines: listOf(textUpTo(LONGEST_LINE), { max: MOST_MACRO_LINES }),
});
