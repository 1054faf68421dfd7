import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import { addressText } from "../rig/address-text";
import { patchesOf, type Fixture } from "../rig/fixture";
import type { PlanLamp, PlanThing } from "../rig/plan-lamp";
import { modeOf, type Mode, type Profile } from "../rig/profile";
import type { Show } from "../show/show";
import { nextFreeNumber } from "./add-lamps";
import { layerOfPlan, placeText, sceneryDifferences, thingChanges, turnBetween } from "./take-in-scenery";

/** In which a plan may differ from the show, in the order in which it is listed. */
export const PLAN_KINDS = [
  "new",
  "gone",
  "moved",
  "turned",
  "re-addressed",
  "other mode",
  "renamed",
  "renumbered",
  "other layer",
  "scenery",
] as const;
export type PlanKind = (typeof PLAN_KINDS)[number];

/** One thing in which a plan differs from the show, to be taken or left by itself. */
export interface PlanDifference {
  readonly key: string;
  readonly kind: PlanKind;
  /** Number and name of the lamp. */
  readonly lamp: string;
  /** What it was and what it would be. */
  readonly words: string;
  /** Why it can't be taken; null = it can. */
  readonly barred: string | null;
  readonly fixtureId: string | null;
  readonly planLamp: PlanLamp | null;
  readonly thing?: PlanThing;
}

/** A plan and the profiles that come with it, by the name of their file. */
export interface Plan {
  readonly lamps: readonly PlanLamp[];
  readonly profiles: ReadonlyMap<string, Profile>;
  readonly things?: readonly PlanThing[];
  /** It speaks of its own lamps alone, as a table does: none is gone because it isn't in it. */
  readonly part?: true;
}

const MILLIMETRE = 0.0015;
const HUNDREDTH = 0.015;

/** In what a plan differs from the show. Lamps are known by the plan's own id, those that never came from one by their number. */
export function comparePlan(show: Show, plan: Plan): PlanDifference[] {
  const fixtures = show.all("fixture");
  const byPlan = new Map(fixtures.flatMap((fixture) => (fixture.planId === undefined ? [] : [[fixture.planId, fixture] as const])));
  const byNumber = new Map(fixtures.flatMap((fixture) => (fixture.planId === undefined ? [[fixture.number, fixture] as const] : [])));
  const seen = new Set<string>();
  const found: PlanDifference[] = [];
  for (const [index, lamp] of plan.lamps.entries()) {
    const fixture = byPlan.get(lamp.uuid) ?? (lamp.number === null ? undefined : byNumber.get(lamp.number));
    if (fixture && !seen.has(fixture.id)) {
      seen.add(fixture.id);
      found.push(...differencesOf(show, fixture, { lamp, plan }));
    } else found.push({ ...newLamp(show, lamp, plan), key: `new ${index}` });
  }
  for (const fixture of fixtures)
    if (!plan.part && fixture.planId !== undefined && !seen.has(fixture.id))
      found.push({ ...of(fixture, null), kind: "gone", words: "the plan doesn't have it any more", key: `gone ${fixture.id}` });
  found.push(...sceneryDifferences(show, plan.things ?? []));
  return found.sort((a, b) => PLAN_KINDS.indexOf(a.kind) - PLAN_KINDS.indexOf(b.kind));
}

const of = (fixture: Fixture, planLamp: PlanLamp | null): Pick<PlanDifference, "lamp" | "barred" | "fixtureId" | "planLamp"> => ({
  lamp: `${fixture.number} ${fixture.name}`,
  barred: null,
  fixtureId: fixture.id,
  planLamp,
});

function newLamp(show: Show, lamp: PlanLamp, plan: Plan): Omit<PlanDifference, "key"> {
  const { profile, mode } = planModeOf(show, lamp, plan);
  const barred = !profile
    ? `${lamp.spec} isn't in the file, and no lamp here is of it`
    : !mode
      ? `${profile.model} has no mode ${lamp.mode}`
      : null;
  const where = lamp.patches.map((patch) => addressText(patch)).join(" + ") || "unpatched";
  return {
    kind: "new",
    lamp: `${lamp.number ?? ""} ${lamp.name}`.trim(),
    words: `${profile?.model ?? lamp.spec}, ${where}, ${placeText(lamp.position)}`,
    barred,
    fixtureId: null,
    planLamp: lamp,
  };
}

