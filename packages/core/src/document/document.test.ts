import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply, valueAt } from "./apply";
import { sameJson, type Json, type RecordBase } from "./record";
import { invert, merge, setChange, type Change } from "./transaction";

type Loose = RecordBase & Record<string, Json>;
const json = fc.jsonValue({ maxDepth: 2 }) as fc.Arbitrary<Json>;
const start = new Map<string, Loose>(
  ["a", "b", "c"].map((id) => [id, { id, kind: "thing", version: 1, name: id, deep: { x: 1, y: { z: 2 } } }]),
);

/** Random changes that fit one after the other. */
function walk(steps: readonly { act: string; id: string; path: readonly string[]; to: Json | undefined }[]): {
  changes: Change[];
  end: ReadonlyMap<string, RecordBase>;
} {
  let records: ReadonlyMap<string, RecordBase> = start;
  const changes: Change[] = [];
  for (const { act, id, path, to } of steps) {
    const present = records.get(id);
    const change: Change = !present
      ? { op: "add", record: { id, kind: "thing", version: 1, name: to } as RecordBase }
      : act === "remove"
        ? { op: "remove", record: present }
        : setChange(id, path, { from: valueAt(present, path), to });
    const next = apply(records, [change]);
    if (!next.ok) continue;
    records = next.value;
    changes.push(change);
  }
  return { changes, end: records };
}

const steps = fc.array(
  fc.record({
    act: fc.constantFrom("set", "set", "set", "remove"),
    id: fc.constantFrom("a", "b", "c", "d"),
    path: fc.constantFrom(["name"], ["deep"], ["deep", "x"], ["deep", "y", "z"], ["new"]),
    to: json,
  }),
  { maxLength: 20 },
);
const contents = (records: ReadonlyMap<string, RecordBase>): unknown =>
  [...records.values()].map((record) => ({ ...record, version: 0 })).sort((a, b) => (a.id < b.id ? -1 : 1));
const applied = (records: ReadonlyMap<string, RecordBase>, changes: readonly Change[]): ReadonlyMap<string, RecordBase> => {
  const result = apply(records, changes);
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
};

describe("changes as values", () => {
  it("apply then invert is identity but for versions, which only rise", () => {
    fc.assert(
      fc.property(steps, (list) => {
        const { changes, end } = walk(list);
        expect(contents(applied(end, invert(changes)))).toEqual(contents(start));
      }),
      { seed: 19 },
    );
  });

  it("go through JSON both ways", () => {
    fc.assert(
      fc.property(steps, (list) => {
        const { changes, end } = walk(list);
        expect(contents(applied(start, JSON.parse(JSON.stringify(changes)) as Change[]))).toEqual(contents(end));
      }),
      { seed: 23 },
    );
  });

  it("merge into fewer that do the same and can be taken back", () => {
    fc.assert(
      fc.property(steps, fc.nat(20), (list, cut) => {
        const { changes, end } = walk(list);
        const merged = merge(changes.slice(0, cut), changes.slice(cut));
        expect(merged.length).toBeLessThanOrEqual(changes.length);
        expect(contents(applied(start, merged))).toEqual(contents(end));
        expect(contents(applied(end, invert(merged)))).toEqual(contents(start));
      }),
      { seed: 29 },
    );
  });

  it("a drag merges into one change from its first to its last value", () => {
    const drag = [1, 2, 3].map((to) => setChange("a", ["deep", "x"], { from: to === 1 ? 1 : to - 1, to }));
    expect(drag.reduce<Change[]>((sum, change) => merge(sum, [change]), [])).toEqual([setChange("a", ["deep", "x"], { from: 1, to: 3 })]);
  });
});

describe("apply", () => {
  const refusal = (changes: Change[]): string => {
    const result = apply(start, changes);
    return result.ok ? "ok" : result.error.code;
  };

  it("refuses a set whose from no longer holds and changes nothing", () => {
    expect(refusal([setChange("a", ["name"], { from: "a", to: "x" }), setChange("a", ["name"], { from: "a", to: "y" })])).toBe(
      "value.conflict",
    );
    expect(start.get("a")!.name).toBe("a");
  });

  it("refuses unknown ids, ids that exist, fixed fields and ways that lead nowhere", () => {
    expect(refusal([setChange("zz", ["name"], { to: 1 })])).toBe("record.unknown");
    expect(refusal([{ op: "add", record: { id: "a", kind: "thing", version: 1 } }])).toBe("record.exists");
    expect(refusal([setChange("a", ["version"], { from: 1, to: 7 })])).toBe("value.invalid");
    expect(refusal([setChange("a", [], { to: 7 })])).toBe("value.invalid");
    expect(refusal([setChange("a", ["none", "x"], { to: 7 })])).toBe("record.unknown");
    expect(refusal([{ op: "remove", record: { id: "a", kind: "thing", version: 1 } }])).toBe("value.conflict");
  });

  it.each(["__proto__", "constructor", "prototype"])("never follows %s", (key) => {
    expect(refusal([setChange("a", [key, "polluted"], { to: true })])).toBe("value.invalid");
    expect(({} as Record<string, unknown>)["polluted"]).toBeUndefined();
  });

  it("keeps untouched records the same objects", () => {
    const next = applied(start, [setChange("a", ["deep", "x"], { from: 1, to: 5 })]);
    expect(next.get("b")).toBe(start.get("b"));
    expect(next.get("a")).toMatchObject({ version: 2, deep: { x: 5, y: { z: 2 } } });
    expect(start.get("a")).toMatchObject({ version: 1, deep: { x: 1 } });
  });
});

it("sameJson tells JSON values apart", () => {
  fc.assert(
    fc.property(json, json, (a, b) => {
      expect(sameJson(a, JSON.parse(JSON.stringify(a)))).toBe(true);
      if (JSON.stringify(a) === JSON.stringify(b)) expect(sameJson(a, b)).toBe(true);
    }),
    { seed: 31 },
  );
  expect(sameJson({}, [])).toBe(false);
  expect(sameJson({ a: undefined }, {})).toBe(false);
});
