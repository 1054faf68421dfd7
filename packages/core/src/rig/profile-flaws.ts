import { functionsOf, mostOf } from "./scale";
import type { Channel, Mode, Profile } from "./profile";

/** Something in a profile that can't be: which mode and channel (from 0; null = the mode as a whole), and why. */
export interface ProfileFlaw {
  readonly mode: number;
  readonly channel: number | null;
  readonly why: string;
}

/** What of a profile doesn't fit together, beyond what each field alone may be: heads, slots, ranges and what channels say of each other. */
export function profileFlaws({ modes }: Pick<Profile, "modes">): ProfileFlaw[] {
  return modes.flatMap((mode, index) => modeFlaws(mode).map((flaw) => ({ mode: index, ...flaw })));
}

function modeFlaws(mode: Mode): Omit<ProfileFlaw, "mode">[] {
  const flaws: Omit<ProfileFlaw, "mode">[] = [];
  const owner = new Map<string, number>();
  const footprints = [mode.footprint, ...(mode.moreFootprints ?? [])];
  if (mode.places && mode.places.length !== mode.heads.length) flaws.push({ channel: null, why: "each head needs a place in the lamp" });
  if (mode.master && mode.heads.length < 2) flaws.push({ channel: null, why: "a lamp as a whole needs cells" });
  mode.channels.forEach((channel, at) => {
    const flaw = (why: string): void => void flaws.push({ channel: at, why });
    if (channel.head >= mode.heads.length) flaw("its head isn't there");
    const most = footprints[(channel.break ?? 1) - 1];
    if (most === undefined) flaw("its break isn't there");
    for (const slot of channel.slots) {
      if (most !== undefined && slot > most) flaw(`slot ${slot} lies beyond the mode's ${most}`);
      const key = `${channel.break ?? 1} ${slot}`;
      const other = owner.get(key);
      if (other !== undefined && other !== at) flaw(`slot ${slot} is another channel's`);
      owner.set(key, at);
    }
    for (const why of rangeFlaws(channel)) flaw(why);
    for (const { needs } of functionsOf(channel))
      if (needs && (needs.channel === at || !mode.channels[needs.channel])) flaw("the channel that it needs isn't there");
    if (channel.scaledBy !== undefined && (!mode.channels[channel.scaledBy] || isRing(mode, at)))
      flaw("its master isn't there, or is itself");
  });
  const twice = twins(mode.channels);
  if (twice !== null) flaws.push({ channel: twice, why: `another channel of this head is ${mode.channels[twice]!.attribute} already` });
  return flaws;
}

function rangeFlaws(channel: Channel): string[] {
  const most = mostOf(channel);
  const all = functionsOf(channel);
  const flaws: string[] = [];
  for (const { range, sets = [] } of all) {
    const [from, to] = range ?? [0, most];
    if (to > most) flaws.push(`${from} to ${to} lies beyond ${most}`);
    if (sets.some((set) => set.range[0] < from || set.range[1] > to)) flaws.push(`a name lies outside of ${from} to ${to}`);
  }
  const plain = all.filter(({ needs }) => !needs).map(({ range }) => range ?? ([0, most] as const));
  const overlap = plain.find(([from, to], at) => plain.some(([low, high], other) => other < at && from <= high && to >= low));
  if (overlap) flaws.push(`${overlap[0]} to ${overlap[1]} does two things`);
  return flaws;
}

function isRing({ channels }: Mode, start: number): boolean {
  let at: number | undefined = channels[start]!.scaledBy;
  for (let steps = 0; at !== undefined && steps <= channels.length; steps++) {
    if (at === start) return true;
    at = channels[at]?.scaledBy;
  }
  return at !== undefined;
}

/** The first channel whose first attribute an earlier one of its head has, too. */
function twins(channels: readonly Channel[]): number | null {
  const seen = new Set<string>();
  for (const [at, { head, attribute }] of channels.entries()) {
    const key = `${head} ${attribute}`;
    if (attribute !== "NoFeature" && seen.has(key)) return at;
    seen.add(key);
  }
  return null;
}
