import { sameJson, type RecordBase } from "./record";
import { setChange, type Change } from "./transaction";

const OWN: ReadonlySet<string> = new Set(["id", "kind", "version"]);

/** The changes that make a record say what another one of its kind says, field by field; the id and the version stay its own. */
export function fieldChanges(from: RecordBase, to: RecordBase): Change[] {
  const [before, after] = [from, to] as unknown as [Record<string, unknown>, Record<string, unknown>];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((field) => !OWN.has(field) && !sameJson(before[field], after[field]))
    .map((field) => setChange(from.id, [field], { from: before[field], to: after[field] }));
}
