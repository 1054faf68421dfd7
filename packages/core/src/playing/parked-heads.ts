import { FAMILIES, attributeInfo, type Attribute, type Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import { placedHeads, type Who } from "../selection/who";
import type { GroupMaster } from "../playback/group-master";
import { parkIdOf } from "../playback/stage-state";
import type { Show } from "../show/show";
import { resolve } from "../stroke/resolve";
import type { Strokes } from "../stroke/stroke";
import { clamp } from "../units/units";

/** Values to park at by head and attribute, 0..1 of the channels' ranges. */
export type ParkedValues = Readonly<Record<HeadKey, Readonly<Record<Attribute, number>>>>;

/** What parking heads as they are on stage now comes to, by head: all attributes that are meant, 0..1 of the channels' ranges. */
export function parkedAsNow(
  show: Show,
  of: { heads: readonly HeadKey[]; isMeant: (attribute: Attribute, head: HeadKey) => boolean; values: ArrayLike<number> },
): ParkedValues {
  const { rig } = show;
  const found: Record<HeadKey, Record<Attribute, number>> = {};
  for (const key of of.heads)
    for (const [attribute, parameter] of rig.headByKey.get(key)?.parameters ?? [])
      if (of.isMeant(attribute, key)) (found[key] ??= {})[attribute] = of.values[parameter] ?? rig.parameters[parameter]!.home;
  return found;
}

/**
 * What parking heads at what strokes say comes to. Null where something moves, follows or only adds, which doesn't stand still.
 */
export function parkedAt(show: Show, strokes: Strokes): ParkedValues | null {
  const found: Record<HeadKey, Record<Attribute, number>> = {};
  for (const { parameter, value, motions, follows } of resolve(strokes, show).rows) {
    if (value === null || motions.length > 0 || follows) return null;
    const { head, channel } = show.rig.parameters[parameter]!;
    (found[head.key] ??= {})[channel.attribute] = clamp(value, 0, 1);
  }
  return found;
}

/** Those of some heads of which something is parked. */
export function parkedOf(show: Show, heads: readonly HeadKey[]): HeadKey[] {
  const parked = new Set(show.all("park").map(({ head }) => head));
  // Nearly always nothing is.
  return parked.size === 0 ? [] : heads.filter((head) => parked.has(head));
}

/** All that groups or a list name, whatever hangs: a guest's browser has no rig. */
export function namedHeads(show: Show, { groupIds, heads = [] }: Who): readonly HeadKey[] {
  return groupIds === undefined ? heads : groupIds.flatMap((id) => show.groupHeads(id) ?? []);
}

/** The heads of a card that are parked. */
export function parkedOn(show: Show, { who }: GroupMaster): HeadKey[] {
  const heads = show.rig.heads.length > 0 ? placedHeads(who, show).map(({ key }) => key) : namedHeads(show, who);
  return parkedOf(show, heads);
}

/** For each of some heads whether an attribute of it is parked; of whole colours and positions any part counts. */
export function parkedAmong(show: Show, attribute: Attribute, heads: readonly HeadKey[]): boolean[] {
  const { family } = attributeInfo(attribute);
  const isWhole = attribute === "Color" || attribute === "Position";
  const counts = (parked: Attribute): boolean => (isWhole ? attributeInfo(parked).family === family : parked === attribute);
  return heads.map((head) => Object.keys(show.get("park", parkIdOf(head))?.values ?? {}).some(counts));
}

/** A parked head, for a list of them. */
export interface ParkedLine {
  readonly head: HeadKey;
  readonly name: string;
  readonly families: readonly Family[];
  readonly personId: string;
}

/** All that is parked, by the heads' numbers. */
export function parkedLines(show: Show): ParkedLine[] {
  return show
    .all("park")
    .flatMap(({ head, values, personId }) => {
      const of = show.rig.headByKey.get(head);
      const families = new Set(Object.keys(values).map((attribute) => attributeInfo(attribute).family));
      return of
        ? [
            {
              line: { head, name: `${of.label} ${of.fixture.name}`, families: FAMILIES.filter((family) => families.has(family)), personId },
              at: of.fixture.number,
            },
          ]
        : [];
    })
    .sort((a, b) => a.at - b.at)
    .map(({ line }) => line);
}
