import type { Records } from "../document/record";
import type { Cue } from "../cue/cue";
import { playbackStateIdOf, type PlaybackState } from "../playback/playback";
import type { TempoState } from "../tempo/tempo-clock";
import { masterStateIdOf, tempoOf, type MasterState } from "../playback/speed-master";
import type { HeadKey } from "../rig/fixture";
import { groupMasterStateIdOf, restingLevel, type GroupMaster } from "../playback/group-master";
import { STAGE_ID, type StageState } from "../playback/stage-state";
import { timeStateIdOf, type TimeState } from "../playback/time-state";
import type { Picture } from "../motion/picture";
import type { SavedWave } from "../motion/saved-wave";
import { coatPreset } from "../playback/coat-preset";
import type { Vector } from "../geometry/beam";
import type { Target } from "../follow/target";
import type { TargetOff } from "../follow/target-off";
import { targetStateIdOf } from "../follow/target-state";
import type { Preset } from "../preset/preset";
import { placedHead } from "../rig/placed-head";
import { replacedRig } from "../rig/changed-rig";
import { buildRig, type Rig } from "../rig/rig";
import type { PlacedHead } from "../shape/order";
import type { ResolveContext } from "../stroke/row";
import { sketchIdOf, type Sketch } from "../stroke/sketch";
import type { ReachContext } from "../territory/reach";
import type { Loan } from "../territory/loan";
import type { Territory } from "../territory/territory";
import { KINDS, type Kind, type RecordByKind, type ShowRecord } from "./records";

/**
 * A show at one moment: its records and what is looked up in them again and again. Never changed in place;
 * `withRecords` gives the next one and keeps the rig where no fixture and no profile changed.
 */
export class Show implements ResolveContext, ReachContext {
  readonly records: Records<ShowRecord>;
  /** Lists by kind, made when first asked for; shows in which a kind is the same share its list. */
  #byKind: Readonly<Record<Kind, KindList>>;
  /** Cues by list, rising by number; made when first asked for. */
  #cues: ReadonlyMap<string, readonly Cue[]> | null = null;
  #rig: Rig | null = null;

  constructor(records: Records<ShowRecord>, lists: Readonly<Record<Kind, KindList>> = freshLists()) {
    this.records = records;
    this.#byKind = lists;
  }

