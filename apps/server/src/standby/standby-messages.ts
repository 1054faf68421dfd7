import type { ShowRecord } from "@vexa/core";
import type { JournalLine, Open } from "../stage/open-book";
import type { KeptShow } from "../stage/stage-journal";

/** What the engine that leads tells those who stand by for it. `now` is its show time when it was said. */
export type ToStandby =
  /** The show as it stands: lines follow without gaps. */
  | {
      readonly type: "stands";
      readonly show: KeptShow;
      readonly seq: number;
      readonly savedSeq: number;
      readonly open: Open;
      readonly records: readonly ShowRecord[];
      readonly now: number;
    }
  | { readonly type: "line"; readonly line: JournalLine }
  | { readonly type: "beat"; readonly now: number }
  /** It ends in good order: somebody else may lead. */
  | { readonly type: "leaves" };
