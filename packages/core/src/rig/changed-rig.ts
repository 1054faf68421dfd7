import { sameJson } from "../document/record";
import { headKey, patchOf, type Fixture, type Patch } from "./fixture";
import { headPlace } from "./head-place";
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
    if (own.length === 0 || !liesAlike(own[0]!.fixture, fixture)) return null;
    const was = own[0]!.fixture;
    const elsewhere = !sameJson(was.patch, fixture.patch) || !sameJson(was.morePatches, fixture.morePatches);
    for (const before of own) {
      const head: Head = { ...before, fixture, ...headPlace(fixture, before.mode, before.index) };
      heads[before.order] = head;
      if (elsewhere) repatched.push(head);
      for (const owned of [head.parameters, head.services])
        for (const parameter of owned.values())
          if (parameters[parameter]!.head !== head) parameters[parameter] = { ...parameters[parameter]!, head };
    }
  }
  const next = { ...rig, heads, parameters, headByKey: rig.headByKey.of(heads) };
  return repatched.length > 0 ? { ...next, ...repatchedRig(next, repatched) } : next;
}

/** None where it isn't in the rig, as without its profile. */
export function headsOfFixture({ heads, headByKey }: Rig, fixtureId: string): readonly Head[] {
  const first = headByKey.get(headKey(fixtureId, 0, 1)) ?? headByKey.get(headKey(fixtureId, 0, 2));
  return first?.fixture.id === fixtureId ? heads.slice(first.order, first.order + first.mode.heads.length) : [];
}

function liesAlike(a: Fixture, b: Fixture): boolean {
  return a.number === b.number && a.profileId === b.profileId && a.modeId === b.modeId && sameJson(a.precedence, b.precedence);
}

/** Where everything is patched after some heads were patched otherwise. */
function repatchedRig(rig: Rig, heads: readonly Head[]): Pick<Rig, "patches" | "universes"> {
  const patches = { universes: rig.patches.universes.slice(), addresses: rig.patches.addresses.slice() };
  const put = (place: number, patch: Patch | null): void => {
    patches.universes[place] = patch?.universe ?? 0;
    patches.addresses[place] = patch?.address ?? 0;
  };
  for (const { order, fixture, parameters } of heads) {
    put(order, fixture.patch);
    if (fixture.morePatches)
      for (const parameter of parameters.values()) {
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
