import { restingLevel, type GroupMaster } from "../playback/group-master";
import { attributeInfo, isAttribute } from "../rig/attributes";
import type { Fixture } from "../rig/fixture";
import { placedBase } from "../selection/who";
import type { Show } from "../show/show";
import { reachOfOwner } from "../territory/reach";
import type { Blocks, Spans } from "./blocks";
import type { RigWays } from "./rig-ways";
import { numbersOf } from "./numbers-of";

/** What lies under and over all sources: masters of groups that light, factors of intensities, and what is parked. */
export interface StageOverlay {
  /** Parameters that masters of groups light, and how far; levels of 0 are left out. */
  readonly lit: { readonly parameters: Int32Array; readonly levels: Float32Array };
  /** Factors of the intensities of the grand master, blackout and masters of groups; null = all at full. */
  readonly factors: Float32Array | null;
  readonly parked: { readonly parameters: Int32Array; readonly values: Float32Array };
  /** Parameters of lamps that are out of service: they stay at nothing, whatever is parked. */
  readonly dark: Int32Array;
}

/** The intensities that a master of a group is for, within the territory of its page. */
export function intensitiesOf(master: GroupMaster, show: Show, { dims }: RigWays): number[] {
  const reach = reachOfOwner(show.get("page", master.pageId)?.territoryId ?? null, show);
  return placedBase(master.who, show).flatMap(({ key }) => {
    const head = show.rig.headByKey.get(key);
    if (!head || !reach(key, "Intensity")) return [];
    return [...new Set(head.parameters.values())].filter((parameter) => dims[parameter] === 1);
  });
}

export function stageOverlay(show: Show, ways: RigWays): StageOverlay {
  const lit = new Map<number, number>();
  let factors: Float32Array | null = null;
  for (const master of show.all("groupMaster")) {
    const level = show.groupMasterLevel(master);
    if (level === restingLevel(master)) continue;
    for (const parameter of intensitiesOf(master, show, ways))
      if (master.how === "lights") lit.set(parameter, Math.max(lit.get(parameter) ?? 0, level));
      else {
        factors ??= new Float32Array(ways.dims.length).fill(1);
        factors[parameter] = factors[parameter]! * level;
      }
  }
  const { grandMaster = 1, blackout = false } = show.stageState ?? {};
  const whole = blackout ? 0 : grandMaster;
  if (whole !== 1) {
    factors ??= new Float32Array(ways.dims.length).fill(1);
    for (let parameter = 0; parameter < factors.length; parameter++)
      if (ways.dims[parameter] === 1) factors[parameter] = factors[parameter]! * whole;
  }
  const parked = new Map<number, number>();
  for (const { head, values } of show.all("park"))
    for (const [attribute, value] of Object.entries(values)) {
      const parameter = isAttribute(attribute) ? show.rig.headByKey.get(head)?.parameters.get(attribute) : undefined;
      if (parameter !== undefined) parked.set(parameter, value);
    }
  return {
    lit: flat(lit, "levels"),
    factors,
    parked: flat(parked, "values"),
    dark: darkIn(show),
  };
}

const NONE = new Int32Array(0);

/** What makes the light of lamps that are out of service: their intensities, and where a head has none, what its colour adds up of. */
function darkIn(show: Show): Int32Array {
  const broken = new Set(brokenLamps(show.all("fixture")));
  if (broken.size === 0) return NONE;
  return Int32Array.from(
    show.rig.parameters
      .flatMap(({ head, channel }, parameter) => {
        if (!broken.has(head.fixture.id)) return [];
        const { family, mixing } = attributeInfo(channel.attribute);
        return family === "Intensity" || (mixing === "adds" && !head.parameters.has("Dimmer")) ? [parameter] : [];
      })
      .sort((a, b) => a - b),
  );
}

const brokenIn = new WeakMap<readonly Fixture[], readonly string[]>();

/** Ids of the lamps that are out of service; the same list is looked through once. */
function brokenLamps(fixtures: readonly Fixture[]): readonly string[] {
  let broken = brokenIn.get(fixtures);
  if (!broken) brokenIn.set(fixtures, (broken = fixtures.flatMap(({ id, outOfService }) => (outOfService ? [id] : []))));
  return broken;
}

function flat<K extends "levels" | "values">(
  of: ReadonlyMap<number, number>,
  name: K,
): { parameters: Int32Array } & Record<K, Float32Array> {
  const rising = [...of].sort(([a], [b]) => a - b);
  return { parameters: numbersOf(Int32Array, rising, ([at]) => at), [name]: numbersOf(Float32Array, rising, ([, value]) => value) } as {
    parameters: Int32Array;
  } & Record<K, Float32Array>;
}

/** Masters of groups that light come first: the highest counts. Only where it is asked for. */
export function layLit({ lit: { parameters, levels } }: StageOverlay, values: Float32Array, asked: Blocks): void {
  for (let at = 0; at < parameters.length; at++) {
    const parameter = parameters[at]!;
    if (asked.isStale(parameter) && levels[at]! > values[parameter]!) values[parameter] = levels[at]!;
  }
}

/** Grand master, blackout and masters of groups within the spans, then what is parked, then what is out of service. */
export function layMasters(
  values: Float32Array,
  { factors, parked: { parameters, values: held }, dark }: StageOverlay,
  { htpCount, spans: { count, bounds } }: { htpCount: number; spans: Spans },
): void {
  for (let at = 0; factors && at < count; at++) {
    const end = Math.min(htpCount, bounds[2 * at + 1]!);
    for (let parameter = bounds[2 * at]!; parameter < end; parameter++) values[parameter] = values[parameter]! * factors[parameter]!;
  }
  for (let at = 0; at < parameters.length; at++) values[parameters[at]!] = held[at]!;
  for (let at = 0; at < dark.length; at++) values[dark[at]!] = 0;
}
