import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { ODD_LAMP, oddLamp, smallShow } from "../testing";
import { headsOfProfile, litHeads } from "./find-heads";
import { readWho, type NamedHeads } from "./read-who";
import { placedHeads } from "./who";

const show = smallShow();
const names: NamedHeads = {
  rig: show.rig,
  groups: show.all("group"),
  selection: { heads: ["fx-4"] },
  groupHeads: (id) => show.groupHeads(id),
  placed: (key) => show.placed(key),
};
const read = (text: string): string => {
  const who = readWho(text, names);
  return who.ok
    ? placedHeads(who.value, names)
        .map(({ key }) => key.replace("fx-", ""))
        .join(" ")
    : explain(who.error);
};

describe("typed selections", () => {
  it.each([
    ["3", "3"],
    ["2..4", "2 3 4"],
    ["4..2", "2 3 4"],
    ["9", "9.1 9.2 9.3"],
    ["9.2", "9.2"],
    ["Movers", "1 2 3 4 5 6 7 8"],
    ["movers/odd", "1 3 5 7"],
    ["movers /3.2", "2 5 8"],
    ["movers/pairs", "1 8"],
    ["movers/runs 4.2", "5 6 7 8"],
    ["movers/odd/even", "3 7"],
    ["1..3 + 7", "1 2 3 7"],
    ["1..5 - 2..3", "1 4 5"],
    ["sel + 1", "4 1"],
    ["cells + 1", "9.1 9.2 9.3 10.1 10.2 10.3 1"],
    ["/odd", "4"],
    ["1,3", "1 3"],
    ["1, 3 , 5", "1 3 5"],
    ["2-4", "2 3 4"],
    ["2–4, 7", "2 3 4 7"],
    ["2 - 4", "2 3 4"],
    ["4 – 2, 7", "2 3 4 7"],
    ["7, 2 - 4 - 3", "7 2 4"],
    ["1..4 - 3", "1 2 4"],
    ["movers - 3 - 5", "1 2 4 6 7 8"],
    ["2 - 4/odd", "2 4"],
    ["9.2..3", "9.2 9.3"],
    ["9.3-9.1, 1", "9.1 9.2 9.3 1"],
    ["7..", "7 8 9.1 9.2 9.3 10.1 10.2 10.3"],
    ["..2", "1 2"],
    ["-2", "1 2"],
    ["1..3, movers/even", "1 2 3 4 6 8"],
    ["movers/odd, cells/3", "1 3 5 7 9.1 10.1"],
    ["movers - 1..3 /odd", "4 6 8"],
    ["movers/odd - 1-3", "5 7"],
    ["1..4 + 7 /even", "2 4"],
    ["all - 3..", "1 2"],
    ["ALL/odd - 5..", "1 3"],
  ])("%s", (text, heads) => {
    expect(read(text)).toBe(heads);
  });

  it("keeps the reference to a single group", () => {
    expect(readWho("Movers/odd", names)).toEqual({ ok: true, value: { groupIds: ["movers"], mask: { type: "every", n: 2, at: 1 } } });
  });

  it.each([
    ["", "“nothing” selects nothing: write heads such as 101..108, or a group. Your selection was kept."],
    ["ferns", "“ferns” selects nothing: there is no group of this name. Your selection was kept."],
    ["77", "“77” selects nothing: no head of this rig has this number. Your selection was kept."],
    ["movers/third", "“/third” selects nothing: masks are /odd, /even, /3, /3.2, /pairs, /runs 4, /first 4, /last 4, /first half, /left, "],
    ["movers/3.4", "“/3.4” selects nothing: masks are"],
    ["movers/0", "“/0” selects nothing: masks are"],
    ["1 - 1", "“1 - 1” selects nothing: no head of this rig is meant by it."],
    ["1..", "1 2 3 4 5 6 7 8 9.1 9.2 9.3 10.1 10.2 10.3"],
    ["..", "“..” selects nothing: there is no group of this name."],
    ["1,,77", "“77” selects nothing: no head of this rig has this number."],
    ["1, /odd x", "selects nothing"],
    ["1/runs 4.9", "“1/runs 4.9” selects nothing: no head of this rig is meant by it."],
  ])("explains what is wrong with “%s”", (text, sentence) => {
    expect(read(text)).toContain(sentence);
  });
});

describe("finding heads", () => {
  it("by profile, and by what is lit", () => {
    expect(headsOfProfile(show.rig, "profile-cells")).toHaveLength(6);
    const values = new Float32Array(show.rig.parameters.length);
    values[show.rig.headByKey.get("fx-5")!.parameters.get("Dimmer")!] = 0.3;
    expect(litHeads(show.rig, values)).toEqual(["fx-5"]);
  });
});

describe("a lamp that is something as a whole", () => {
  const batten = smallShow([ODD_LAMP, { ...oddLamp(11), patch: null }]);
  const own: NamedHeads = { ...names, rig: batten.rig, placed: (key) => batten.placed(key) };
  it.each([
    ["11", "fx-11"],
    ["10..11", "fx-10.1 fx-10.2 fx-10.3 fx-11"],
    ["11.", "fx-11.1 fx-11.2"],
    ["11.2", "fx-11.2"],
    ["3.", "fx-3"],
  ])("%s", (text, heads) => {
    const who = readWho(text, own);
    expect(
      who.ok &&
        placedHeads(who.value, own)
          .map(({ key }) => key)
          .join(" "),
    ).toBe(heads);
  });

  it("is dark though its master stands at full", () => {
    const { rig } = batten;
    expect(
      litHeads(
        rig,
        Float32Array.from(rig.parameters, ({ home }) => home),
      ),
    ).toEqual([]);
    expect(headsOfProfile(rig, ODD_LAMP.id)).toEqual(["fx-11.1", "fx-11.2"]);
  });
});
