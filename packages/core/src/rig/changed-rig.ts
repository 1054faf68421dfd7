import { sameJson } from "../document/record";
import { headKey, patchOf, type Fixture, type Patch } from "./fixture";
import { universesIn, type Head, type Parameter, type Rig } from "./rig";

/**
 * The rig after fixtures were only placed, patched or named otherwise: its parameters lie as they lay, and whoever reads by their indices
 * goes on. Null where more than that has changed.
 */
export function replacedRig(rig: Rig, fixtures: readonly Fixture[]): Rig | null {
  const heads = rig.heads.slice();
  const parameters = rig.parameters.slice();
  const repatched: Head[] = [];
  for (const fixture of fixtures) {
    const own = headsOfFixture(rig, fixture.id);
    const [first] = own;
    if (!first || !liesAlike(first.fixture, fixture)) return null;
    for (const before of own) heads[before.order] = before.in(fixture);
    for (const parameter of parametersOfLamp(rig, first)) {
      const before = parameters[parameter]!;
      parameters[parameter] = before.of(heads[before.head.order]!);
    }
    const was = first.fixture;
    if (!sameJson(was.patch, fixture.patch) || !sameJson(was.morePatches, fixture.morePatches)) repatched.push(heads[first.order]!);
  }
  const next = { ...rig, heads, parameters, headByKey: rig.headByKey.of(heads) };
  return repatched.length > 0 ? { ...next, ...repatchedRig(next, repatched) } : next;
}

/** All parameters of the lamp with this first head, also those that nothing asks for by attribute. */
function parametersOfLamp({ layout: { byLamp, begins } }: Rig, { order, mode }: Head): Int32Array {
  return byLamp.subarray(begins[order], begins[order + mode.heads.length]);
}

/** None where it isn't in the rig, as without its profile. */
export function headsOfFixture({ heads, headByKey }: Rig, fixtureId: string): readonly Head[] {
  const first = headByKey.get(headKey(fixtureId, 0, 1)) ?? headByKey.get(headKey(fixtureId, 0, 2));
  return first?.fixture.id === fixtureId ? heads.slice(first.order, first.order + first.mode.heads.length) : [];
}

function liesAlike(a: Fixture, b: Fixture): boolean {
  return a.number === b.number && a.profileId === b.profileId && a.modeId === b.modeId && sameJson(a.precedence, b.precedence);
}

/** Where everything is patched after some lamps were patched otherwise: each is told by its first head. */
function repatchedRig(rig: Rig, lamps: readonly Head[]): Pick<Rig, "patches" | "universes"> {
  const patches = { universes: rig.patches.universes.slice(), addresses: rig.patches.addresses.slice() };
  const put = (place: number, patch: Patch | null): void => {
    patches.universes[place] = patch?.universe ?? 0;
    patches.addresses[place] = patch?.address ?? 0;
  };
  for (const first of lamps) {
    const { fixture, mode, order } = first;
    for (let head = order; head < order + mode.heads.length; head++) put(head, fixture.patch);
    for (const parameter of parametersOfLamp(rig, first)) {
      const { channel, place } = rig.parameters[parameter]!;
      if (channel.break !== undefined && channel.break > 1) put(place, patchOf(fixture, channel.break));
    }
  }
  const universes = universesIn(patches);
  const same = universes.length === rig.universes.length && universes.every((universe, at) => universe === rig.universes[at]);
  return { patches, universes: same ? rig.universes : universes };
}

/** For each parameter of one rig where it is in another, or -1 where it is gone; null = all lie as they lay. */
export function parametersMoved(before: Rig, after: Rig): Int32Array | null {
  if (before.layout === after.layout) return null;
  const place = ({ head, channel: { attribute } }: Parameter): number => {
    const now = after.headByKey.get(head.key);
    return now?.parameters.get(attribute) ?? now?.services.get(attribute) ?? -1;
  };
  return Int32Array.from(before.parameters, place);
}
