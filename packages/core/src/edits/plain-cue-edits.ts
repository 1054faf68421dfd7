import type { Cue } from "../cue/cue";
import type { PlainCue } from "../cue/plain-cue";
import type { Change } from "../document/transaction";
import type { HeadKey } from "../rig/fixture";
import type { Show } from "../show/show";
import type { Strokes } from "../stroke/stroke";
import { numberRanges } from "../units/number-ranges";
import { newCueList } from "./list-edits";
import { firstTime } from "./setting-changes";

/** A cue list out of plain levels, and what of them it hasn't got, in words. */
export interface PlainCuesTaken {
  readonly changes: readonly Change[];
  readonly listId: string;
  readonly cues: number;
  readonly left: readonly string[];
}

/**
 * The changes that make a tracking list of cues of plain levels. Lamps are found by their numbers. Where noughts are written out somewhere, a lamp
 * that a cue doesn't name stays as it is; else it goes dark.
 */
export function plainCueChanges(
  show: Show,
  plain: readonly PlainCue[],
  { name, territoryId, newId }: { name: string; territoryId: string | null; newId: () => string },
): PlainCuesTaken {
  const list = newCueList(show, { newId, territoryId, name });
  const heads = headsByNumber(show);
  const tracks = plain.some(({ levels }) => levels.some(([, level]) => level === 0));
  const [missing, twice] = [new Set<number>(), new Set<number>()];
  const state = new Map<number, number>();
  const cues = new Map<number, Cue>();
  let before: PlainCue | null = null;
  for (const cue of plain.toSorted((a, b) => a.number - b.number)) {
    const number = Math.round(cue.number * 1000) / 1000;
    if (cues.has(number)) {
      twice.add(number);
      continue;
    }
    for (const [lamp] of cue.levels) if (!heads.has(lamp)) missing.add(lamp);
    const wanted = new Map(cue.levels.filter(([lamp]) => heads.has(lamp)));
    if (!tracks) for (const [lamp, level] of state) if (level > 0 && !wanted.has(lamp)) wanted.set(lamp, 0);
    const changed = [...wanted].filter(([lamp, level]) => state.get(lamp) !== level);
    for (const [lamp, level] of wanted) state.set(lamp, level);
    cues.set(number, {
      id: `cue-${newId()}`,
      kind: "cue",
      version: 1,
      listId: list.id,
      number,
      name: cue.text?.slice(0, 80) ?? null,
      inSeconds: cue.up?.seconds ?? firstTime(show, "inSeconds"),
      ...(cue.down && cue.down.seconds !== cue.up?.seconds ? { outSeconds: cue.down.seconds } : {}),
      ...(cue.up?.delay === undefined ? {} : { delaySeconds: cue.up.delay }),
      ...(before?.followOn === undefined ? {} : { trigger: { type: "wait" as const, seconds: before.followOn } }),
      strokes: strokesOf(changed, heads),
    });
    before = cue;
  }
  return {
    listId: list.id,
    cues: cues.size,
    changes: [list, ...cues.values()].map((record): Change => ({ op: "add", record })),
    left: [
      ...(missing.size > 0 ? [`lamps that this rig hasn't got, or that have no dimmer: ${numberRanges([...missing])}`] : []),
      ...(twice.size > 0 ? [`second cues of the same number: ${[...twice].join(", ")}`] : []),
    ],
  };
}

/** The heads of each lamp that have an intensity, by the lamp's number. */
function headsByNumber(show: Show): Map<number, HeadKey[]> {
  const heads = new Map<number, HeadKey[]>();
  for (const { key, fixture, parameters } of show.rig.heads)
    if (parameters.has("Dimmer")) heads.set(fixture.number, [...(heads.get(fixture.number) ?? []), key]);
  return heads;
}

/** A stroke for each level, from the highest down. */
function strokesOf(levels: readonly (readonly [number, number])[], heads: ReadonlyMap<number, readonly HeadKey[]>): Strokes {
  const byLevel = new Map<number, HeadKey[]>();
  for (const [lamp, level] of levels) byLevel.set(level, [...(byLevel.get(level) ?? []), ...heads.get(lamp)!]);
  return Object.fromEntries(
    [...byLevel]
      .toSorted(([a], [b]) => b - a)
      .map(([level, keys], at) => [
        `s${at + 1}`,
        { who: { heads: keys }, parts: { Dimmer: { level: { knots: [level] }, shape: {}, touched: 1 } }, rank: at + 1 },
      ]),
  );
}
