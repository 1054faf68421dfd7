import { modeOf } from "../rig/profile";
import { changedId, type Change } from "../document/transaction";
import type { Cue } from "../cue/cue";
import type { UserError } from "../errors/result";
import { slotTestIdOf } from "../playback/slot-test";
import { curveOf } from "./curve-of";
import { profileInUse } from "./profile-rules";
import { parkIdOf } from "../playback/stage-state";
import { coatIdOf } from "../playback/coat";
import { isAlone } from "../playback/control";
import { runningIdOf } from "../playback/running-macro";
import { isCoatOfBed } from "./coat-drives";
import { targetOffIdOf } from "../follow/target-off";
import { targetStateIdOf } from "../follow/target-state";
import { TIMECODE } from "../playback/time-state";
import type { Preset } from "../preset/preset";
import { presetName } from "../preset/preset-name";
import { motionReads } from "../stroke/part-reads";
import type { Strokes } from "../stroke/stroke";
import { highlightIdOf } from "../selection/highlight";
import { sketchIdOf } from "../stroke/sketch";
import { cueName } from "./cue-name";
import type { ShowRecord } from "./records";
import { overlapsOf } from "../territory/division";
import type { Show } from "./show";
import { usersOf } from "./users";

/** The rules between records: what a record names must exist, and what is in use stays. Null when they hold. */
export function brokenRule(before: Show, after: Show, changes: readonly Change[]): UserError | null {
  const ids = new Set(changes.map(changedId));
  const gone = [...ids].flatMap((id) => (after.records.has(id) ? [] : (before.records.get(id) ?? [])));
  const named = gone.length > 1 ? namedAnywhere(after, new Set(gone.map(({ id }) => id))) : null;
  let divided = false;
  for (const id of ids) {
    const record = after.records.get(id);
    const missing = record && missingName(record, after);
    if (missing) return missing;
    divided ||= record !== undefined && divides(record, after);
  }
  for (const record of gone) {
    const used = named && !named.has(record.id) ? null : stillUsed(record, after);
    if (used) return used;
  }
  // The division is looked at once, however many of its parts have changed.
  return divided ? overlapRefused(after) : null;
}

/** It says which heads a territory holds. */
function divides(record: ShowRecord, show: Show): boolean {
  if (record.kind === "territory") return true;
  return record.kind === "group" && show.territories.some(({ parts }) => parts.some(({ groupIds }) => groupIds.includes(record.id)));
}

/** Which of these ids stand in any record, in whatever field: what stands nowhere is used by nobody. One walk for all of them. */
function namedAnywhere(show: Show, ids: ReadonlySet<string>): ReadonlySet<string> {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value === "string") {
      if (ids.has(value)) found.add(value);
    } else if (typeof value === "object" && value !== null) for (const inner of Object.values(value)) walk(inner);
  };
  for (const record of show.records.values()) walk(record);
  return found;
}

function unknown(what: string): UserError {
  return { code: "record.unknown", details: { what } };
}

