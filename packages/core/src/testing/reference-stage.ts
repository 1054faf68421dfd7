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
  value: number;
  /** How much of it anybody has said anything about. */
  covered: number;
  /** Who says what shows. */
  decider: string | null;
}

/** 2-model.md section 8: the highest of all that is said, or the later in place of what was there; each in its share. */
export function layOverAll(on: OnStage, over: { id: string; value: number; share: number; way: "highest" | "lowest" | "replaces" }): void {
  const { id, value, share, way } = over;
  const { rest, value: beneath, covered } = on;
  if (way === "replaces") {
    on.value = f32(share === 1 ? value : beneath + (value - beneath) * share);
    on.covered = f32(covered + (1 - covered) * share);
    if (share > 0) on.decider = id;
    return;
  }
  // Home is nobody's saying: what others have said is what is there without the part that still is home's.
  const turned = (level: number): number => (way === "lowest" ? 1 - level : level);
  const said = turned(beneath) - turned(rest) * (1 - covered);
  const now = Math.max(covered, share);
  on.value = f32(turned(Math.max(said, turned(value) * share) + turned(rest) * (1 - now)));
  on.covered = f32(now);
  if (share > 0 && (on.decider === null || turned(value) * share > said)) on.decider = id;
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

function isIntensity({ rig }: Show, parameter: number): boolean {
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
        if (value !== null && reach(key, attributeInfo(attribute).family)) lit.set(parameter, f32(value));
      }
  }
  return lit;
}
