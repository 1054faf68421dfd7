import { describe, expect, it } from "vitest";
import { Show, type ShowRecord } from "@vexa/core";
import { slotOf, slotParameters } from "./slot-map";
import { readSearch, slotTest } from "./slot-search";

/** Two fixtures of three channels, a 16-bit dimmer and a red, in universe 3 from 10 and from 511 on, where the second runs out. */
const RECORDS = [
  {
    id: "profile",
    kind: "profile",
    version: 1,
    maker: "Quillfern",
    model: "Small",
    emitters: {},
    beamDegrees: 0,
    modes: [
      {
        id: "mode",
        name: "Only",
        footprint: 3,
        heads: ["Head"],
        channels: [
          { head: 0, attribute: "Dimmer", slots: [1, 2], physical: [0, 1], home: 0 },
          { head: 0, attribute: "ColorAdd_R", slots: [3], physical: [0, 1], home: 1 },
        ],
      },
    ],
  },
  ...[10, 511].map((address, index) => ({
    id: `fx-${index + 1}`,
    kind: "fixture",
    version: 1,
    number: 101 + index,
    name: index === 0 ? "Fern lamp" : "Edge lamp",
    profileId: "profile",
    modeId: "mode",
    patch: { universe: 3, address },
    position: { x: 0, y: 0, z: 0 },
    rotation: { x: 0, y: 0, z: 0 },
  })),
] as unknown as ShowRecord[];
const { rig } = new Show(new Map(RECORDS.map((record) => [record.id, record])));
const owners = slotParameters(rig);
const found = (text: string, levels: Readonly<Record<number, number>> = {}): number[] => {
  const fits = slotTest(readSearch(text), rig, owners);
  return [...owners.keys()].filter((slot) => fits(slot, levels[slot] ?? 0)).map((slot) => slot + 1);
};

describe("looking for levels", () => {
  it("knows which slot carries what, up to the universe's end", () => {
    expect([...owners.keys()].filter((slot) => owners[slot]! >= 0).map((slot) => slot + 1)).toEqual([10, 11, 12, 511, 512]);
    expect(slotOf(rig.heads[0]!.parameters.get("ColorAdd_R")!, rig)).toBe(11);
  });

  it("finds by head's number or name, by address, by level", () => {
    expect(found("101")).toEqual([10, 11, 12]);
    expect(found("Head 101")).toEqual([10, 11, 12]);
    expect(found("FERN")).toEqual([10, 11, 12]);
    expect(found("3.511")).toEqual([511]);
    expect(found("3.")).toHaveLength(512);
    expect(found("4.1")).toEqual([]);
    expect(found("=200", { 9: 200, 10: 199, 100: 200 })).toEqual([10]);
    expect(found(">199", { 9: 200, 10: 199 })).toEqual([10]);
    expect(found("100..199", { 9: 200, 10: 199 })).toEqual([11]);
  });

  it.each([
    ["=256", "levels go from 0 to 255"],
    ["20..10", "the lower first"],
    ["1.513", "addresses go from 1 to 512"],
    ["1.0", "addresses go from 1 to 512"],
  ])("says what is wrong with %s and finds nothing", (text, why) => {
    const search = readSearch(text);
    expect(search.by === "unreadable" && search.why).toContain(why);
    expect(found(text)).toEqual([]);
  });
});
