import { explain, Show, whoSaid, type HeadKey } from "@vexa/core";
import { describe, expect, it } from "vitest";
import { understory } from "./understory";

const records = new Map(understory().map((record) => [record.id, record]));
const plain = new Show(records);
const group = (name: string): readonly HeadKey[] => plain.groupHeads(plain.all("group").find((each) => each.name === name)!.id)!;
const spots = group("Rib spots");
const washes = group("Floor washes");

/** On stage: every third rib spot at a tenth, one wash; two heads parked, of which one is dark. */
const lit = [...spots.filter((_, index) => index % 3 === 0), washes[5]!];
const parked = [spots[1]!, washes[5]!];
const show = new Show(
  new Map([
    ...records,
    ...parked.map((head, index) => [`p${index}`, { kind: "park", id: `p${index}`, head, values: { Dimmer: 0 }, personId: "ann" }] as const),
  ] as never),
);
const values = new Float32Array(show.rig.parameters.length);
for (const key of lit) values[show.rig.headByKey.get(key)!.parameters.get("Dimmer")!] = 0.1;
const names = { show, selection: { heads: spots.slice(0, 6) }, values };
const heads = (text: string): readonly HeadKey[] => {
  const said = whoSaid(text, names);
  if (!said.ok) throw new Error(explain(said.error));
  return said.value.heads;
};
const x = (key: HeadKey): number => show.rig.headByKey.get(key)!.position.x;
const y = (key: HeadKey): number => show.rig.headByKey.get(key)!.position.y;

describe("a selection that is typed by what is on stage", () => {
  it("is what is lit or parked now, alone and as a mask, written as the grammar has it or as people say it", () => {
    for (const text of ["lit", "lit heads", "all/lit", "everything that is lit"]) expect([...heads(text)].sort()).toEqual([...lit].sort());
    for (const text of ["parked", "parked lamps"]) expect([...heads(text)].sort()).toEqual([...parked].sort());
    for (const text of ["Rib spots/lit", "lit Rib spots", "Rib spots that are lit"]) expect(heads(text)).toEqual(lit.slice(0, -1));
    expect(heads("/lit")).toEqual([spots[0], spots[3]]);
    expect(heads("parked Floor washes")).toEqual([washes[5]]);
    expect([...heads("lit and parked")].sort()).toEqual([...new Set([...lit, ...parked])].sort());
    expect(heads("Rib spots without lit")).toEqual(spots.filter((_, index) => index % 3 !== 0));
    expect([...heads("lit without parked")].sort()).toEqual(lit.filter((key) => !parked.includes(key)).sort());
    expect(heads("odd lit Rib spots")).toEqual(lit.slice(0, -1).filter((_, index) => index % 2 === 0));
  });

  it("says so where nothing is, or nobody knows", () => {
    const dark = { ...names, values: new Float32Array(values.length) };
    const said = (text: string, of: Parameters<typeof whoSaid>[1]): string => {
      const read = whoSaid(text, of);
      return read.ok ? "understood" : explain(read.error);
    };
    expect(said("lit", dark)).toContain("“lit” selects nothing: no head is lit now");
    expect(said("parked", { ...names, show: plain })).toContain("no head is parked now");
    expect(said("lit Rib spots", dark)).toContain("no head of this rig is meant by it");
    expect(said("lit", { show, selection: {} })).toContain("there is no group of this name");
  });
});

describe("parts of a group by place and count", () => {
  it("are counted along its order", () => {
    expect(heads("Rib spots/first 4")).toEqual(spots.slice(0, 4));
    expect(heads("Rib spots/last 3")).toEqual(spots.slice(-3));
    expect(heads("Rib spots/first")).toEqual([spots[0]]);
    expect(heads("Rib spots/last")).toEqual([spots.at(-1)]);
    const middle = Math.ceil(spots.length / 2);
    expect(heads("Rib spots/first half")).toEqual(spots.slice(0, middle));
    expect(heads("Rib spots/second half")).toEqual(spots.slice(middle));
    expect(heads("sel/first 5/second half")).toEqual(spots.slice(3, 5));
    expect(heads("Rib spots/first 9999")).toEqual(spots);
    expect(heads("Rib spots/last 9999")).toEqual(spots);
  });

  it("lie where the stage has them: what is left is left of all the rest", () => {
    const [left, right] = [heads("Rib spots/left"), heads("right half of Rib spots")];
    expect(new Set([...left, ...right])).toEqual(new Set(spots));
    expect(left.length - right.length).toBeOneOf([0, 1]);
    expect(Math.max(...left.map(x))).toBeLessThanOrEqual(Math.min(...right.map(x)));
    const [near, far] = [heads("Rib spots/near"), heads("Rib spots/far")];
    expect(Math.max(...near.map(y))).toBeLessThanOrEqual(Math.min(...far.map(y)));
    const [ends, middle] = [heads("ends of Rib spots"), heads("Rib spots/middle")];
    expect(new Set([...ends, ...middle])).toEqual(new Set(spots));
    expect(Math.min(...ends.map(x))).toBeLessThanOrEqual(Math.min(...middle.map(x)));
  });

  it.each(["Rib spots/last 0", "Rib spots/first 0", "Rib spots/first x", "Rib spots/third half"])(
    "%s is refused with what there is",
    (text) => {
      const read = whoSaid(text, names);
      expect(read.ok ? "understood" : explain(read.error)).toMatch(/masks are \/odd/);
    },
  );
});
