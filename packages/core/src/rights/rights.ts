import { PACE_ID } from "../playback/pace";
import type { HeadKey } from "../rig/fixture";
import { changedId, type Change } from "../document/transaction";
import type { UserError } from "../errors/result";
import { parkIdOf, SETTINGS_ID } from "../playback/stage-state";
import { attributeInfo, isAttribute } from "../rig/attributes";
import { highlightIdOf } from "../selection/highlight";
import { sketchIdOf } from "../stroke/sketch";
import type { Note } from "../territory/note";
import { reachOf } from "../territory/reach";
import { isOf } from "../territory/own-territory";
import { extentOf, type Act } from "../territory/role-table";
import type { Person, TerritoryPart } from "../territory/territory";
import { COMMANDS } from "../playing/commands";
import type { BoardCommand } from "../playing/play-board";
import { barredBeds } from "../show/coat-drives";
import type { PlayCommand } from "../playing/commands";
import { isKind, KINDS, type ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { WHO_CHANGES } from "./who-changes";

/** Null when the person may make this change, otherwise why not. Reach within a sketch is clipped elsewhere. */
export function mayChange(show: Show, person: Person, change: Change): UserError | null {
  const record = (change.op === "add" ? change.record : show.records.get(change.op === "set" ? change.id : change.record.id)) as
    | ShowRecord
    | undefined;
  if (!record) return { code: "record.unknown", details: { what: "thing" } };
  if (!isKind(record.kind)) return null;
  const what = `Changing a ${KINDS[record.kind].label}`;
  switch (WHO_CHANGES[record.kind]) {
    case "play commands":
    case "loan commands":
      return refused(`${what} by hand`, `nobody; ${WHO_CHANGES[record.kind] === "loan commands" ? "lending" : "playing"} does it`);
    case "note":
      return mayNote(person, record as Note, change);
    case "self":
      if (![sketchIdOf(person.id), highlightIdOf(person.id)].includes(record.id))
        return refused(`Somebody else's ${KINDS[record.kind].label}`, "that person alone");
      if (record.kind === "highlight" && extentOf(person, "identify") !== "no") return null;
      return mayBuild(person) ? null : refused("Building looks", "programmers and the lead");
    case "builders":
      return mayBuild(person) ? null : refused(what, "programmers and the lead");
    case "rig":
      return extentOf(person, "rig") === "all" ? null : refused(what, "technicians and the lead");
    case "crew":
    case "stage":
      return extentOf(person, WHO_CHANGES[record.kind] === "crew" ? "crew" : "stage") === "all" ? null : refused(what, "the lead");
    case "owner":
      return mayChangeOwned(show, person, record, what);
  }
}

/** Null when the person may leave a record as a change has made it: what it names now must be theirs too. `show` is the one after the change. */
export function mayKeep(show: Show, person: Person, change: Change): UserError | null {
  const id = changedId(change);
  const record = show.records.get(id);
  if (!record || !isKind(record.kind) || person.role === "lead") return null;
  const what = `Changing a ${KINDS[record.kind].label}`;
  if (WHO_CHANGES[record.kind] === "owner") {
    const refusal = mayChangeOwned(show, person, record, what);
    if (refusal) return refusal;
  }
  const setsHeads = change.op === "add" || (change.op === "set" && change.path[0] === "heads");
  if (record.kind === "group" && setsHeads && isFollowed(show, id))
    return refused(`Changing the heads of ${record.name}, which a territory is made of`, "the lead");
  const setsPage = change.op === "add" || (change.op === "set" && change.path[0] === "pageId");
  return record.kind === "playback" && setsPage ? mayPlaceOn(show, person, record.pageId) : null;
}

/** A territory or a loan takes its heads from this group. */
function isFollowed(show: Show, groupId: string): boolean {
  const names = ({ groupIds }: TerritoryPart): boolean => groupIds.includes(groupId);
  return show.territories.some(({ parts }) => parts.some(names)) || show.lent.some(({ part }) => names(part));
}

/** Cards go on common pages and one's own; pages that are somebody's are arranged by whoever owns them. */
function mayPlaceOn(show: Show, person: Person, pageId: string): UserError | null {
  const page = show.get("page", pageId);
  if (!page || (page.territoryId === null && page.personId === undefined)) return null;
  if (page.territoryId !== null && owns(show, person, page.territoryId)) return null;
  return refused(`Putting a card on ${page.name}`, page.territoryId === null ? "the lead" : territoryPeople(show, page.territoryId));
}

/** Null when the person may do this while playing, otherwise why not: the table of roles first, then what the command is about. */
export function mayDo(show: Show, person: Person, command: PlayCommand): UserError | null {
  const { act, label, of } = COMMANDS[command.type];
  const extent = extentOf(person, act);
  if (extent === "no" || (extent === "allowed" && !isAllowed(show, act)))
    return refused(act === "play" ? "Playing" : label, WHO_DOES[act] ?? "the lead");
  if ("boardId" in command) return mayPaint(show, person, command);
  if (extent === "page" && of !== "card" && !isOnOwnPage(show, person, command))
    return refused("Anything but the cards of their page", "the people of the show");
  if ("playbackId" in command) return mayPlay(show, person, command.playbackId);
  if ("listId" in command) return mayRun(show, person, command.listId);
  if (command.type === "pace" || command.type === "song") return mayPace(show, person, "listIds" in command ? command : {});
  if ("groupMasterId" in command) return mayPlayPage(show, person, show.get("groupMaster", command.groupMasterId)?.pageId);
  return isPark(command) ? mayPark(show, person, command) : null;
}

/** Whether the lead allows an act to the roles that may do it only then. */
export function isAllowed(show: Show, act: Act): boolean {
  return show.get("settings", SETTINGS_ID)?.allows?.[act] === true;
}

/** Whom people are sent to who may not do something. */
const WHO_DOES: Readonly<Partial<Record<Act, string>>> = {
  play: "those who work on the show",
  hold: "programmers, technicians and the lead",
  stage: "the lead",
  master: "the lead, and operators whom the lead allows it",
};

/** A pace is for lists that one may play: those that are in its company already, and those that come or go. */
function mayPace(show: Show, person: Person, of: Pick<Extract<PlayCommand, { type: "pace" }>, "listIds" | "boardIds">): UserError | null {
  const { listIds, boardIds } = of;
  const present = show.get("pace", PACE_ID)?.listIds ?? [];
  for (const id of new Set([...present, ...(listIds ?? [])])) {
    const refusal = mayRun(show, person, id);
    if (refusal) return refusal;
  }
  const boards = [...(show.get("pace", PACE_ID)?.boardIds ?? []), ...(boardIds ?? [])];
  for (const id of new Set(boards)) {
    const refusal = mayPlayPage(show, person, show.get("board", id)?.pageId);
    if (refusal) return refusal;
  }
  return null;
}

/** Null when the person may play what lies on a page by right of the page: guests their own, others by its territory. */
function mayPlayPage(show: Show, person: Person, pageId: string | undefined): UserError | null {
  if (person.role === "guest")
    return pageId !== undefined && isOwnPage(show, person, pageId) ? null : refused("Anything but their page", "the people of the show");
  const territoryId = show.get("page", pageId)?.territoryId ?? null;
  if (person.role === "lead" || territoryId === null || owns(show, person, territoryId)) return null;
  return refused(`Playing ${show.get("page", pageId)!.name}`, territoryPeople(show, territoryId));
}

/** A board is played by right of its page; a bed none of whose heads its page's territory reaches is barred, whoever asks. */
function mayPaint(show: Show, person: Person, command: BoardCommand): UserError | null {
  const board = show.get("board", command.boardId);
  if (!board) return null;
  const refusal = mayPlayPage(show, person, board.pageId);
  if (refusal) return refusal;
  const barred = barredBeds(show, board);
  if (command.bedIds.some((bedId) => !barred.has(bedId))) return null;
  return refused("Beds that this page doesn't reach", "those who have their heads");
}

type ParkCommand = Extract<PlayCommand, { type: "park" | "unpark" | "park-all" | "unpark-all" }>;

function isPark(command: PlayCommand): command is ParkCommand {
  return command.type === "park" || command.type === "unpark" || command.type === "park-all" || command.type === "unpark-all";
}

/** The attributes that a command parks or frees, by head. */
function parkedBy(show: Show, command: ParkCommand): readonly (readonly [HeadKey, readonly string[]])[] {
  if (command.type === "park") return [[command.head, Object.keys(command.values)]];
  if (command.type === "park-all") return Object.entries(command.values).map(([head, values]) => [head, Object.keys(values)] as const);
  const heads = command.type === "unpark" ? [command.head] : command.heads;
  return heads.map((head) => [head, Object.keys(show.get("park", parkIdOf(head))?.values ?? {})] as const);
}

function mayPark(show: Show, person: Person, command: ParkCommand): UserError | null {
  const reach = reachOf(person, show, "hold");
  const barred = parkedBy(show, command)
    .flatMap(([head, attributes]) => attributes.filter(isAttribute).map((attribute) => ({ head, attribute })))
    .find(({ head, attribute }) => !reach(head, attributeInfo(attribute).family))?.attribute;
  return barred === undefined ? null : refused(`Parking ${attributeInfo(barred).label} there`, "those who have that head, and the lead");
}

/** Null when the person may play this card: guests those of their own pages, others by the card's list. */
export function mayPlay(show: Show, person: Person, playbackId: string): UserError | null {
  const playback = show.get("playback", playbackId);
  if (person.role === "guest" && playback && !isOwnPage(show, person, playback.pageId))
    return refused("Anything but the cards of their page", "the people of the show");
  if (person.role === "guest") return null;
  if (extentOf(person, "play") === "no") return refused("Playing", "those who work on the show");
  return mayRun(show, person, playback?.listId);
}

/** Leads and programmers build looks; others play what is there, or look on. */
export function mayBuild(person: Pick<Person, "role">): boolean {
  return extentOf(person, "build") !== "no";
}

/** People write notes in their own name; whoever wrote one, whom it is for, and the lead may tick it off or take it away. */
function mayNote(person: Person, note: Note, change: Change): UserError | null {
  if (extentOf(person, "note") === "no") return refused("Leaving notes", "those who work on the show");
  if (change.op === "add") return note.fromPersonId === person.id ? null : refused("A note in somebody else's name", "that person alone");
  if (change.op === "set" && change.path[0] !== "done") return refused("Rewriting a note", "nobody; write another");
  const theirs = note.fromPersonId === person.id || note.toPersonId === person.id || note.toPersonId === null;
  return theirs || extentOf(person, "crew") === "all" ? null : refused("This note", "whoever wrote it and whom it is for");
}

/** Null when the person may run this list: common lists are everybody's, others their territory's and the lead's. */
export function mayRun(show: Show, person: Person, listId: string | undefined): UserError | null {
  const list = show.get("cueList", listId);
  if (person.role === "lead" || !list || list.territoryId === null || owns(show, person, list.territoryId)) return null;
  return refused(`Playing ${list.name}`, territoryPeople(show, list.territoryId));
}

function mayChangeOwned(show: Show, person: Person, record: ShowRecord, what: string): UserError | null {
  if (person.role === "lead") return null;
  if (!mayBuild(person)) return refused(what, "programmers and the lead");
  const territoryId = territoryOf(show, record);
  if (territoryId === null) return refused(`${what} that is common`, "the lead");
  return territoryId === undefined || owns(show, person, territoryId) ? null : refused(what, territoryPeople(show, territoryId));
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
    case "board":
    case "macroCard":
      return show.get("page", record.pageId)?.territoryId;
    case "master":
      return record.territoryId ?? null;
    default:
      return null;
  }
}

