import { fields, hexColor, integerIn, oneOf, optional, textUpTo, type Schema } from "../document/schema";
import { cellsSchemas, type Cells } from "./page-grid";

/** A macro on a page: a touch runs it, and while it runs a touch stops it. */
export interface MacroCard extends Cells {
  readonly id: string;
  readonly kind: "macroCard";
  readonly version: number;
  readonly pageId: string;
  readonly macroId: string;
  /** `#rrggbb` of its edge. */
  readonly color?: string;
}

export const macroCardSchema: Schema<MacroCard> = fields<MacroCard>({
  id: textUpTo(64),
  kind: oneOf(["macroCard"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  pageId: textUpTo(64),
  macroId: textUpTo(64),
  color: optional(hexColor),
  ...cellsSchemas,
});
