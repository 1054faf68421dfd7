import { sameJson } from "../document/record";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import type { Fixture, HeadKey } from "../rig/fixture";
import { modeOf } from "../rig/profile";
import type { Show } from "../show/show";
import { mappedHeads } from "./mapped-heads";
import { setLamps } from "./set-lamps";
import { headsBecome } from "./swap-profile";

/** What belongs to the lamp that hangs there; number, name and all that is programmed stay with the one that people call. */
const BODY = [
  "profileId",
  "modeId",
  "patch",
  "morePatches",
  "position",
  "rotation",
  "cellStep",
  "headStep",
  "planId",
  "precedence",
  "curveId",
  "panTilt",
  "twin",
  "outOfService",
  "layer",
  "note",
] as const satisfies readonly (keyof Fixture)[];

/**
 * The changes by which two lamps exchange their bodies: what is programmed for the one plays where the other hangs, at its address, and the
 * other way round. Errors: record.unknown, value.invalid.
 */
export function exchangedBodies(show: Show, firstId: string, secondId: string): Result<Change[]> {
  const [first, second] = [show.get("fixture", firstId), show.get("fixture", secondId)];
  if (!first || !second) return fail("record.unknown", { what: "lamp" });
  if (firstId === secondId) return fail("value.invalid", { field: "The other lamp", value: first.name, why: "it must be another one" });
  const changes = BODY.flatMap((field) =>
    sameJson(first[field], second[field])
      ? []
      : [
          setChange(first.id, [field], { from: first[field], to: second[field] }),
          setChange(second.id, [field], { from: second[field], to: first[field] }),
        ],
  );
  const modes = [first, second].map((lamp) => modeOf(show.get("profile", lamp.profileId), lamp));
  const become = new Map<HeadKey, readonly HeadKey[]>();
  if (modes[0] && modes[1] && modes[0] !== modes[1])
    for (const [lamp, before, after] of [
      [first, modes[0], modes[1]],
      [second, modes[1], modes[0]],
    ] as const)
      for (const [key, keys] of headsBecome(lamp.id, before, after)) become.set(key, keys);
  return ok([...changes, ...mappedHeads(show, become)]);
}

/** Spares that are free, those of the lamp's own kind and nearest to it first. */
export function sparesFor(show: Show, lamp: Fixture): Fixture[] {
  const away = ({ position }: Fixture): number =>
    Math.hypot(position.x - lamp.position.x, position.y - lamp.position.y, position.z - lamp.position.z);
  const other = ({ profileId, modeId }: Fixture): number => Number(profileId !== lamp.profileId) * 2 + Number(modeId !== lamp.modeId);
  return show
    .all("fixture")
    .filter(({ spare, standsInFor, outOfService, id }) => spare && standsInFor === undefined && !outOfService && id !== lamp.id)
    .toSorted((a, b) => other(a) - other(b) || away(a) - away(b));
}

/** The spare that stands in for a lamp. */
export function standInOf(show: Show, lampId: string): Fixture | null {
  return show.all("fixture").find(({ standsInFor }) => standsInFor === lampId) ?? null;
}

/** The changes by which a spare takes a lamp's part: the lamp plays on the spare's body. */
export function standIn(show: Show, lampId: string, spareId: string): Result<Change[]> {
  const spare = show.get("fixture", spareId);
  if (spare?.standsInFor !== undefined)
    return fail("value.invalid", { field: "The spare", value: spare.name, why: "it stands in for another lamp already" });
  const exchanged = exchangedBodies(show, lampId, spareId);
  return exchanged.ok ? ok([...exchanged.value, ...setLamps([spare!], "standsInFor", () => lampId)]) : exchanged;
}

/** The changes by which a lamp gets its own body back, in whatever state that is. */
export function standBack(show: Show, lampId: string): Result<Change[]> {
  const spare = standInOf(show, lampId);
  if (!spare) return fail("record.unknown", { what: "spare" });
  const exchanged = exchangedBodies(show, lampId, spare.id);
  return exchanged.ok ? ok([...exchanged.value, ...setLamps([spare], "standsInFor", () => undefined)]) : exchanged;
}