/** What a record names that isn't there. */
export function missingName(record: ShowRecord, show: Show): UserError | null {
  switch (record.kind) {
    case "fixture": {
      const mode = modeOf(show.get("profile", record.profileId), record);
      if (record.standsInFor !== undefined && !show.get("fixture", record.standsInFor)) return unknown("lamp");
      if (record.curveId !== undefined && !curveOf(record.curveId, show)) return unknown("response curve");
      return mode ? null : unknown("profile or mode");
    }
    case "cue": {
      if (!show.get("cueList", record.listId)) return unknown("cue list");
      const twin = twinOf(record, show.cuesOf(record.listId));
      if (twin)
        return {
          code: "value.invalid",
          details: { field: "The cue number", value: String(record.number), why: `${cueName(twin, show)} already has it` },
        };
      if (record.macroId !== undefined && !show.get("macro", record.macroId)) return unknown("macro");
      if (record.thenCueId !== undefined && show.get("cue", record.thenCueId)?.listId !== record.listId)
        return unknown("cue to go to afterwards");
      return missingInStrokes(record.strokes, show);
    }
    case "sketch":
      if (!show.get("person", record.personId) || record.id !== sketchIdOf(record.personId)) return unknown("person");
      return missingInStrokes(record.strokes, show);
    case "highlight":
      if (!show.get("person", record.personId) || record.id !== highlightIdOf(record.personId)) return unknown("person");
      return record.who.groupIds?.some((id) => !show.get("group", id)) ? unknown("group") : null;
    case "playback":
      if (!show.get("page", record.pageId)) return unknown("page");
      if (record.masterId !== undefined && !show.get("master", record.masterId)) return unknown("speed master");
      if (record.goToCueId !== undefined && show.get("cue", record.goToCueId)?.listId !== record.listId) return unknown("cue to go to");
      return show.get("cueList", record.listId) ? null : unknown("cue list");
    case "playbackState":
      if (!show.get("playback", record.playbackId)) return unknown("card");
      return record.cueId === null || show.get("cue", record.cueId) ? null : unknown("cue");
    case "master":
      return record.territoryId === undefined || show.get("territory", record.territoryId) ? null : unknown("territory");
    case "masterState":
      return show.get("master", record.masterId) ? null : unknown("speed master");
    case "preset":
      if (record.territoryId !== null && !show.get("territory", record.territoryId)) return unknown("territory");
      return presetInPresets(record, show) ?? missingInStrokes(contentOf(record), show);
    case "cueList":
      if (record.time?.soundId !== undefined && !show.get("sound", record.time.soundId)) return unknown("sound");
      if (record.chase?.masterId && !show.get("master", record.chase.masterId)) return unknown("speed master");
      return record.territoryId === null || show.get("territory", record.territoryId) ? null : unknown("territory");
    case "page":
      if (record.personId !== undefined && !show.get("person", record.personId)) return unknown("person");
      return record.territoryId === null || show.get("territory", record.territoryId) ? null : unknown("territory");
    case "group":
      return record.territoryId === null || show.get("territory", record.territoryId) ? null : unknown("territory");
    case "territory": {
      const groups = record.parts.flatMap(({ groupIds }) => groupIds);
      if (groups.some((id) => !show.get("group", id))) return unknown("group");
      return record.personIds.some((id) => !show.get("person", id)) ? unknown("person") : null;
    }
    case "loan":
      if (!show.get("territory", record.fromTerritoryId) || !show.get("territory", record.toTerritoryId))
        // What is over stays readable, whatever became of the territories.
        return record.state === "asked" || record.state === "lent" ? unknown("territory") : null;
      return record.part.groupIds.some((id) => !show.get("group", id)) ? unknown("group") : null;
    case "note":
      return show.get("person", record.fromPersonId) && (record.toPersonId === null || show.get("person", record.toPersonId))
        ? null
        : unknown("person");
    case "device":
      if (record.territoryId !== null && !show.get("territory", record.territoryId)) return unknown("territory");
      return record.pageId === undefined || show.get("page", record.pageId) ? null : unknown("page");
    case "person":
      return show.all("person").some(({ role }) => role === "lead")
        ? null
        : { code: "value.invalid", details: { field: "The role", value: record.role, why: "a show needs a lead" } };
    case "profile":
      return profileInUse(record, show);
    case "curve":
    case "scenery":
    case "savedShape":
    case "savedWave":
    case "picture":
    case "sound":
    case "stageState":
    case "settings":
    case "output":
    case "macro":
    case "pace":
    case "song":
    case "evening":
    case "input":
    case "target":
    case "tracking":
      return null;
    case "targetOff":
      return show.get("target", record.targetId) && record.id === targetOffIdOf(record.targetId) ? null : unknown("target");
    case "targetState":
      return show.get("target", record.targetId) && record.id === targetStateIdOf(record.targetId) ? null : unknown("target");
    case "park":
      return show.rig.headByKey.has(record.head) && record.id === parkIdOf(record.head) ? null : unknown("head");
    case "slotTest":
      return show.get("person", record.personId) && record.id === slotTestIdOf(record.personId) ? null : unknown("person");
    case "curtain":
      return show.get("person", record.personId) ? null : unknown("person");
    case "groupMaster":
      if (!show.get("page", record.pageId)) return unknown("page");
      return record.who.groupIds?.some((id) => !show.get("group", id)) ? unknown("group") : null;
    case "board":
      if (!show.get("page", record.pageId)) return unknown("page");
      if (Object.values(record.beds).some(({ groupId }) => !show.get("group", groupId))) return unknown("group");
      return Object.values(record.pots).some(({ color }) => "presetId" in color && !show.get("preset", color.presetId))
        ? unknown("preset")
        : null;
    case "coat":
      if (!show.get("board", record.boardId) || record.id !== coatIdOf(record.boardId, record.bedId, record.layer)) return unknown("board");
      return record.color && "presetId" in record.color && !show.get("preset", record.color.presetId) ? unknown("preset") : null;
    case "macroCard":
      if (!show.get("page", record.pageId)) return unknown("page");
      return show.get("macro", record.macroId) ? null : unknown("macro");
    case "runningMacro":
      return show.get("macro", record.macroId) && record.id === runningIdOf(record.macroId) ? null : unknown("macro");
    case "control":
      if (isAlone(record.does)) return null;
      if (record.does === "macro") return show.get("macro", record.targetId) ? null : unknown("macro");
      if (record.does === "group-level") return show.get("groupMaster", record.targetId) ? null : unknown("group master");
      return show.get("playback", record.targetId) ? null : unknown("card");
    case "groupMasterState":
      return show.get("groupMaster", record.groupMasterId) ? null : unknown("group master");
    case "timeState":
      return record.of === TIMECODE || show.get("cueList", record.of) ? null : unknown("cue list");
  }
}

