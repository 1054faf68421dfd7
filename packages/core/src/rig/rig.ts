import type { Placement, Vector } from "../geometry/beam";
import { isService, type Attribute } from "./attributes";
import { cellNumber, headKeyIn, MAX_UNIVERSE, patchOf, type Fixture, type HeadKey } from "./fixture";
import { headPlace } from "./head-place";
import { HeadsByKey } from "./heads-by-key";
import { modeOf, precedenceOf, type Channel, type Mode, type Profile } from "./profile";
import { functionsOf, normalized } from "./scale";

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
  /** Its own turn in the lamp and the lamp's. */
  readonly rotation: Placement["rotation"];
  /** Parameter index by attribute: those of one channel that are alternatives have the same. */
  readonly parameters: ReadonlyMap<Attribute, number>;
  /** The same of what serves the lamp itself and is no part of any look. */
  readonly services: ReadonlyMap<Attribute, number>;
}

/** One attribute of one head: what the engine computes a value for. Values are 0..1 of the channel's range. */
export interface Parameter {
  readonly head: Head;
  readonly channel: Channel;
  /** Home value 0..1. */
  readonly home: number;
  readonly htp: boolean;
  /** Parameter of the master that scales its light; -1 = none does. */
  readonly master: number;
  /** Where it is patched: an index into the rig's patches. */
  readonly place: number;
}

/**
 * The rig as the engine sees it: heads in number order and parameters in one row, those of HTP first, each attribute by heads. The
 * same records give the same order everywhere. Fixtures whose profile or mode is missing are left out.
 */
export interface Rig {
  readonly heads: readonly Head[];
  readonly headByKey: HeadsByKey<Head>;
  readonly parameters: readonly Parameter[];
  readonly htpCount: number;
  /** Universe and address of each head's fixture, by its order, then those of further breaks; 0 = it isn't patched. */
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
    const mode = modeOf(profile, fixture);
    if (!profile || !mode) continue;
    const first = heads.length;
    for (let index = 0; index < mode.heads.length; index++) heads.push(makeHead({ fixture, profile, mode, index, order: first + index }));
    for (const channel of mode.channels) {
      const head = heads[first + channel.head];
      if (!head) continue;
      const htp = (fixture.precedence?.[channel.attribute] ?? precedenceOf(channel)) === "HTP";
      const byAttribute = htp ? raised : replaced;
      let own = byAttribute.get(channel.attribute);
      if (!own) byAttribute.set(channel.attribute, (own = []));
      own.push({ head, channel, htp, home: homeOf(channel), master: -1, place: head.order });
    }
  }
  // One attribute's parameters follow each other, head by head: what says the same of many heads runs through memory in order.
  const parameters: Parameter[] = [];
  putInOrder(raised, parameters);
  const htpCount = parameters.length;
  putInOrder(replaced, parameters);
  for (let at = 0; at < parameters.length; at++) {
    const { head, channel } = parameters[at]!;
    for (const { attribute } of functionsOf(channel)) {
      const own = (isService(attribute) ? servicesOf(head) : head.parameters) as Map<Attribute, number>;
      // Of two channels with one attribute the later counts, of two functions of one channel both do.
      if (attribute === channel.attribute || !own.has(attribute)) own.set(attribute, at);
    }
  }
  linkMasters(heads, parameters);
  const patches = patchesOf(heads, parameters);
  return {
    heads,
    headByKey: HeadsByKey.of(heads),
    parameters,
    htpCount,
    patches,
    universes: universesIn(patches),
    layout: {},
  };
}

function putInOrder(byAttribute: ReadonlyMap<Attribute, readonly Parameter[]>, into: Parameter[]): void {
  for (const attribute of [...byAttribute.keys()].sort()) for (const parameter of byAttribute.get(attribute)!) into.push(parameter);
}

// Channels never change in place; thousands of heads share them.
const homes = new WeakMap<Channel, number>();

function homeOf(channel: Channel): number {
  let home = homes.get(channel);
  if (home === undefined) homes.set(channel, (home = normalized(channel, channel.home)));
  return home;
}

/** Which parameter scales which: by the mode's channels, or a virtual dimmer the colours of its own head. */
function linkMasters(heads: readonly Head[], parameters: Parameter[]): void {
  for (let at = 0; at < parameters.length; at++) {
    const parameter = parameters[at]!;
    const { head, channel } = parameter;
    if (channel.scaledBy === undefined) continue;
    const master = head.mode.channels[channel.scaledBy];
    const owner = master && heads[head.order - head.index + master.head];
    const found = master && owner ? (owner.parameters.get(master.attribute) ?? -1) : -1;
    if (found >= 0 && found !== at) parameters[at] = { ...parameter, master: found };
  }
}

/** Where each head's fixture begins; channels of further breaks get places of their own behind those. */
function patchesOf(heads: readonly Head[], parameters: Parameter[]): Rig["patches"] {
  const [universes, addresses] = [
    heads.map(({ fixture }) => fixture.patch?.universe ?? 0),
    heads.map(({ fixture }) => fixture.patch?.address ?? 0),
  ];
  const known = new Map<string, number>();
  for (let at = 0; at < parameters.length; at++) {
    const parameter = parameters[at]!;
    const { break: number = 1 } = parameter.channel;
    if (number === 1) continue;
    const key = `${parameter.head.fixture.id} ${number}`;
    let place = known.get(key);
    if (place === undefined) {
      const patch = patchOf(parameter.head.fixture, number);
      known.set(key, (place = universes.push(patch?.universe ?? 0) - 1));
      addresses.push(patch?.address ?? 0);
    }
    parameters[at] = { ...parameter, place };
  }
  return { universes: Int32Array.from(universes), addresses: Int32Array.from(addresses) };
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
  const cell = cellNumber(mode, index);
  return {
    fixture,
    profile,
    mode,
    index,
    order,
    key: headKeyIn(fixture.id, mode, index),
    label: cell === 0 ? String(fixture.number) : `${fixture.number}.${cell}`,
    ...headPlace(fixture, mode, index),
    parameters: new Map(),
    services: NO_SERVICES,
  };
}

/** Most heads have none: one and the same for tens of thousands. */
const NO_SERVICES: Head["services"] = new Map();

/** The services of a head that is being made, so that one can be added. */
function servicesOf(head: { services: Head["services"] }): Head["services"] {
  if (head.services === NO_SERVICES) head.services = new Map();
  return head.services;
}
