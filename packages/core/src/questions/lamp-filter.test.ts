import { describe, expect, it } from "vitest";
import { fixture, smallShow } from "../testing";
import { lampFilter } from "./lamp-filter";

const show = smallShow([
  { ...fixture(30), patch: null, note: "from the van" },
  { ...fixture(31), patch: { universe: 3, address: 7 }, layer: "Front truss", curveId: "curve s", outOfService: { fans: "gap" } },
  { ...fixture(32), patch: { universe: 13, address: 3 }, spare: true },
]);
const found = (text: string): number[] =>
  show
    .all("fixture")
    .filter(lampFilter(show, text))
    .map(({ number }) => number);

describe("finding lamps by what is typed", () => {
  it("reads universes whole, and other words out of what is written", () => {
    expect(found("universe 3")).toEqual([31]);
    expect(found("mover universe 13")).toEqual([32]);
    expect(found("13.3")).toEqual([32]);
    expect(found("the van")).toEqual([30]);
    expect(found("group cells")).toEqual([9, 10]);
    expect(found("layer front")).toEqual([31]);
    expect(found("curve s")).toEqual([31]);
    expect(found("unpatched")).toEqual([30]);
    expect(found("broken")).toEqual([31]);
    expect(found("spare")).toEqual([32]);
    expect(found("")).toHaveLength(13);
    expect(found("nothing of that")).toEqual([]);
    expect(found("universe")).toEqual([]);
  });
});
