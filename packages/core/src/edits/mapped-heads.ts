import { sameJson } from "../document/record";
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
        const to = mapped(from, become);
        if (!sameJson(from, to)) changes.push(setChange(record.id, [field], { from, to }));
      }
  return changes;
}

function mapped(value: unknown, become: HeadsBecome): unknown {
  if (Array.isArray(value)) {
    // Lists of heads: several that become one stand there once.
    if (value.some((entry) => typeof entry === "string" && become.has(entry)))
      return [...new Set(value.flatMap((entry: string) => become.get(entry) ?? [entry]))];
    return value.map((entry) => mapped(entry, become));
  }
  if (typeof value !== "object" || value === null) return value;
  const result: Record<string, unknown> = {};
  for (const [key, inner] of Object.entries(value)) {
    const now = mapped(inner, become);
    for (const name of become.get(key) ?? [key]) if (!(name in result)) result[name] = now;
  }
  return result;
}
