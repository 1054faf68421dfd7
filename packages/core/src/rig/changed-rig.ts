import { sameJson } from "../document/record";
import type { Fixture } from "./fixture";
import { headPosition, type Head, type Parameter, type Rig } from "./rig";

/**
 * The rig after fixtures were only placed, patched or named otherwise: its parameters lie as they lay, and whoever reads by their indices
 * goes on. Null where more than that has changed.
 */
export function replacedRig(rig: Rig, fixtures: readonly Fixture[]): Rig | null {
  const changed = new Map(fixtures.map((fixture) => [fixture.id, fixture]));
  const heads = rig.heads.slice();
  const parameters = rig.parameters.slice();
  const headByKey = new Map(rig.headByKey);
  const found = new Set<string>();
  let repatched = false;
  for (let at = 0; at < heads.length; at++) {
    const before = heads[at]!;
    const fixture = changed.get(before.fixture.id);
    if (!fixture) continue;
    if (!liesAlike(before.fixture, fixture)) return null;
    found.add(fixture.id);
    repatched ||= !sameJson(before.fixture.patch, fixture.patch);
    const head: Head = { ...before, fixture, position: headPosition(fixture, { index: before.index, count: before.mode.heads.length }) };
    heads[at] = head;
    headByKey.set(head.key, head);
    for (const parameter of head.parameters.values()) parameters[parameter] = { ...parameters[parameter]!, head };
  }
  if (found.size < changed.size) return null;
  return { ...rig, heads, parameters, headByKey, universes: repatched ? universesOf(heads, rig.universes) : rig.universes };
}

function liesAlike(a: Fixture, b: Fixture): boolean {
  return a.number === b.number && a.profileId === b.profileId && a.modeId === b.modeId && sameJson(a.precedence, b.precedence);
}

/** The universes that heads are patched in, rising; `known` itself when it is these. */
function universesOf(heads: readonly Head[], known: readonly number[]): readonly number[] {
  const used = new Set<number>();
  for (const { fixture } of heads) if (fixture.patch) used.add(fixture.patch.universe);
  const rising = [...used].sort((a, b) => a - b);
  return rising.length === known.length && rising.every((universe, index) => universe === known[index]) ? known : rising;
}

/** For each parameter of one rig where it is in another, or -1 where it is gone; null = all lie as they lay. */
export function parametersMoved(before: Rig, after: Rig): Int32Array | null {
  if (before.layout === after.layout) return null;
  const place = ({ head, channel }: Parameter): number => after.headByKey.get(head.key)?.parameters.get(channel.attribute) ?? -1;
  return Int32Array.from(before.parameters, place);
}
