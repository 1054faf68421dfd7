import { attributeInfo, isService, type Attribute } from "./attributes";
import type { Fixture } from "./fixture";
import type { ParameterKind } from "./parameter";
import type { ChannelsByAttribute } from "./head-parameters";
import { precedenceOf, type Channel, type Mode } from "./profile";
import { functionsOf, normalized } from "./scale";

/** How the channels of a mode become parameters: alike for all lamps in it that say the same of precedence. */
export interface LampLayout {
  readonly mode: Mode;
  /** Of each channel whose head is there; "channel" below is an index into these. */
  readonly kinds: readonly ParameterKind[];
  /** By head of the mode. */
  readonly parameters: readonly ChannelsByAttribute[];
  readonly services: readonly ChannelsByAttribute[];
  /** By channel, the channel of the master that scales its light; -1 = none does. */
  readonly masters: readonly number[];
  /** By channel, that of the virtual master that scales it before it leaves (see RigColumns); -1 = none does. */
  readonly scalers: readonly number[];
}

export function lampLayout(mode: Mode, precedence: Fixture["precedence"]): LampLayout {
  const channels = mode.channels.filter(({ head }) => head < mode.heads.length);
  const kinds = channels.map((channel) => ({
    channel,
    info: attributeInfo(channel.attribute),
    home: normalized(channel, channel.home),
    htp: (precedence?.[channel.attribute] ?? precedenceOf(channel)) === "HTP",
  }));
  const parameters = mode.heads.map(() => new Map<Attribute, number>());
  const services = mode.heads.map(() => new Map<Attribute, number>());
  for (const at of inOrderOfRig(kinds)) {
    const channel = channels[at]!;
    for (const { attribute } of functionsOf(channel)) {
      const own = (isService(attribute) ? services : parameters)[channel.head]!;
      // Of two channels with one attribute the later counts, of two functions of one channel both do.
      if (attribute === channel.attribute || !own.has(attribute)) own.set(attribute, at);
    }
  }
  const masterOf = (channel: Channel, at: number): number => {
    const master = channel.scaledBy === undefined ? undefined : mode.channels[channel.scaledBy];
    const found = master ? (parameters[master.head]?.get(master.attribute) ?? -1) : -1;
    return found === at ? -1 : found;
  };
  const masters = channels.map(masterOf);
  const scalerOf = ({ channel, info }: ParameterKind, at: number): number => {
    const dimmer = info.mixing === "adds" ? (parameters[channel.head]!.get("Dimmer") ?? -1) : -1;
    const above = masters[at]! >= 0 ? masters[at]! : dimmer;
    return above >= 0 && channels[above]!.slots.length === 0 ? above : -1;
  };
  return { mode, kinds, parameters, services, masters, scalers: kinds.map(scalerOf) };
}

/** Channels of HTP first, each by attribute. */
function inOrderOfRig(kinds: readonly ParameterKind[]): number[] {
  const byName = (a: Attribute, b: Attribute): number => (a < b ? -1 : Number(a > b));
  return [...kinds.keys()].sort((a, b) => {
    const [one, other] = [kinds[a]!, kinds[b]!];
    return Number(other.htp) - Number(one.htp) || byName(one.channel.attribute, other.channel.attribute) || a - b;
  });
}
