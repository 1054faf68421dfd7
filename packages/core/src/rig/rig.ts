import type { Vector } from "../geometry/beam";
import type { Attribute } from "./attributes";
import { headKey, MAX_UNIVERSE, type Fixture, type HeadKey } from "./fixture";
import { precedenceOf, type Channel, type Mode, type Profile } from "./profile";

/** One head of the rig with its place and its parameters. */
export interface Head {
  readonly key: HeadKey;
  readonly label: string;
  readonly fixture: Fixture;
  readonly profile: Profile;
  readonly mode: Mode;
  /** Its place among its fixture's heads. */
  readonly index: number;
  /** Its place among the rig's heads. */
  readonly order: number;
  readonly position: Vector;
  /** Parameter index by attribute. */
  readonly parameters: ReadonlyMap<Attribute, number>;
}

/** One attribute of one head: what the engine computes a value for. Values are 0..1 of the channel's range. */
export interface Parameter {
  readonly head: Head;
  readonly channel: Channel;
  /** Home value 0..1. */
  readonly home: number;
  readonly htp: boolean;
}

/**
 * The rig as the engine sees it: heads in number order and parameters in one row, those of HTP first, each attribute by heads. The
 * same records give the same order everywhere. Fixtures whose profile or mode is missing are left out.
 */
export interface Rig {
  readonly heads: readonly Head[];
  readonly headByKey: ReadonlyMap<HeadKey, Head>;
  readonly parameters: readonly Parameter[];
  readonly htpCount: number;
  /** Universe and address of each head's fixture, by its order; 0 = it isn't patched. */
  readonly patches: { readonly universes: Int32Array; readonly addresses: Int32Array };
  /** The universes in use, rising. */
  readonly universes: readonly number[];
  /** The same object in rigs whose parameters are the same ones in the same places. */
  readonly layout: object;
}

export function buildRig(fixtures: readonly Fixture[], profiles: ReadonlyMap<string, Profile>): Rig {
  const heads: Head[] = [];
  const [raised, replaced] = [new Map<Attribute, Parameter[]>(), new Map<Attribute, Parameter[]>()];
  for (const fixture of fixtures.toSorted((a, b) => a.number - b.number || (a.id < b.id ? -1 : 1))) {
    const profile = profiles.get(fixture.profileId);
    const mode = profile?.modes.find(({ id }) => id === fixture.modeId);
    if (!profile || !mode) continue;
    const first = heads.length;
    for (let index = 0; index < mode.heads.length; index++) heads.push(makeHead({ fixture, profile, mode, index, order: first + index }));
    for (const channel of mode.channels) {
      const htp = (fixture.precedence?.[channel.attribute] ?? precedenceOf(channel)) === "HTP";
      const byAttribute = htp ? raised : replaced;
      let own = byAttribute.get(channel.attribute);
      if (!own) byAttribute.set(channel.attribute, (own = []));
      own.push({ head: heads[first + channel.head]!, channel, htp, home: normalized(channel, channel.home) });
    }
  }
  // One attribute's parameters follow each other, head by head: what says the same of many heads runs through memory in order.
  const inOrder = (byAttribute: ReadonlyMap<Attribute, Parameter[]>): Parameter[] =>
    [...byAttribute].sort(([a], [b]) => (a < b ? -1 : 1)).flatMap(([, own]) => own);
  const htp = inOrder(raised);
  const parameters = htp.concat(inOrder(replaced));
  for (let at = 0; at < parameters.length; at++) {
    const { head, channel } = parameters[at]!;
    (head.parameters as Map<Attribute, number>).set(channel.attribute, at);
  }
  const patches = {
    universes: Int32Array.from(heads, ({ fixture }) => fixture.patch?.universe ?? 0),
    addresses: Int32Array.from(heads, ({ fixture }) => fixture.patch?.address ?? 0),
  };
  return {
    heads,
    headByKey: new Map(heads.map((head) => [head.key, head])),
    parameters,
    htpCount: htp.length,
    patches,
    universes: universesIn(patches),
    layout: {},
  };
}

/** The universes in which something is patched, rising. */
export function universesIn({ universes }: Rig["patches"]): number[] {
  const used = new Uint8Array(MAX_UNIVERSE + 1);
  for (let at = 0; at < universes.length; at++) used[universes[at]!] = 1;
  const rising: number[] = [];
  for (let universe = used.indexOf(1, 1); universe > 0; universe = used.indexOf(1, universe + 1)) rising.push(universe);
  return rising;
}

function makeHead(of: { fixture: Fixture; profile: Profile; mode: Mode; index: number; order: number }): Head {
  const { fixture, profile, mode, index, order } = of;
  const count = mode.heads.length;
  return {
    fixture,
    profile,
    mode,
    index,
    order,
    key: headKey(fixture.id, index, count),
    label: count === 1 ? String(fixture.number) : `${fixture.number}.${index + 1}`,
    position: headPosition(fixture, { index, count }),
    parameters: new Map(),
  };
}

/** Where a head of a fixture hangs, in metres. */
export function headPosition({ position, headStep }: Fixture, { index, count }: { index: number; count: number }): Vector {
  const steps = index - (count - 1) / 2;
  return { x: position.x + headStep.x * steps, y: position.y + headStep.y * steps, z: position.z + headStep.z * steps };
}

/** A physical value as 0..1 of the channel's range, limited to it. */
export function normalized(channel: Channel, physical: number): number {
  const [from, to] = channel.physical;
  const value = to === from ? 0 : (physical - from) / (to - from);
  return value > 0 ? (value < 1 ? value : 1) : 0;
}

/** As `normalized`, not limited: what lies beyond the end is kept, so that it comes back undamaged. */
export function normalizedFreely(channel: Channel, physical: number): number {
  const [from, to] = channel.physical;
  return to === from ? 0 : (physical - from) / (to - from);
}

/** A size (a difference of physical values) in parts of the channel's range, with its sign, not limited. */
export function normalizedSize(channel: Channel, physicalSize: number): number {
  const [from, to] = channel.physical;
  return to === from ? 0 : physicalSize / (to - from);
}

/** 0..1 of the channel's range as a physical value. */
export function physicalOf(channel: Channel, value: number): number {
  const [from, to] = channel.physical;
  return from + (to - from) * value;
}
