import { fail, ok, type Result } from "../errors/result";
import { attributeNamed } from "./attribute-named";
import { attributeInfo, type Attribute } from "./attributes";
import type { ChannelFunction, ChannelSet, DmxRange } from "./channel-function";
import type { Channel } from "./profile";
import { functionsOf, mostOf } from "./scale";

/** The functions of a channel: its first one, at which it stands, and the further ones. */
export interface ReadRanges {
  readonly first: ChannelFunction;
  readonly more: readonly ChannelFunction[];
}

/** Words that stand for nothing or for full of what is measured in percent. */
const ENDS: ReadonlyMap<string, number> = new Map([
  ["closed", 0],
  ["off", 0],
  ["out", 0],
  ["no", 0],
  ["none", 0],
  ["open", 1],
  ["on", 1],
  ["in", 1],
]);

const ITEM =
  /^(\d+)(?:\s*(?:-|–|\.\.|to)\s*(\d+))?\s*[:=]?\s*(.*?)(?:\s+(-?\d+(?:\.\d+)?)\s*\.\.\s*(-?\d+(?:\.\d+)?)\s*(?:hz|°|deg|k|%)?)?$/i;
const NOTHING = /^(nothing|no function|unused|-)$/i;

interface Item {
  readonly range: DmxRange;
  readonly words: string;
  readonly physical: readonly [number, number] | null;
}

/**
 * Reads the ranges of a channel as manuals have them, apart by semicolons or lines: `0-9 closed; 10-19 open; 20-199 strobe rate 1..25`. Words that
 * name an attribute make a function of it; others name a place of the channel's own: a slot of its wheel, or "open" and "closed".
 */
export function readRanges(text: string, of: { attribute: Attribute; most: number }): Result<ReadRanges> {
  const lines = text
    .split(/[;\n]/)
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const items: Item[] = [];
  for (const line of lines) {
    const match = ITEM.exec(line);
    const refuse = (why: string) => fail("value.invalid", { field: "The range", value: line.slice(0, 60), why });
    if (!match) return refuse("it must begin with DMX values, such as 10-19");
    const [, from, to = from, words, low, high] = match as unknown as [string, string, string | undefined, string, string?, string?];
    const range: DmxRange = [Number(from), Number(to)];
    if (range[0] > range[1] || range[1] > of.most) return refuse(`DMX values run from 0 to ${of.most}`);
    const twin = items.find((item) => item.range[0] <= range[1] && item.range[1] >= range[0]);
    if (twin) return refuse(`${twin.range[0]}-${twin.range[1]} has some of these values`);
    if (words === "" && low === undefined) return refuse("it says nothing of what happens there");
    items.push({ range, words: words.trim(), physical: low === undefined ? null : [Number(low), Number(high)] });
  }
  const known = items.filter(({ words }) => !NOTHING.test(words)).sort((a, b) => a.range[0] - b.range[0]);
  const functions = gathered(known, of.attribute);
  const first = functions.find(({ attribute }) => attribute === of.attribute);
  if (!first)
    return fail("value.invalid", {
      field: "The ranges",
      value: text.slice(0, 60),
      why: `none of them is ${attributeInfo(of.attribute).label}`,
    });
  return ok({ first, more: functions.filter((each) => each !== first) });
}

/** Items to functions: names of a wheel's slots that follow each other are one. */
function gathered(items: readonly Item[], own: Attribute): ChannelFunction[] {
  const functions: ChannelFunction[] = [];
  let slots: { sets: ChannelSet[]; range: DmxRange } | null = null;
  const close = (): void => {
    if (!slots) return;
    functions.push({ attribute: own, range: slots.range, physical: [slots.sets[0]!.at!, slots.sets.at(-1)!.at!], sets: slots.sets });
    slots = null;
  };
  let slot = 0;
  for (const { range, words, physical } of items) {
    const named = words === "" ? own : attributeNamed(words);
    const { unit, usual } = attributeInfo(named ?? own);
    if (named === null && unit === "slot") {
      const set: ChannelSet = { name: words.slice(0, 80), range, at: slot++ };
      if (slots)
        slots = { sets: [...(slots as { sets: ChannelSet[] }).sets, set], range: [(slots as { range: DmxRange }).range[0], range[1]] };
      else slots = { sets: [set], range };
      continue;
    }
    close();
    const end = named === null ? ENDS.get(words.toLowerCase().split(" ")[0]!) : undefined;
    functions.push({
      attribute: named ?? own,
      ...(named === null ? { name: words.slice(0, 80) } : {}),
      range,
      physical: physical ?? (end !== undefined ? [end, end] : unit === "percent" || unit === "slot" ? [0, 1] : usual),
    });
  }
  close();
  return functions;
}

/** The ranges of a channel as `readRanges` reads them; empty where it does one thing all over. */
export function rangeText(channel: Channel): string {
  const all = functionsOf(channel);
  if (all.length === 1 && !channel.sets && !channel.range) return "";
  const most = mostOf(channel);
  const lines = all.flatMap(({ attribute, name, range, physical, sets = [] }) => {
    const valued = sets.filter(({ at }) => at !== undefined);
    if (valued.length > 0) return valued.map((set) => [set.range, set.name] as const);
    const { label } = attributeInfo(attribute);
    const stands = physical[0] === physical[1];
    const words = stands && name !== undefined ? name : `${label} ${physical[0]}..${physical[1]}`;
    return [[range ?? ([0, most] as const), words] as const];
  });
  return lines
    .toSorted(([a], [b]) => a[0] - b[0])
    .map(([[from, to], words]) => `${from}-${to} ${words}`)
    .join("; ");
}