/**
 * The profile that a lamp of the plan is of: the file's own where the show has it, else the show's of the same maker and model with that mode,
 * else the file's.
 */
function planModeOf(show: Show, { spec, mode: name }: PlanLamp, { profiles }: Plan): { profile: Profile | null; mode: Mode | null } {
  const own = profiles.get(spec) ?? null;
  const titles = [own ? `${own.maker}@${own.model}` : spec.replace(/\.gdtf$/i, "")].map((title) => title.toLowerCase());
  const alike = show
    .all("profile")
    .filter(({ maker, model }) =>
      titles.some((title) => title === `${maker}@${model}`.toLowerCase() || title.startsWith(`${maker}@${model}@`.toLowerCase())),
    );
  const modeIn = (profile: Profile): Mode | undefined => profile.modes.find((each) => each.name === name);
  const profile = show.get("profile", own?.id) ?? alike.find((each) => modeIn(each)) ?? own ?? alike[0] ?? null;
  if (!profile) return { profile, mode: null };
  return { profile, mode: modeIn(profile) ?? (profile.modes.length === 1 ? profile.modes[0]! : null) };
}

function differencesOf(show: Show, fixture: Fixture, { lamp, plan }: { lamp: PlanLamp; plan: Plan }): PlanDifference[] {
  const found: PlanDifference[] = [];
  const add = (kind: PlanKind, words: string, barred: string | null = null): void => {
    found.push({ ...of(fixture, lamp), kind, words, barred, key: `${kind} ${fixture.id}` });
  };
  const { position, rotation } = fixture;
  const off = Math.hypot(position.x - lamp.position.x, position.y - lamp.position.y, position.z - lamp.position.z);
  if (off > MILLIMETRE) add("moved", `${placeText(position)} to ${placeText(lamp.position)}`);
  if ((["x", "y", "z"] as const).some((axis) => turnBetween(rotation[axis], lamp.rotation[axis]) > HUNDREDTH))
    add("turned", `${turnText(rotation)} to ${turnText(lamp.rotation)}`);
  const was = patchesOf(fixture);
  const is = was.map((_, at) => lamp.patches[at] ?? null);
  if (!sameJson(was, is)) add("re-addressed", `${was.map(addressText).join(" + ")} to ${is.map(addressText).join(" + ")}`);
  const { profile, mode } = planModeOf(show, lamp, plan);
  if (profile && mode && (profile.id !== fixture.profileId || mode.id !== fixture.modeId)) {
    const before = show.get("profile", fixture.profileId);
    add("other mode", `${before?.model ?? "?"}, ${modeOf(before, fixture)?.name ?? "?"} to ${profile.model}, ${mode.name}`);
  }
  if (lamp.name !== "" && lamp.name !== fixture.name) add("renamed", `${fixture.name} to ${lamp.name}`);
  if (lamp.layer !== "" && layerOfPlan(lamp) !== fixture.layer)
    add("other layer", `${fixture.layer ?? "none"} to ${layerOfPlan(lamp) ?? "none"}`);
  if (lamp.number !== null && lamp.number !== fixture.number) {
    const owner = show.all("fixture").find((other) => other.number === lamp.number && other.id !== fixture.id);
    add("renumbered", `${fixture.number} to ${lamp.number}`, owner ? `${owner.name} has ${lamp.number}` : null);
  }
  return found;
}

const turnText = ({ x, y, z }: { x: number; y: number; z: number }): string => `${x.toFixed(1)}, ${y.toFixed(1)}, ${z.toFixed(1)}°`;

