import { attributeInfo } from "../rig/attributes";
import type { ChannelFunction } from "../rig/channel-function";
import type { Channel } from "../rig/profile";
import type { Parameter } from "../rig/rig";

/** Whether a channel goes at once from one level to another, straight from 6-rig-and-show.md section 1: written a second time, to check the engine's own. */
export function plainSnaps(channel: Channel, from: number, to: number): boolean {
  if (channel.change === "snaps" || channel.change === "snaps at the end") return true;
  const stands = ({ attribute, sets = [] }: ChannelFunction): boolean =>
    attributeInfo(attribute).snaps === true || sets.some((set) => set.at !== undefined);
  const all: ChannelFunction[] = [channel, ...(channel.more ?? [])];
  if (all.length === 1) return channel.change === undefined && stands(channel);
  if (all.every(stands)) return true;
  const full = 256 ** Math.max(1, channel.slots.length) - 1;
  const functionOf = (level: number): number =>
    all.findIndex(({ range = [0, full] }) => level * full >= range[0] - 0.5 && level * full <= range[1] + 0.5);
  const [start, end] = [functionOf(from), functionOf(to)];
  return start !== end || end < 0 || stands(all[end]!);
}

/** The parameters that a parameter is multiplied by before it leaves: masters that the lamp doesn't have itself. */
export function plainMasters(parameters: readonly Parameter[], parameter: number): number[] {
  const over: number[] = [];
  for (let at = parameter; ;) {
    const { head, channel, master } = parameters[at]!;
    const next = master >= 0 ? master : channel.attribute.startsWith("ColorAdd_") ? (head.parameters.get("Dimmer") ?? -1) : -1;
    if (next < 0 || parameters[next]!.channel.slots.length > 0) return over;
    over.push(next);
    at = next;
  }
}
