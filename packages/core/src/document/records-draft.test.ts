import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { RecordBase } from "./record";
import { RecordsDraft } from "./records-draft";

const record = (id: string, version: number): RecordBase => ({ id, kind: "note", version });

describe("a draft of records", () => {
  it("is what a copied map would be, in its order too, and leaves what it was drafted from alone", () => {
    const ids = fc.constantFrom(..."abcdefgh");
    const act = fc.oneof(
      fc.record({ type: fc.constant("set" as const), id: ids, version: fc.nat(9) }),
      fc.record({ type: fc.constant("delete" as const), id: ids }),
      fc.record({ type: fc.constant("draft" as const) }),
    );
    fc.assert(
      fc.property(fc.array(ids, { maxLength: 5 }), fc.array(act, { maxLength: 600 }), (begin, acts) => {
        let map = new Map(begin.map((id) => [id, record(id, 0)]));
        let draft = RecordsDraft.of<RecordBase>(new Map(map));
        const seen: { draft: RecordsDraft<RecordBase>; entries: [string, RecordBase][] }[] = [];
        for (const each of acts) {
          if (each.type === "set") {
            map.set(each.id, record(each.id, each.version));
            draft.set(each.id, record(each.id, each.version));
          } else if (each.type === "delete") expect(draft.delete(each.id)).toBe(map.delete(each.id));
          else {
            seen.push({ draft, entries: [...map] });
            map = new Map(map);
            draft = RecordsDraft.of<RecordBase>(draft);
          }
          expect(draft.size).toBe(map.size);
        }
        seen.push({ draft, entries: [...map] });
        for (const { draft: kept, entries } of seen) {
          expect([...kept]).toEqual(entries);
          expect([...kept.values()]).toEqual(entries.map(([, value]) => value));
          for (const id of "abcdefgh") expect(kept.get(id)).toEqual(new Map(entries).get(id));
        }
      }),
      { numRuns: 150 },
    );
  });

  it("becomes one map when much differs", () => {
    let draft = RecordsDraft.of<RecordBase>(new Map());
    for (let index = 0; index < 1000; index++) {
      draft = RecordsDraft.of<RecordBase>(draft);
      draft.set(`${index}`, record(`${index}`, 1));
      if (index % 3 === 0) draft.delete(`${Math.floor(index / 2)}`);
    }
    const plain = new Map<string, RecordBase>();
    for (let index = 0; index < 1000; index++) {
      plain.set(`${index}`, record(`${index}`, 1));
      if (index % 3 === 0) plain.delete(`${Math.floor(index / 2)}`);
    }
    expect([...draft]).toEqual([...plain]);
  });
});