/** Somebody is of a territory's people, acts for it alone, or is a device that plays for it. */
function owns(show: Show, person: Person, territoryId: string): boolean {
  const device = show.get("device", person.id);
  if (device) return device.territoryId === territoryId;
  return isOf(person, show.get("territory", territoryId));
}

/** A macro or a group's master has a card on a page of one's own. */
function isOnOwnPage(show: Show, person: Person, command: PlayCommand): boolean {
  const cards =
    "macroId" in command
      ? show.all("macroCard").filter(({ macroId }) => macroId === command.macroId)
      : "groupMasterId" in command
        ? [show.get("groupMaster", command.groupMasterId)]
        : [];
  return cards.some((card) => card !== null && isOwnPage(show, person, card.pageId));
}

/** A page is a guest's own, or the one that a device plays. */
function isOwnPage(show: Show, person: Person, pageId: string): boolean {
  return show.get("page", pageId)?.personId === person.id || show.get("device", person.id)?.pageId === pageId;
}

function territoryPeople(show: Show, territoryId: string): string {
  const territory = show.get("territory", territoryId);
  const people = territory?.personIds.map((id) => show.get("person", id)?.name ?? "somebody") ?? [];
  return territory ? `${territory.name} (${people.join(", ")})` : "the lead";
}

function refused(what: string, who: string): UserError {
  return { code: "reach.role", details: { what, who } };
}
