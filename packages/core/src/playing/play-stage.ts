import { setChange, type Change } from "../document/transaction";
import { sameJson } from "../document/record";
import { slotTestIdOf, type SlotTest } from "../playback/slot-test";
import { fail, ok, type Result } from "../errors/result";
import { curtainIdOf, type Curtain } from "../playback/curtain";
import { groupMasterStateIdOf, type GroupMasterState } from "../playback/group-master";
import { parkIdOf, STAGE_ID, type Park, type StageState } from "../playback/stage-state";
import { parkedAsNow } from "./parked-heads";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { placedHeads } from "../selection/who";
import { reachOfOwner } from "../territory/reach";
import { clamp, type Seconds } from "../units/units";
import type { Show } from "../show/show";
import { paceChanges, type PaceCommand } from "./play-pace";
import type { Played } from "./played";
import { eveningChanges, type SongCommand } from "./play-songs";

/** What people do with the stage as a whole, and with masters of groups. Values to park at are 0..1 of the channels' ranges. */
export type StageCommand =
  | { readonly type: "grand-master"; readonly level: number }
  | { readonly type: "blackout"; readonly on: boolean }
  /** Sends home what was left behind where families stay. */
  | { readonly type: "sweep" }
  | { readonly type: "group-level"; readonly groupMasterId: string; readonly level: number }
  /** A card that parks its heads as they are on stage, of them what its page reaches; or frees them. */
  | { readonly type: "group-park"; readonly groupMasterId: string; readonly on: boolean }
  | { readonly type: "park"; readonly head: HeadKey; readonly values: Readonly<Record<string, number>> }
  | { readonly type: "unpark"; readonly head: HeadKey }
  /** The same for many heads at once. */
  | { readonly type: "park-all"; readonly values: Readonly<Record<HeadKey, Readonly<Record<string, number>>>> }
  | { readonly type: "unpark-all"; readonly heads: readonly HeadKey[] }
  /** Holds slots of a universe at DMX values, in place of what one held before; none = an end of it. */
  | { readonly type: "test"; readonly universe: number; readonly slots: Readonly<Record<string, number>>; readonly seconds: number }
  | PaceCommand
  | SongCommand
  /** One's own curtain; heads left out = all within reach. */
  | { readonly type: "curtain-drop"; readonly heads?: readonly HeadKey[] }
  | { readonly type: "curtain-raise"; readonly seconds: number }
  | { readonly type: "curtain-hand"; readonly level: number };

const AT_REST = { grandMaster: 1, blackout: false, sweptSeconds: 0 } as const;

export function stageChanges(show: Show, command: StageCommand, { t, personId, values }: Played): Result<Change[]> {
  switch (command.type) {
    case "grand-master":
      return ok(stageState(show, { grandMaster: clamp(command.level, 0, 1) }));
    case "blackout":
      return ok(stageState(show, { blackout: command.on }));
    case "sweep":
      return ok(stageState(show, { sweptSeconds: t }));
    case "group-level": {
      const { groupMasterId } = command;
      const master = show.get("groupMaster", groupMasterId);
      if (!master) return fail("record.unknown", { what: "group master" });
      if (master.how === "parks")
        return fail("value.invalid", { field: "The level", value: master.name, why: "this card parks its heads" });
      const id = groupMasterStateIdOf(groupMasterId);
      const level = clamp(command.level, 0, 1);
      const present = show.get("groupMasterState", id);
      const record: GroupMasterState = { id, kind: "groupMasterState", version: 1, groupMasterId, level, personId };
      if (!present) return ok([{ op: "add", record }]);
      return ok(
        (["level", "personId"] as const)
          .filter((field) => present[field] !== record[field])
          .map((field) => setChange(id, [field], { from: present[field], to: record[field] })),
      );
    }
    case "group-park":
      return groupParkChanges(show, command, { personId, values: values?.() ?? null });
    case "park":
      return parkChanges(show, { [command.head]: command.values }, personId);
    case "park-all":
      return parkChanges(show, command.values, personId);
    case "pace":
      return paceChanges(show, command, { t, personId });
    case "song": {
      const evening = eveningChanges(show, command, { t, personId });
      const pace = show.get("song", command.songId)?.paceSeconds;
      if (!evening.ok || evening.value.length === 0 || pace === undefined) return evening;
      const paced = paceChanges(show, { type: "pace", seconds: pace }, { t, personId });
      return paced.ok ? ok([...evening.value, ...paced.value]) : paced;
    }
    case "test":
      return testChanges(show, command, { t, personId });
    case "curtain-drop":
    case "curtain-raise":
    case "curtain-hand":
      return curtainChanges(show, command, { t, personId });
    case "unpark":
    case "unpark-all":
      return ok(unparkChanges(show, command.type === "unpark" ? [command.head] : command.heads));
  }
}

