import { coatOfId } from "../playback/coat";
import { cardsOf } from "./cards-of";
import { isVersioned } from "./restore";
import type { ShowRecord } from "./records";
import type { Show } from "./show";

/** Of what a look says, lamps are named by their heads, which may be missing: nothing needs them to be there. */
const RIG: ReadonlySet<string> = new Set(["fixture", "profile", "curve", "scenery"]);
/** Where something came from is no need. */
const PAST: ReadonlySet<string> = new Set(["takenFrom", "id", "name", "note", "label"]);

/** Recorded work of the show that a record names and without which it can't be. */
export function namedIn(record: ShowRecord, show: Show): ShowRecord[] {
  const found = new Map<string, ShowRecord>();
  const ofRig = RIG.has(record.kind);
  const take = (text: string): void => {
    const named = text === record.id ? undefined : show.records.get(coatOfId(text)?.boardId ?? text);
    if (named && isVersioned(named) && RIG.has(named.kind) === ofRig) found.set(named.id, named);
  };
  const walk = (value: unknown): void => {
    if (typeof value === "string") take(value);
    else if (Array.isArray(value)) value.forEach(walk);
    else if (typeof value === "object" && value !== null) for (const [key, inner] of Object.entries(value)) if (!PAST.has(key)) walk(inner);
  };
  walk(record);
  return [...found.values()];
}

/** What belongs to a record and goes where it goes: the cues of a list, the cards of a page. */
export function belongingTo(record: ShowRecord, show: Show): ShowRecord[] {
  if (record.kind === "cueList") return [...show.cuesOf(record.id)];
  if (record.kind !== "page") return [];
  return [...cardsOf(show, record.id)];
}
