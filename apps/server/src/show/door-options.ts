import type { Show } from "@vexa/core";
import type { DoorStorage } from "../storage/commit";
import type { DoorJournal } from "./door-journal";
import type { Left } from "./unsaved";

/** What a door is opened with. */
export interface DoorOptions {
  readonly show: Show;
  readonly seq: number;
  readonly storage: DoorStorage;
  readonly now: () => number;
  /** What is on stage by parameter, null before the first frame; none = it isn't known. */
  readonly values?: () => ArrayLike<number> | null;
  readonly journal?: DoorJournal;
  /** What a former run of the door had not saved. */
  readonly unsaved?: Left;
}
