import type { Cue, CueList, Page, Playback, ShowRecord } from "@vexa/core";

const CUES = 2000;

/** A list of 2,000 cues on the large rig, with a card that plays it: for measuring how such a list opens, scrolls and runs. */
export function longList(): ShowRecord[] {
  const list: CueList = { id: "list-long", kind: "cueList", version: 1, name: "Long evening", rank: 0, territoryId: null };
  const page: Page = { id: "page-main", kind: "page", version: 1, name: "Main page", rank: 0, territoryId: null };
  const cues = Array.from({ length: CUES }, (_, index): Cue => {
    const level = { knots: [(index % 11) / 10, ((index * 3) % 11) / 10] };
    const angle = { knots: [-(index % 40), index % 40] };
    const parts = { Dimmer: { level, shape: {}, touched: 1 }, Pan: { level: angle, shape: {}, touched: 2 } };
    return {
      id: `cue-long-${index + 1}`,
      kind: "cue",
      version: 1,
      listId: list.id,
      number: index + 1,
      name: index % 50 === 0 ? `Song ${index / 50 + 1}` : null,
      inSeconds: 1 + (index % 5),
      strokes: { s1: { who: { groupIds: ["group-all-spots"], mask: { type: "every", n: 20, at: 1 + (index % 20) } }, parts, rank: 1 } },
    };
  });
  const card: Playback = {
    id: "card-long",
    kind: "playback",
    version: 1,
    pageId: page.id,
    listId: list.id,
    column: 0,
    row: 0,
    columns: 3,
    rows: 3,
    releaseSeconds: 2,
    startsOnRaise: true,
    letsGoAtZero: true,
  };
  return [list, ...cues, page, card];
}
