import { attributeInfo, type Attribute } from "../rig/attributes";
import { highlightValue } from "../rig/highlight-value";
import { placedBase, placedHeads } from "../selection/who";
import type { Show } from "../show/show";
import { plainOwnerReach, plainReach } from "./plain-reach";

const f32 = Math.fround;

/** One parameter on its way through the merge. */
export interface OnStage {
  /** What shows where nobody says anything. */
  readonly rest: number;
  /** What is said so far; where home counts, over nothing. */
  said: number;
  /** How much of it anybody has said anything about. */
  covered: number;
  /** Whether home has a part in it: where the highest or the lowest shows and home isn't the same as nothing said. */
  readonly home: "below" | "above" | null;
  /** Who says what shows. */
  decider: string | null;
}

/** 2-model.md section 8: the highest of all that is said, or the later in place of what was there; each in its share. */
export function layOverAll(
  on: OnStage,
  over: { id: string; value: number; share: number; way: "highest" | "lowest" | "replaces"; snaps?: { there: boolean } },
): void {
  const { id, value, share, way, snaps } = over;
  const { said, covered } = on;
  if (way === "replaces" && snaps && share !== 1) {
    if (!snaps.there) return;
    Object.assign(on, { said: f32(value), covered: 1, decider: id });
    return;
  }
  if (way === "replaces") {
    on.said = f32(share === 1 ? value : said + (value - said) * share);
    on.covered = f32(covered + (1 - covered) * share);
    if (share > 0) on.decider = id;
    return;
  }
  const turned = (level: number): number => (way === "lowest" ? 1 - level : level);
  if (share > 0 && (on.decider === null || turned(value) * share > turned(said))) on.decider = id;
  on.said = f32(turned(Math.max(turned(said), turned(value) * share)));
  on.covered = f32(Math.max(covered, share));
}

/** Home is nobody's saying, so it has the part that nobody covers: below what is said, or above it where the lowest shows. */
export function shown({ said, rest, covered, home }: OnStage): number {
  if (home === null) return said;
  return f32(home === "below" ? said + rest * (1 - covered) : 1 - (1 - said + (1 - rest) * (1 - covered)));
}

function mastered(show: Show, how: "scales" | "lights"): { id: string; level: number; parameters: number[] }[] {
  return show
    .all("groupMaster")
    .filter((master) => master.how === how)
    .map((master) => {
      const reach = plainOwnerReach(show, show.get("page", master.pageId)!.territoryId);
      const heads = placedBase(master.who, show).filter(({ key }) => reach(key, "Intensity"));
      const parameters = heads.flatMap(({ key }) => [...show.rig.headByKey.get(key)!.parameters.values()]);
      const level = show.groupMasterLevel(master);
      return { id: `light ${master.id}`, level, parameters: parameters.filter((parameter) => isIntensity(show, parameter)) };
    });
}

const knownMasters = new WeakMap<object, Set<number>>();

/** What is master of intensities leaves the dimming to these. */
function dimmingMasters({ layout, parameters }: Show["rig"]): Set<number> {
  let masters = knownMasters.get(layout);
  if (!masters) {
    const dimming = parameters.filter(({ htp, channel }) => htp && attributeInfo(channel.attribute).family === "Intensity");
    knownMasters.set(layout, (masters = new Set(dimming.map(({ master }) => master))));
  }
  return masters;
}

function isIntensity({ rig }: Show, parameter: number): boolean {
  if (dimmingMasters(rig).has(parameter)) return false;
  return parameter < rig.htpCount && attributeInfo(rig.parameters[parameter]!.channel.attribute).family === "Intensity";
}

/** What masters of groups light, one entry for each master and parameter. */
export function litLevels(show: Show): { id: string; parameter: number; level: number }[] {
  return mastered(show, "lights").flatMap(({ id, level, parameters }) =>
    level > 0 ? parameters.map((parameter) => ({ id, parameter, level: f32(level) })) : [],
  );
}

/** What masters of groups, the grand master and blackout leave of each parameter. */
export function dimmed(show: Show): (parameter: number) => number {
  const masters = mastered(show, "scales");
  const { grandMaster = 1, blackout = false } = show.stageState ?? {};
  return (parameter) => {
    if (!isIntensity(show, parameter)) return 1;
    let factor = 1;
    for (const { level, parameters } of masters) if (parameters.includes(parameter)) factor = f32(factor * level);
    return f32(factor * (blackout ? 0 : grandMaster));
  };
}

/** What is held, whatever plays. */
export function parked(show: Show): [number, number][] {
  return show.all("park").flatMap(({ head, values }) =>
    Object.entries(values).flatMap(([attribute, value]): [number, number][] => {
      const parameter = show.rig.headByKey.get(head)?.parameters.get(attribute as Attribute);
      return parameter === undefined ? [] : [[parameter, value]];
    }),
  );
}

/** What people's highlights show, the later over the earlier. */
export function highlighted(show: Show): Map<number, number> {
  const lit = new Map<number, number>();
  for (const { personId, who, dim } of show.all("highlight")) {
    const reach = plainReach(show, show.get("person", personId)!);
    const atHand = placedHeads(who, show).map(({ key }) => key);
    for (const { key } of placedBase(who, show))
      for (const [attribute, parameter] of show.rig.headByKey.get(key)!.parameters) {
        const value = atHand.includes(key) ? highlightValue(show.rig.parameters[parameter]!.channel) : attribute === "Dimmer" ? dim : null;
        if (attribute !== show.rig.parameters[parameter]!.channel.attribute) continue;
        if (value !== null && reach(key, attributeInfo(attribute).family)) lit.set(parameter, f32(value));
      }
  }
  return lit;
}