/** The changes that take some of the differences: profiles that are new here come first, with all that is of them. */
export function planChanges(show: Show, plan: Plan, of: { take: readonly PlanDifference[]; newId: () => string }): Change[] {
  const taken = of.take.filter(({ barred }) => barred === null);
  const profiles = new Map<string, Profile>();
  const changes: Change[] = [];
  const fixtures = new Map<string, Fixture>();
  const numbers = new Set(show.all("fixture").map(({ number }) => number));
  let spare = nextFreeNumber(show);
  const numberFor = (wanted: number | null): number => {
    let number = wanted !== null && !numbers.has(wanted) ? wanted : spare;
    while (numbers.has(number)) number++;
    numbers.add(number);
    spare = Math.max(spare, number + 1);
    return number;
  };
  for (const { thing } of taken) if (thing) changes.push(...thingChanges(show, thing, of.newId));
  for (const { kind, fixtureId, planLamp } of taken) {
    const before = show.get("fixture", fixtureId);
    if (kind === "gone" && before) changes.push({ op: "remove", record: before });
    if (!planLamp) continue;
    const { profile, mode } = planModeOf(show, planLamp, plan);
    if ((kind === "new" || kind === "other mode") && profile && mode) {
      if (!show.get("profile", profile.id)) profiles.set(profile.id, profile);
      if (kind === "new")
        changes.push({ op: "add", record: freshLamp(planLamp, { profile, mode, id: of.newId(), number: numberFor(planLamp.number) }) });
    }
    if (before) fixtures.set(before.id, withTaken(fixtures.get(before.id) ?? before, { kind, lamp: planLamp, profile, mode }));
  }
  for (const [id, after] of fixtures) {
    const before = show.get("fixture", id)!;
    for (const field of [
      "number",
      "name",
      "profileId",
      "modeId",
      "patch",
      "morePatches",
      "position",
      "rotation",
      "layer",
      "planId",
    ] as const)
      if (!sameJson(before[field], after[field])) changes.push(setChange(id, [field], { from: before[field], to: after[field] }));
  }
  return [...[...profiles.values()].map((record): Change => ({ op: "add", record })), ...changes];
}

function freshLamp(lamp: PlanLamp, of: { profile: Profile; mode: Mode; id: string; number: number }): Fixture {
  const { profile, mode, id, number } = of;
  const more = (mode.moreFootprints ?? []).map((_, at) => lamp.patches[at + 1] ?? null);
  const layer = layerOfPlan(lamp);
  return {
    id,
    kind: "fixture",
    version: 1,
    number,
    name: lamp.name || `${profile.model} ${number}`.slice(0, 80),
    profileId: profile.id,
    modeId: mode.id,
    patch: lamp.patches[0] ?? null,
    ...(more.length > 0 ? { morePatches: more } : {}),
    position: lamp.position,
    rotation: lamp.rotation,
    ...(layer === undefined ? {} : { layer }),
    ...(lamp.uuid === "" ? {} : { planId: lamp.uuid }),
  };
}

function withTaken(fixture: Fixture, of: { kind: PlanKind; lamp: PlanLamp; profile: Profile | null; mode: Mode | null }): Fixture {
  const { kind, lamp, profile, mode } = of;
  const known = lamp.uuid === "" ? fixture : { ...fixture, planId: lamp.uuid };
  switch (kind) {
    case "moved":
      return { ...known, position: lamp.position };
    case "turned":
      return { ...known, rotation: lamp.rotation };
    case "re-addressed": {
      const more = (fixture.morePatches ?? []).map((_, at) => lamp.patches[at + 1] ?? null);
      return { ...known, patch: lamp.patches[0] ?? null, ...(more.length > 0 ? { morePatches: more } : {}) };
    }
    case "other mode":
      return profile && mode ? { ...known, profileId: profile.id, modeId: mode.id } : known;
    case "renamed":
      return { ...known, name: lamp.name };
    case "other layer": {
      const { layer: _, ...rest } = known;
      const layer = layerOfPlan(lamp);
      return layer === undefined ? rest : { ...rest, layer };
    }
    case "renumbered":
      return { ...known, number: lamp.number ?? fixture.number };
    case "new":
    case "scenery":
    case "gone":
      return known;
  }
}
