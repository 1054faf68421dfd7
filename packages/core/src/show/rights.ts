import type { Change } from "../document/transaction";
import type { UserError } from "../errors/result";
import { highlightIdOf } from "../selection/highlight";
import { sketchIdOf } from "../stroke/sketch";
import type { Person } from "../territory/territory";
import { isKind, KINDS, type Kind, type ShowRecord } from "./records";
import type { Show } from "./show";

/** Who may change records of a kind: nobody by hand, the lead, each person their own, whoever builds looks, or the owning territory's people. */
const WHO_CHANGES: { readonly [K in Kind]: "play commands" | "lead" | "self" | "owner" | "builders" } = {
  profile: "lead",
  fixture: "lead",
  territory: "lead",
  person: "lead",
  master: "builders",
  group: "owner",
  preset: "owner",
  cueList: "owner",
  cue: "owner",
  page: "owner",
  playback: "owner",
  sketch: "self",
  highlight: "self",
  savedShape: "builders",
  savedWave: "builders",
  sound: "builders",
  playbackState: "play commands",
  masterState: "play commands",
  timeState: "play commands",
  groupMasterState: "play commands",
  stageState: "play commands",
  park: "play commands",
  settings: "lead",
  groupMaster: "owner",
};

/** Null when the person may make this change, otherwise why not. Reach within a sketch is clipped elsewhere. */
export function mayChange(show: Show, person: Person, change: Change): UserError | null {
  const record = (change.op === "add" ? change.record : show.records.get(change.op === "set" ? change.id : change.record.id)) as
    ShowRecord | undefined;
  if (!record) return { code: "record.unknown", details: { what: change.op === "set" ? change.id : change.record.id } };
  if (!isKind(record.kind)) return null;
  const what = `Changing a ${KINDS[record.kind].label}`;
  switch (WHO_CHANGES[record.kind]) {
    case "play commands":
      return refused(`${what} by hand`, "nobody; playing does it");
    case "self":
      if (![sketchIdOf(person.id), highlightIdOf(person.id)].includes(record.id))
        return refused(`Somebody else's ${KINDS[record.kind].label}`, "that person alone");
      return person.role === "operator" ? refused("Building looks", "programmers and the lead") : null;
    case "builders":
      return person.role === "operator" ? refused(what, "programmers and the lead") : null;
    case "lead":
      return person.role === "lead" ? null : refused(what, "the lead");
    case "owner":
      return mayChangeOwned(show, person, { record, change, what });
  }
}

/** Null when the person may play this card. */
export function mayPlay(show: Show, person: Person, playbackId: string): UserError | null {
  return mayRun(show, person, show.get("playback", playbackId)?.listId);
}

/** Null when the person may run this list: common lists are everybody's, others their territory's and the lead's. */
export function mayRun(show: Show, person: Person, listId: string | undefined): UserError | null {
  const list = show.get("cueList", listId);
  if (person.role === "lead" || !list || list.territoryId === null || owns(show, person, list.territoryId)) return null;
  return refused(`Playing ${list.name}`, territoryPeople(show, list.territoryId));
}

function mayChangeOwned(
  show: Show,
  person: Person,
  { record, change, what }: { record: ShowRecord; change: Change; what: string },
): UserError | null {
  if (person.role === "lead") return null;
  if (person.role === "operator") return refused(what, "programmers and the lead");
  const givenAway = change.op === "set" && change.path[0] === "territoryId" ? [change.to as string | null] : [];
  for (const territoryId of [territoryOf(show, record), ...givenAway])
    if (territoryId === null) return refused(`${what} that is common`, "the lead");
    else if (territoryId !== undefined && !owns(show, person, territoryId)) return refused(what, territoryPeople(show, territoryId));
  return null;
}

/** The territory that owns a record; undefined where what would tell is missing (the rules between records say so). */
function territoryOf(show: Show, record: ShowRecord): string | null | undefined {
  switch (record.kind) {
    case "group":
    case "preset":
    case "cueList":
    case "page":
      return record.territoryId;
    case "cue":
    case "playback":
      return show.get("cueList", record.listId)?.territoryId;
    case "groupMaster":
      return show.get("page", record.pageId)?.territoryId;
    default:
      return null;
  }
}

function owns(show: Show, person: Person, territoryId: string): boolean {
  return show.get("territory", territoryId)?.personIds.includes(person.id) ?? false;
}

function territoryPeople(show: Show, territoryId: string): string {
  const territory = show.get("territory", territoryId);
  const people = territory?.personIds.map((id) => show.get("person", id)?.name ?? "somebody") ?? [];
  return territory ? `${territory.name} (${people.join(", ")})` : "the lead";
}

function refused(what: string, who: string): UserError {
  return { code: "reach.role", details: { what, who } };
}