  /** `changed`: ids of all records that differ, where they are known: lists of other kinds needn't be made anew. */
  withRecords(records: Records<ShowRecord>, changed?: readonly string[]): Show {
    let next: Show;
    if (changed) {
      const kinds = this.#kindsOf(records, changed);
      const lists = { ...this.#byKind };
      for (const kind of kinds) {
        const list = lists[kind]?.list;
        // A kind that there isn't has no list; whoever asks for it is refused by the rules.
        if (list === undefined) continue;
        lists[kind] = { list: list && this.#changedList(kind, list, { records, changed }) };
      }
      next = new Show(records, lists);
      if (!kinds.has("cue")) next.#cues = this.#cues;
      if (!kinds.has("fixture") && !kinds.has("profile")) {
        next.#rig = this.#rig;
        return next;
      }
    } else next = new Show(records);
    if (this.#rig && sameList(this.rigRecords(), next.rigRecords())) next.#rig = this.#rig;
    else if (this.#rig && changed) next.#rig = next.#replaced(this.#rig, changed);
    return next;
  }

  /** The rig where fixtures among what changed are only placed, patched or named otherwise; null where more has changed. */
  #replaced(rig: Rig, changed: readonly string[]): Rig | null {
    const records = [...new Set(changed)].map((id) => this.records.get(id));
    const gone = records.some((record) => record === undefined || record.kind === "profile");
    return gone
      ? null
      : replacedRig(
          rig,
          records.flatMap((record) => (record!.kind === "fixture" ? record : [])),
        );
  }

  /** The kinds of the records that differ, as they were and as they are. */
  #kindsOf(records: Records<ShowRecord>, changed: readonly string[]): ReadonlySet<Kind> {
    const kinds = new Set<Kind>();
    for (const id of changed) {
      const [was, is] = [this.records.get(id), records.get(id)];
      if (was) kinds.add(was.kind);
      if (is) kinds.add(is.kind);
    }
    return kinds;
  }

  /** The records of a kind after a few have changed, in their order. */
  #changedList(
    kind: Kind,
    list: readonly ShowRecord[],
    { records, changed }: { records: Records<ShowRecord>; changed: readonly string[] },
  ): readonly ShowRecord[] {
    const [was, is] = changed.length === 1 ? [this.records.get(changed[0]!), records.get(changed[0]!)] : [];
    // One that is replaced is found by itself: nobody's name has to be read.
    if (was?.kind === kind && is?.kind === kind) return list.with(list.indexOf(was), is);
    const ids = new Set(changed);
    const next: ShowRecord[] = [];
    for (const present of list) {
      const record = ids.has(present.id) ? records.get(present.id) : present;
      if (record) next.push(record);
    }
    for (const id of ids) {
      const added = this.records.has(id) ? undefined : records.get(id);
      if (added?.kind === kind) next.push(added);
    }
    return next;
  }

  /** The record if it exists and is of this kind. */
  get<K extends Kind>(kind: K, id: string | null | undefined): RecordByKind[K] | null {
    const record = id === null || id === undefined ? undefined : this.records.get(id);
    return record?.kind === kind ? (record as RecordByKind[K]) : null;
  }

  /** All records of a kind, in the order in which they came. */
  all<K extends Kind>(kind: K): readonly RecordByKind[K][] {
    const known = this.#byKind[kind];
    known.list ??= [...this.records.values()].filter((record) => record.kind === kind);
    return known.list as readonly RecordByKind[K][];
  }

  get rig(): Rig {
    this.#rig ??= buildRig(this.all("fixture"), new Map(this.all("profile").map((profile) => [profile.id, profile])));
    return this.#rig;
  }

  get territories(): readonly Territory[] {
    return this.all("territory");
  }

  get lent(): readonly Loan[] {
    return this.all("loan").filter(({ state }) => state === "lent");
  }

  groupHeads(groupId: string): readonly HeadKey[] | null {
    return this.get("group", groupId)?.heads ?? null;
  }

  /** A preset, or the colour of a bed's coat in its place. */
  preset(presetId: string): Preset | null {
    const coat = this.get("coat", presetId);
    if (!coat) return this.get("preset", presetId);
    return this.get("board", coat.boardId)?.beds[coat.bedId] ? coatPreset(coat, (id) => this.get("preset", id)) : null;
  }

  savedWave(waveId: string): SavedWave | null {
    return this.get("savedWave", waveId);
  }

  picture(pictureId: string): Picture | null {
    return this.get("picture", pictureId);
  }

  target(targetId: string): Target | null {
    return this.get("target", targetId);
  }

  targetOff(offId: string): TargetOff | null {
    return this.get("targetOff", offId);
  }

  /** Where a target was heard of last, or is taken to be. */
  targetPlace(targetId: string): Vector | null {
    return this.get("targetState", targetStateIdOf(targetId))?.at ?? this.target(targetId)?.home ?? null;
  }

  placed(head: HeadKey): PlacedHead | null {
    const found = this.rig.headByKey.get(head);
    return found ? placedHead(found) : null;
  }

  /** The cues of a list, rising by number. */
  cuesOf(listId: string): readonly Cue[] {
    this.#cues ??= cuesByList(this.all("cue"));
    return this.#cues.get(listId) ?? [];
  }

  sketchOf(personId: string): Sketch | null {
    return this.get("sketch", sketchIdOf(personId));
  }

  playbackState(playbackId: string): PlaybackState | null {
    return this.get("playbackState", playbackStateIdOf(playbackId));
  }

  masterState(masterId: string): MasterState | null {
    return this.get("masterState", masterStateIdOf(masterId));
  }

  /** Null where there is no such speed master. */
  tempo(masterId: string): TempoState | null {
    const master = this.get("master", masterId);
    return master && tempoOf(master, this.masterState(masterId));
  }

  groupMasterLevel(groupMaster: GroupMaster): number {
    return this.get("groupMasterState", groupMasterStateIdOf(groupMaster.id))?.level ?? restingLevel(groupMaster);
  }

  get stageState(): StageState | null {
    return this.get("stageState", STAGE_ID);
  }

  /** Where the sound of a list, or the timecode that comes in, stands. */
  timeState(of: string): TimeState | null {
    return this.get("timeState", timeStateIdOf(of));
  }

  /** Whether everything but the lively kinds is as in the other show. */
  quietAs(other: Show): boolean {
    return QUIET.every((kind) => this.#byKind[kind] === other.#byKind[kind]);
  }

  /** Whether everything but sketches is as in the other show. */
  playedAs(other: Show): boolean {
    return PLAYED.every((kind) => this.#byKind[kind] === other.#byKind[kind]);
  }

  private rigRecords(): readonly ShowRecord[] {
    return [...this.all("profile"), ...this.all("fixture")];
  }
}

function sameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((entry, index) => entry === b[index]);
}

function cuesByList(cues: readonly Cue[]): Map<string, readonly Cue[]> {
  const lists = new Map<string, Cue[]>();
  for (const cue of cues) {
    const list = lists.get(cue.listId);
    if (list) list.push(cue);
    else lists.set(cue.listId, [cue]);
  }
  for (const list of lists.values()) list.sort((a, b) => a.number - b.number);
  return lists;
}

/** Kinds that hands, clocks and people on stage move many times a second; all others change when somebody has decided something. */
const LIVELY: ReadonlySet<Kind> = new Set<Kind>([
  "sketch",
  "playbackState",
  "masterState",
  "groupMasterState",
  "stageState",
  "pace",
  "targetState",
  "coat",
  "runningMacro",
  "timeState",
]);
const QUIET = (Object.keys(KINDS) as Kind[]).filter((kind) => !LIVELY.has(kind));
const PLAYED = (Object.keys(KINDS) as Kind[]).filter((kind) => kind !== "sketch");

/** The records of a kind in the order in which they came; null until somebody asks. */
interface KindList {
  list: readonly ShowRecord[] | null;
}

function freshLists(): Record<Kind, KindList> {
  const lists = {} as Record<Kind, KindList>;
  for (const kind of Object.keys(KINDS) as Kind[]) lists[kind] = { list: null };
  return lists;
}