function unparkChanges(show: Show, heads: readonly HeadKey[]): Change[] {
  return [...new Set(heads)].flatMap((head): Change[] => {
    const present = show.get("park", parkIdOf(head));
    return present ? [{ op: "remove", record: present }] : [];
  });
}

/** By right of its page: of the heads of the card those, and of them those families, that the page's territory reaches. */
function groupParkChanges(
  show: Show,
  command: Extract<StageCommand, { type: "group-park" }>,
  { personId, values }: { personId: string; values: ArrayLike<number> | null },
): Result<Change[]> {
  const master = show.get("groupMaster", command.groupMasterId);
  if (!master) return fail("record.unknown", { what: "group master" });
  if (master.how !== "parks")
    return fail("value.invalid", { field: "The card", value: master.name, why: "it is a fader and parks nobody" });
  const heads = placedHeads(master.who, show).map(({ key }) => key);
  if (!command.on) return ok(unparkChanges(show, heads));
  // Before the first frame, and while a changed rig is being laid out, nobody knows how they are.
  if (values?.length !== show.rig.parameters.length) return fail("stage.away");
  const reach = reachOfOwner(show.get("page", master.pageId)?.territoryId ?? null, show);
  const isMeant = (attribute: Attribute, head: HeadKey): boolean => reach(head, attributeInfo(attribute).family);
  return parkChanges(show, parkedAsNow(show, { heads, isMeant, values }), personId);
}

function parkChanges(show: Show, values: Readonly<Record<HeadKey, Readonly<Record<string, number>>>>, personId: string): Result<Change[]> {
  const changes: Change[] = [];
  for (const [head, own] of Object.entries(values)) {
    if (!show.rig.headByKey.has(head)) return fail("record.unknown", { what: "head" });
    const id = parkIdOf(head);
    const present = show.get("park", id);
    const all = { ...present?.values, ...own };
    const record: Park = { id, kind: "park", version: 1, head, values: all, personId };
    if (!present) changes.push({ op: "add", record });
    else if (!sameJson(present.values, all)) changes.push(setChange(id, ["values"], { from: present.values, to: all }));
  }
  return ok(changes);
}

function testChanges(show: Show, command: Extract<StageCommand, { type: "test" }>, of: { t: Seconds; personId: string }): Result<Change[]> {
  const id = slotTestIdOf(of.personId);
  const present = show.get("slotTest", id);
  const { universe, slots, seconds } = command;
  if (Object.keys(slots).length === 0) return ok(present ? [{ op: "remove", record: present }] : []);
  if (!show.rig.universes.includes(universe))
    return fail("value.invalid", {
      field: "The universe",
      value: String(universe),
      why: "nothing is patched there, so nothing leaves for it",
    });
  const record: SlotTest = { id, kind: "slotTest", version: 1, personId: of.personId, universe, slots, untilSeconds: of.t + seconds };
  if (!present) return ok([{ op: "add", record }]);
  return ok(
    (["universe", "slots", "untilSeconds"] as const)
      .filter((field) => !sameJson(present[field], record[field]))
      .map((field) => setChange(id, [field], { from: present[field], to: record[field] })),
  );
}

function curtainChanges(
  show: Show,
  command: Extract<StageCommand, { type: `curtain-${string}` }>,
  { t, personId }: { t: Seconds; personId: string },
): Result<Change[]> {
  const id = curtainIdOf(personId);
  const present = show.get("curtain", id);
  if (command.type === "curtain-drop") {
    const heads = command.heads && command.heads.length > 0 ? command.heads : null;
    const record: Curtain = { id, kind: "curtain", version: 1, personId, heads, fellSeconds: t };
    return ok([...(present ? [{ op: "remove" as const, record: present }] : []), { op: "add", record }]);
  }
  if (!present) return fail("record.unknown", { what: "curtain" });
  if (command.type === "curtain-hand") {
    if (present.raise) return fail("value.invalid", { field: "The curtain", value: "moved by hand", why: "it is on its way up" });
    if (command.level >= 1) return ok([{ op: "remove", record: present }]);
    return ok([setChange(id, ["hand"], { from: present.hand, to: clamp(command.level, 0, 1) })]);
  }
  if (command.seconds <= 0) return ok([{ op: "remove", record: present }]);
  return ok([setChange(id, ["raise"], { from: present.raise, to: { startSeconds: t, seconds: command.seconds } })]);
}

function stageState(show: Show, next: Partial<Pick<StageState, "grandMaster" | "blackout" | "sweptSeconds">>): Change[] {
  const present = show.stageState;
  if (!present) return [{ op: "add", record: { ...AT_REST, ...next, id: STAGE_ID, kind: "stageState", version: 1 } }];
  return (Object.keys(next) as (keyof typeof next)[])
    .filter((field) => present[field] !== next[field])
    .map((field) => setChange(STAGE_ID, [field], { from: present[field], to: next[field] }));
}