/** Another cue of the list with the same number: beside it, since a list rises by number. */
function twinOf(cue: Cue, list: readonly Cue[]): Cue | undefined {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]!.number < cue.number) low = middle + 1;
    else high = middle;
  }
  return list.slice(low, low + 2).find(({ id, number }) => id !== cue.id && number === cue.number);
}

/** A preset's parts in all scopes that have parts, as strokes about nobody. */
function contentOf({ universal, perProfile }: Preset): Strokes {
  return Object.fromEntries(
    [universal, ...Object.values(perProfile)].map((parts, rank) => [String(rank), { who: { heads: [] }, parts, rank }]),
  );
}

const stepPresets = (preset: Preset, show: Show): Preset[] =>
  Object.values(contentOf(preset)).flatMap(({ parts }) =>
    Object.values(parts).flatMap(({ motion }) => motionReads(motion).flatMap((id) => show.preset(id) ?? [])),
  );

/** Steps of a preset may name presets, but none that has such steps itself: that could go round in a ring. */
function presetInPresets(preset: Preset, show: Show): UserError | null {
  const named = stepPresets(preset, show);
  const deep = named.some((inner) => inner.id === preset.id || stepPresets(inner, show).length > 0);
  const namedDeep = named.length > 0 && show.all("preset").some((other) => stepPresets(other, show).some(({ id }) => id === preset.id));
  if (!deep && !namedDeep) return null;
  const why = "steps of a preset can't name a preset that has such steps itself";
  return { code: "value.invalid", details: { field: "The preset", value: presetName(preset), why } };
}

/** Heads may be missing (the rig changes); groups and masters may not. */
export function missingInStrokes(strokes: Strokes, show: Show): UserError | null {
  for (const { who, parts } of Object.values(strokes)) {
    if (who.groupIds?.some((id) => !show.get("group", id))) return unknown("group");
    for (const part of Object.values(parts)) {
      if (part.presets?.ids.some((id) => !isPresetRef(id, show))) return unknown("preset");
      for (const id of motionReads(part.motion))
        if (!isPresetRef(id, show) && !show.get("savedWave", id) && !show.get("picture", id))
          return unknown("preset, waveform or picture of a motion");
      if (part.follow?.targetIds.some((id) => !show.target(id))) return unknown("target");
      const masterId = part.motion?.masterId ?? null;
      if (masterId !== null && !show.get("master", masterId)) return unknown("speed master");
    }
  }
  return null;
}

/** A preset, or the coat of a bed in its place. */
function isPresetRef(id: string, show: Show): boolean {
  return show.get("preset", id) !== null || isCoatOfBed(show, id);
}

function stillUsed(gone: ShowRecord, show: Show): UserError | null {
  const users = usersOf(gone, show);
  if (users.length === 0) return null;
  const named =
    users
      .slice(0, 3)
      .map(({ words }) => words)
      .join(", ") + (users.length > 3 ? ` and ${users.length - 3} more` : "");
  const name =
    gone.kind === "preset"
      ? presetName(gone)
      : gone.kind === "cue"
        ? cueName(gone, show)
        : "name" in gone && gone.name !== undefined
          ? gone.name
          : `This ${gone.kind}`;
  return { code: "record.in-use", details: { name, users: named } };
}

/** One head's family belongs to at most one territory, unless the lead shares one of them. */
function overlapRefused(show: Show): UserError | null {
  const overlaps = overlapsOf(show);
  const [first] = overlaps;
  if (!first) return null;
  const [held, wants] = first.territories;
  const same = overlaps.filter(({ territories }) => territories[0] === held && territories[1] === wants);
  const heads = new Set(same.map(({ head }) => head));
  const families = [...new Set(same.map(({ family }) => family.toLowerCase()))].join(", ");
  const count = heads.size === 1 ? "one head" : `${heads.size} heads`;
  return { code: "territory.overlap", details: { held: held.name, wants: wants.name, what: `${families} of ${count}` } };
}
