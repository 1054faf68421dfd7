import { fields, integerIn, numberIn, oneOf, textUpTo, type Schema } from "../document/schema";
import { whoSchema, type Who } from "../selection/who";
import { cellsSchemas } from "./page-grid";

/**
 * A fader for the intensities of some heads: it scales what plays on them, as a grand master of theirs, or it lights them by
 * itself, and the higher level wins. Or a button that parks them as they are on stage, and frees them. It lies on a page like a card.
 */
export interface GroupMaster {
  readonly id: string;
  readonly kind: "groupMaster";
  readonly version: number;
  readonly pageId: string;
  readonly name: string;
  readonly who: Who;
  readonly how: (typeof GROUP_CARD_WAYS)[number];
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
}

/** What a group's card does. */
export const GROUP_CARD_WAYS = ["scales", "lights", "parks"] as const;

/** Where its fader stands. Kept through a restart, never undone. */
export interface GroupMasterState {
  readonly id: string;
  readonly kind: "groupMasterState";
  readonly version: number;
  readonly groupMasterId: string;
  readonly level: number;
  readonly personId: string;
}

export function groupMasterStateIdOf(groupMasterId: string): string {
  return `state-${groupMasterId}`;
}

/** The level before anybody has touched it: one that lights is down, others are up. */
export function restingLevel({ how }: Pick<GroupMaster, "how">): number {
  return how === "lights" ? 0 : 1;
}

const version = integerIn(0, Number.MAX_SAFE_INTEGER);

export const groupMasterSchema: Schema<GroupMaster> = fields<GroupMaster>({
  id: textUpTo(64),
  kind: oneOf(["groupMaster"]),
  version,
  pageId: textUpTo(64),
  name: textUpTo(80),
  who: whoSchema,
  how: oneOf(GROUP_CARD_WAYS),
  ...cellsSchemas,
});

export const groupMasterStateSchema: Schema<GroupMasterState> = fields<GroupMasterState>({
  id: textUpTo(80),
  kind: oneOf(["groupMasterState"]),
  version,
  groupMasterId: textUpTo(64),
  level: numberIn(0, 1),
  personId: textUpTo(64),
});
