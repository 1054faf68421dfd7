import { sameJson } from "../document/record";
import { renamed } from "../document/renamed";
import { setChange, type Change } from "../document/transaction";
import type { HeadKey } from "../rig/fixture";
import type { Show } from "../show/show";

/** What each head of a lamp becomes when the lamp gets another body: one head or several; those that stay as they are are left out. */
export type HeadsBecome = ReadonlyMap<HeadKey, readonly HeadKey[]>;

/** Fields that hold heads, of the kinds whose looks and names follow a lamp. */
const HOLDS = {
  group: ["heads"],
  cue: ["strokes"],
  sketch: ["strokes"],
  preset: ["universal", "perProfile", "perHead"],
  territory: ["parts"],
  groupMaster: ["who"],
} as const;

/** The changes that make everything that names these heads name what they become. */
export function mappedHeads(show: Show, become: HeadsBecome): Change[] {
  if (become.size === 0) return [];
  const changes: Change[] = [];
  for (const kind of Object.keys(HOLDS) as (keyof typeof HOLDS)[])
    for (const record of show.all(kind))
      for (const field of HOLDS[kind]) {
        const from = (record as unknown as Record<string, unknown>)[field];
        const to = renamed(from, become);
        if (!sameJson(from, to)) changes.push(setChange(record.id, [field], { from, to }));
      }
  return changes;
}
