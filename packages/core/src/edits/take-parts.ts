import { fieldChanges } from "../document/field-changes";
import { renamed } from "../document/renamed";
import type { Change } from "../document/transaction";
import type { Fixture } from "../rig/fixture";
import { belongingTo, namedIn } from "../show/needs";
import { recordName } from "../show/record-name";
import { KINDS, type Kind, type ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { matchedHeads } from "./matched-lamps";
import { freeName } from "./new-records";

/** Kinds that are offered to be taken from another show; what belongs to them and what they need comes along. */
export const PART_KINDS = [
  "cueList",
  "page",
  "preset",
  "group",
  "savedWave",
  "picture",
  "savedShape",
  "macro",
  "song",
  "master",
  "curve",
  "profile",
] as const satisfies Kind[];

/** What is to be taken from another show. */
export interface PartsWanted {
  readonly ids: readonly string[];
  /** What becomes of a record that is here already as what it is there: it is written over, or the other comes beside it. */
  readonly sameOnes: "replace" | "beside";
  /** Lamps here by the other show's; null = nobody takes their part. Lamps that aren't named are nobody's. */
  readonly lamps: ReadonlyMap<string, string | null>;
  readonly newId: () => string;
}

export interface PartsTaken {
  readonly changes: readonly Change[];
  /** Kinds and names, for the one who takes them. */
  readonly added: readonly string[];
  readonly replaced: readonly string[];
  /** Needed, and used as they are here. */
  readonly yours: readonly string[];
  /** Records of the other show whose files (sounds, pictures) belong to what was added. */
  readonly withFiles: readonly string[];
}

/** The other show's lamps of which the wanted parts say something, in the order of their numbers. */
export function lampsOfParts(from: Show, ids: readonly string[]): Fixture[] {
  const { whole } = gathered(from, ids, () => false);
  const texts = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value === "string") texts.add(value);
    else if (Array.isArray(value)) value.forEach(walk);
    else if (typeof value === "object" && value !== null)
      for (const [key, inner] of Object.entries(value)) {
        texts.add(key);
        walk(inner);
      }
  };
  for (const record of whole.values()) if (record.kind !== "profile") walk(record);
  const named = new Set(from.rig.heads.flatMap(({ key, fixture }) => (texts.has(key) ? [fixture.id] : [])));
  return from
    .all("fixture")
    .filter(({ id }) => named.has(id))
    .sort((a, b) => a.number - b.number);
}

/** The wanted records with what belongs to them, and what else they need unless it is known here. */
function gathered(
  from: Show,
  ids: readonly string[],
  known: (need: ShowRecord) => boolean,
): { whole: Map<string, ShowRecord>; roots: Set<string> } {
  const whole = new Map<string, ShowRecord>();
  const take = (record: ShowRecord): void => {
    if (whole.has(record.id)) return;
    whole.set(record.id, record);
    for (const own of belongingTo(record, from)) take(own);
  };
  for (const id of ids) {
    const record = from.records.get(id);
    if (record && (PART_KINDS as readonly string[]).includes(record.kind)) take(record);
  }
  const roots = new Set(whole.keys());
  // A map walks what is put into it meanwhile, too.
  for (const record of whole.values()) for (const need of namedIn(record, from)) if (need.kind !== "territory" && !known(need)) take(need);
  return { whole, roots };
}

/**
 * The changes that take parts of another show. Lamps go by the table of matches; presets, groups and whatever else is only needed are used as
 * they are here where they have the same id or name. Territories and people aren't taken: what comes is common.
 */
