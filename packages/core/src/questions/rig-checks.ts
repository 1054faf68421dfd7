import { modeOf } from "../rig/profile";
import { attributeInfo, compareAttributes } from "../rig/attributes";
import { addressText } from "../rig/address-text";
import { patchOf, type Fixture } from "../rig/fixture";
import { patchConflicts } from "../rig/patch-conflicts";
import type { Head } from "../rig/rig";
import type { Show } from "../show/show";
import { aimHead, axesOf } from "../stroke/aim-head";

/** What can be wrong or doubtful with a rig, in the order in which it is listed. */
export const CHECK_KINDS = ["overlap", "past the end", "unpatched", "same place", "no colour", "out of reach", "nobody's"] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

export interface RigCheck {
  readonly kind: CheckKind;
  readonly words: string;
  /** The lamps that it is about. */
  readonly fixtureIds: readonly string[];
}

/** What people look at most: the middle of the stage at a person's height. */
const MIDDLE_HEIGHT = 1.6;
/** Lamps nearer to each other than this hang in one place. */
const SAME_METRES = 0.02;

/** All that is wrong or doubtful, each with the lamps that it is about; an empty list is a sound rig. */
export function rigChecks(show: Show): RigCheck[] {
  const fixtures = show.all("fixture");
  const profiles = new Map(show.all("profile").map((profile) => [profile.id, profile]));
  const named = ({ number, name }: Fixture): string => `${number} ${name}`;
  const found: RigCheck[] = patchConflicts(fixtures, profiles).map(({ first, second, universe, address }) =>
    second
      ? {
          kind: "overlap",
          words: `${named(first)} and ${named(second)} share slots from ${addressText({ universe, address })} on`,
          fixtureIds: [first.id, second.id],
        }
      : { kind: "past the end", words: `${named(first)} runs past the end of universe ${universe}`, fixtureIds: [first.id] },
  );
  for (const fixture of fixtures) {
    const mode = modeOf(profiles.get(fixture.profileId), fixture);
    const breaks = [1, ...(mode?.moreFootprints ?? []).map((_, at) => at + 2)].map((number) => patchOf(fixture, number));
    if (breaks.every((patch) => patch === null))
      found.push({ kind: "unpatched", words: `${named(fixture)} is patched nowhere`, fixtureIds: [fixture.id] });
    else if (breaks.includes(null))
      found.push({
        kind: "unpatched",
        words: `${named(fixture)} lacks an address for place ${breaks.indexOf(null) + 1}`,
        fixtureIds: [fixture.id],
      });
  }
  found.push(...samePlaces(fixtures, named), ...colourless(show, named), ...outOfReach(show, named), ...nobodys(show, named));
  return found.sort((a, b) => CHECK_KINDS.indexOf(a.kind) - CHECK_KINDS.indexOf(b.kind));
}

type Named = (fixture: Fixture) => string;

function samePlaces(fixtures: readonly Fixture[], named: Named): RigCheck[] {
  const cells = new Map<string, Fixture[]>();
  const cellOf = (value: number): number => Math.round(value / SAME_METRES);
  for (const fixture of fixtures) {
    const { x, y, z } = fixture.position;
    const key = `${cellOf(x)} ${cellOf(y)} ${cellOf(z)}`;
    cells.set(key, [...(cells.get(key) ?? []), fixture]);
  }
  return [...cells.values()]
    .filter((own) => own.length > 1)
    .map((own) => ({
      kind: "same place",
      words: `${own.slice(0, 3).map(named).join(" and ")}${own.length > 3 ? ` and ${own.length - 3} more` : ""} hang in one place`,
      fixtureIds: own.map(({ id }) => id),
    }));
}

/** Emitters without a colour take no part in mixing: one line for a profile. */
function colourless(show: Show, named: Named): RigCheck[] {
  const missing = new Map<string, { model: string; attributes: Set<string>; fixtures: Map<string, Fixture> }>();
  for (const { profile, fixture, parameters } of show.rig.heads) {
    const own = [...parameters.keys()].filter(
      (name) => attributeInfo(name).mixing === "adds" && !profile.emitters[name] && name !== "ColorAdd_UV",
    );
    if (own.length === 0) continue;
    const entry = missing.get(profile.id) ?? { model: profile.model, attributes: new Set<string>(), fixtures: new Map<string, Fixture>() };
    own.sort(compareAttributes).forEach((name) => entry.attributes.add(attributeInfo(name).label.toLowerCase()));
    entry.fixtures.set(fixture.id, fixture);
    missing.set(profile.id, entry);
  }
  return [...missing.values()].map(({ model, attributes, fixtures }) => ({
    kind: "no colour",
    words: `${model} (${[...fixtures.values()].slice(0, 2).map(named).join(", ")}${fixtures.size > 2 ? "…" : ""}) doesn't say the colour of its ${[...attributes].join(", ")}`,
    fixtureIds: [...fixtures.keys()],
  }));
}

function outOfReach({ rig }: Show, named: Named): RigCheck[] {
  const movers = rig.heads.flatMap((head) => {
    const axes = axesOf(head, rig);
    return axes ? [{ head, axes }] : [];
  });
  if (movers.length === 0) return [];
  const middle = (of: (head: Head) => number): number => {
    const all = rig.heads.map(of).sort((a, b) => a - b);
    return (all[0]! + all.at(-1)!) / 2;
  };
  const point = { x: middle(({ position }) => position.x), y: middle(({ position }) => position.y), z: MIDDLE_HEIGHT };
  return movers
    .filter(({ head, axes }) => !aimHead(head, axes, { point }).reached)
    .map(({ head }) => ({
      kind: "out of reach",
      words: `${named(head.fixture)} can't look at the middle of the stage`,
      fixtureIds: [head.fixture.id],
    }));
}

/** A lamp that no group has is easily forgotten. */
function nobodys(show: Show, named: Named): RigCheck[] {
  const grouped = new Set(show.all("group").flatMap(({ heads }) => heads));
  const loose = new Map(show.rig.heads.map(({ fixture }) => [fixture.id, fixture]));
  for (const { key, fixture } of show.rig.heads) if (grouped.has(key)) loose.delete(fixture.id);
  if (loose.size === 0 || loose.size === show.all("fixture").length) return [];
  const own = [...loose.values()];
  return [
    {
      kind: "nobody's",
      words: `${own.slice(0, 3).map(named).join(", ")}${own.length > 3 ? ` and ${own.length - 3} more` : ""}: in no group`,
      fixtureIds: own.map(({ id }) => id),
    },
  ];
}
