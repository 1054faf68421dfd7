/** Kinds of records that a highlight is made from, and that tell what a curtain covers. */
export const LIES_UNDER_HIGHLIGHT: ReadonlySet<string> = new Set(["highlight", "group", "territory", "loan", "person"]);
export const LIES_UNDER_CURTAIN: ReadonlySet<string> = new Set(["curtain", "territory", "loan", "person"]);

/** Kinds of records that tell who reaches what. */
export const TELLS_REACH: ReadonlySet<string> = new Set(["territory", "loan", "person"]);
/** Kinds of records that begin from what is on stage. */
export const FROM_STAGE: ReadonlySet<string> = new Set(["sketch", "playbackState", "curtain"]);