export function takeParts(show: Show, from: Show, wanted: PartsWanted): PartsTaken {
  const become = new Map<string, readonly string[]>(matchedHeads(show, from, wanted.lamps));
  for (const [id, here] of profilesHere(show, from, wanted.lamps)) become.set(id, [here]);
  const yours = new Map<string, ShowRecord>();
  const { whole, roots } = gathered(from, wanted.ids, (need) => {
    const here = sameHere(need, show, from);
    if (!here) return false;
    yours.set(need.id, here);
    become.set(need.id, [here.id]);
    return true;
  });
  for (const id of whole.keys()) yours.delete(id);
  const replaces = (record: ShowRecord): boolean =>
    wanted.sameOnes === "replace" && roots.has(record.id) && show.records.get(record.id)?.kind === record.kind;
  for (const record of whole.values())
    if (show.records.has(record.id) && !replaces(record)) become.set(record.id, [`${prefixOf(record.id)}-${wanted.newId()}`.slice(0, 64)]);
    else become.delete(record.id);
  const changes: Change[] = [];
  const [added, replaced]: [string[], string[]] = [[], []];
  const after = [...whole.values()].map((record) => ({ record, taken: asHere(record, { show, become, whole, roots: replaces(record) }) }));
  for (const { record, taken } of after) {
    const now = replaces(record) ? show.records.get(record.id) : undefined;
    if (!now) changes.push({ op: "add", record: taken });
    else changes.push(...fieldChanges(now, taken));
    if (roots.has(record.id) && (PART_KINDS as readonly string[]).includes(record.kind))
      (now ? replaced : added).push(`${KINDS[record.kind].label} ${recordName(record, from)}`);
    else if (!belongs(record)) added.push(`${KINDS[record.kind].label} ${recordName(record, from)}`);
    // Cues and cards that the other show hasn't got go from what is replaced.
    if (now) for (const own of belongingTo(now, show)) if (!whole.has(own.id)) changes.unshift({ op: "remove", record: own });
  }
  const withFiles = after.flatMap(({ record, taken }) =>
    (record.kind === "sound" || record.kind === "profile") && taken.id === record.id ? [record.id] : [],
  );
  return {
    changes,
    added,
    replaced,
    yours: [...yours.values()].map((record) => `${KINDS[record.kind].label} ${recordName(record, show)}`),
    withFiles,
  };
}

const BELONGING: ReadonlySet<Kind> = new Set<Kind>(["cue", "playback", "groupMaster", "board", "macroCard"]);
const belongs = ({ kind }: ShowRecord): boolean => BELONGING.has(kind);
const prefixOf = (id: string): string => /^[a-z]+/i.exec(id)?.[0].slice(0, 20) ?? "part";

/** What is here as what a need is there: by identity, else by its name. */
function sameHere(need: ShowRecord, show: Show, from: Show): ShowRecord | null {
  const here = show.records.get(need.id);
  if (here?.kind === need.kind) return here;
  if (belongs(need)) return null;
  const name = recordName(need, from).toLowerCase();
  return show.all(need.kind).find((record) => recordName(record, show).toLowerCase() === name) ?? null;
}

/** The other show's profiles as they are here: the same one, of the same maker and model, or those of the lamps that were matched. */
function profilesHere(show: Show, from: Show, lamps: ReadonlyMap<string, string | null>): Map<string, string> {
  const found = new Map<string, string>();
  for (const profile of from.all("profile")) {
    const here =
      show.get("profile", profile.id) ?? show.all("profile").find(({ maker, model }) => maker === profile.maker && model === profile.model);
    if (here) found.set(profile.id, here.id);
  }
  for (const [id, toId] of lamps) {
    const [lamp, to] = [from.get("fixture", id), show.get("fixture", toId)];
    if (lamp && to && !found.has(lamp.profileId)) found.set(lamp.profileId, to.profileId);
  }
  return found;
}

function asHere(
  record: ShowRecord,
  of: { show: Show; become: ReadonlyMap<string, readonly string[]>; whole: ReadonlyMap<string, ShowRecord>; roots: boolean },
): ShowRecord {
  const { show, become } = of;
  const mine = show.records.get(record.id);
  const copy = renamed(withoutPast(record), become) as ShowRecord;
  const taken: Record<string, unknown> = {
    ...copy,
    id: become.get(record.id)?.[0] ?? record.id,
    version: of.roots && mine ? mine.version : 1,
  };
  if ("territoryId" in record) {
    // What is replaced stays whose it is.
    if (of.roots && mine && "territoryId" in mine) taken["territoryId"] = mine.territoryId;
    else if (record.kind === "master") delete taken["territoryId"];
    else taken["territoryId"] = null;
  }
  if (record.kind === "page") delete taken["personId"];
  if (
    record.kind === "playback" &&
    record.goToCueId !== undefined &&
    !of.whole.has(record.goToCueId) &&
    !show.get("cue", taken["goToCueId"] as string)
  )
    delete taken["goToCueId"];
  if (!(of.roots && mine) && "name" in record && typeof record.name === "string" && !belongs(record))
    taken["name"] = freeName(record.name, show.all(record.kind) as readonly { name: string | null }[]);
  return taken as unknown as ShowRecord;
}

/** Without where it was taken up from: those cues are another show's. */
function withoutPast(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutPast);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).flatMap(([key, inner]) => (key === "takenFrom" ? [] : [[key, withoutPast(inner)]])));
}
