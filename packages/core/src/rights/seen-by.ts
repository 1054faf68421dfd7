import type { Person } from "../territory/territory";
import type { ShowRecord } from "../show/records";
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
      const cards = show.all("playback").filter(({ pageId }) => pages.has(pageId));
      const seen = new Set([person.id, ...pages, ...cards.flatMap(({ id, listId }) => [id, listId])]);
      return (record) => (record.kind === "playbackState" ? seen.has(record.playbackId) : seen.has(record.id));
    }
  }
}

/** Kinds of records that decide what a guest sees. */
const DECIDING: ReadonlySet<string> = new Set(["person", "page", "playback"]);

/** Somebody may see other records after these have changed. */
export function mayTurnView(kinds: readonly string[]): boolean {
  return kinds.some((kind) => DECIDING.has(kind));
}
