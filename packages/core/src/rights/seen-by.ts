import type { Person } from "../territory/territory";
import { cardsOf, type PageCard } from "../show/cards-of";
import type { Kind, ShowRecord } from "../show/records";
import type { GroupMaster } from "../playback/group-master";
import { namedHeads } from "../playing/parked-heads";
import type { Show } from "../show/show";

/**
 * What of a show reaches somebody's browser: null = all of it. A guest gets what their own pages need and nothing else; operators,
 * technicians and watchers get no notes between others.
 */
export function seenBy(show: Show, person: Person): ((record: ShowRecord) => boolean) | null {
  switch (person.role) {
    case "lead":
    case "programmer":
      return null;
    case "operator":
    case "technician":
    case "watcher":
      return (record) =>
        record.kind !== "note" || record.toPersonId === null || record.toPersonId === person.id || record.fromPersonId === person.id;
    case "guest": {
      const pages = new Set(show.all("page").flatMap(({ id, personId }) => (personId === person.id ? [id] : [])));
      const cards = cardsOf(show).filter(({ pageId }) => pages.has(pageId));
      const seen = new Set([person.id, ...pages, ...cards.flatMap((card) => [card.id, ...namedBy(card)])]);
      const parks = new Set(cards.flatMap((card) => (isParking(card) ? namedHeads(show, card.who) : [])));
      return (record) => (record.kind === "park" ? parks.has(record.head) : seen.has(whatItIsOf(record)));
    }
  }
}

/** What a card needs besides itself to be drawn and played: what it plays, the names of beds, the colours of pots. */
function namedBy(card: PageCard): string[] {
  switch (card.kind) {
    case "playback":
      return [card.listId];
    case "macroCard":
      return [card.macroId];
    case "groupMaster":
      return isParking(card) ? [...(card.who.groupIds ?? [])] : [];
    case "board": {
      const presets = Object.values(card.pots).flatMap(({ color }) => ("presetId" in color ? [color.presetId] : []));
      return [...Object.values(card.beds).map(({ groupId }) => groupId), ...presets];
    }
  }
}

/** Whether its heads are parked is told by their parks. */
function isParking(card: PageCard): card is GroupMaster {
  return card.kind === "groupMaster" && card.how === "parks";
}

/** How a card stands goes with the card. */
function whatItIsOf(record: ShowRecord): string {
  switch (record.kind) {
    case "playbackState":
      return record.playbackId;
    case "groupMasterState":
      return record.groupMasterId;
    case "runningMacro":
      return record.macroId;
    case "coat":
      return record.boardId;
    default:
      return record.id;
  }
}

/** Kinds of records that decide what a guest sees. */
const DECIDING: ReadonlySet<string> = new Set<Kind>(["person", "page", "playback", "macroCard", "groupMaster", "board", "group"]);

/** Somebody may see other records after these have changed. */
export function mayTurnView(kinds: readonly string[]): boolean {
  return kinds.some((kind) => DECIDING.has(kind));
}
