/** Texts for people: whatever stands in them is nobody's name. */
const SAID: ReadonlySet<string> = new Set(["id", "kind", "name", "note", "label"]);

/**
 * A value in which ids and heads are called by what they become, in lists, as keys and as fields. One that becomes several stands for each in
 * lists and keys; one that becomes none leaves lists, and keeps its key.
 */
export function renamed(value: unknown, become: ReadonlyMap<string, readonly string[]>): unknown {
  if (Array.isArray(value)) {
    // Lists of heads: several that become one stand there once.
    if (value.some((entry) => typeof entry === "string" && become.has(entry)))
      return [...new Set(value.flatMap((entry: string) => become.get(entry) ?? [entry]))];
    return value.map((entry) => renamed(entry, become));
  }
  if (typeof value === "string") return become.get(value)?.[0] ?? value;
  if (typeof value !== "object" || value === null) return value;
  const result: Record<string, unknown> = {};
  for (const [key, inner] of Object.entries(value)) {
    const now = SAID.has(key) ? inner : renamed(inner, become);
    const names = become.get(key) ?? [];
    for (const name of names.length > 0 ? names : [key]) if (!(name in result)) result[name] = now;
  }
  return result;
}
