import type { Kind, RecordByKind } from "./records";

/**
 * What a field that names another record does with it: only reads it; puts the record into something that must be the person's own too, or
 * on a page where they may put cards; or is set by the lead alone.
 */
export type ReferenceRule = "reads" | "own after the change" | "own page or common" | "the lead sets it" | "nobody sets it by hand";

type FieldOf<K extends Kind> = Exclude<keyof RecordByKind[K], "id" | "kind" | "version">;

export interface Reference {
  readonly to: Kind;
  readonly rule: ReferenceRule;
}

/** Every field that names another record, and what guards it. The table of entrances shows it, and a test tries each. */
export const REFERENCES: { readonly [K in Kind]?: { readonly [F in FieldOf<K>]?: Reference } } = {
  fixture: {
    profileId: { to: "profile", rule: "the lead sets it" },
    curveId: { to: "curve", rule: "the lead sets it" },
    standsInFor: { to: "fixture", rule: "the lead sets it" },
  },
  group: { territoryId: { to: "territory", rule: "own after the change" } },
  preset: { territoryId: { to: "territory", rule: "own after the change" } },
  cueList: { territoryId: { to: "territory", rule: "own after the change" } },
  cue: {
    listId: { to: "cueList", rule: "own after the change" },
    thenCueId: { to: "cue", rule: "reads" },
    macroId: { to: "macro", rule: "reads" },
  },
  page: {
    territoryId: { to: "territory", rule: "own after the change" },
    personId: { to: "person", rule: "reads" },
  },
  playback: {
    listId: { to: "cueList", rule: "own after the change" },
    pageId: { to: "page", rule: "own page or common" },
    masterId: { to: "master", rule: "reads" },
    goToCueId: { to: "cue", rule: "reads" },
  },
  macroCard: { pageId: { to: "page", rule: "own page or common" }, macroId: { to: "macro", rule: "reads" } },
  board: { pageId: { to: "page", rule: "own page or common" } },
  groupMaster: { pageId: { to: "page", rule: "own after the change" } },
  master: { territoryId: { to: "territory", rule: "own after the change" } },
  control: { targetId: { to: "playback", rule: "reads" } },
  territory: { personIds: { to: "person", rule: "the lead sets it" } },
  device: {
    territoryId: { to: "territory", rule: "the lead sets it" },
    pageId: { to: "page", rule: "the lead sets it" },
  },
  playbackState: { playbackId: { to: "playback", rule: "nobody sets it by hand" }, cueId: { to: "cue", rule: "nobody sets it by hand" } },
};
