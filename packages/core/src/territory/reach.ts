import type { Family } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Person, Territory } from "./territory";

/** What reach is computed from. */
export interface ReachContext {
  readonly territories: readonly Territory[];
  groupHeads(groupId: string): readonly HeadKey[] | null;
}

/** Tells whether a head's family may be changed. */
export type Reach = (head: HeadKey, family: Family) => boolean;

const EVERYTHING: Reach = () => true;
const NOTHING: Reach = () => false;

/** What a person may change: the lead everything, programmers what their territories hold, others nothing. */
export function reachOf(person: Person, context: ReachContext): Reach {
  if (person.role === "lead") return EVERYTHING;
  if (person.role !== "programmer") return NOTHING;
  return reachWithin(context, ({ personIds }) => personIds.includes(person.id));
}

/** What content owned by a territory may drive; common content (null) may drive everything. */
export function reachOfOwner(territoryId: string | null, context: ReachContext): Reach {
  return territoryId === null ? EVERYTHING : reachWithin(context, ({ id }) => id === territoryId);
}

function reachWithin(context: ReachContext, counts: (territory: Territory) => boolean): Reach {
  const territories = context.territories.filter(counts);
  const owners = ownership({ territories, groupHeads: (id) => context.groupHeads(id) });
  return (head, family) => owners(head, family) !== null;
}

/** Tells which territory holds a head's family; null when nobody but the lead has it. Built once, asked often. */
export function ownership(context: ReachContext): (head: HeadKey, family: Family) => Territory | null {
  const owners = new Map<HeadKey, Map<Family, Territory>>();
  for (const territory of context.territories)
    for (const part of territory.parts)
      for (const head of [...part.heads, ...part.groupIds.flatMap((id) => context.groupHeads(id) ?? [])]) {
        const families = owners.get(head) ?? new Map<Family, Territory>();
        for (const family of part.families) if (!families.has(family)) families.set(family, territory);
        owners.set(head, families);
      }
  return (head, family) => owners.get(head)?.get(family) ?? null;
}
