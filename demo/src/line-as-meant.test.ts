import { completeLine, readLine, Show, type LineContext } from "@vexa/core";
import { describe, expect, it } from "vitest";
import { understory } from "./understory";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
const selected: LineContext = {
  show,
  personId: "person-ines",
  selection: { groupIds: [show.all("group").find(({ name }) => name === "Rib spots")!.id] },
  values: new Float32Array(show.rig.parameters.length),
  newId: () => "new",
  cardId: "card-ember-wash",
};
const nobody: LineContext = { ...selected, selection: { heads: [] }, cardId: null };

/** Left as people write, right as the grammar has it: both do the same. The left ones come from nobody's language: common English. */
const MEANT: readonly (readonly [string, string])[] = [
  ["dim 50", "sel: Dimmer 50"],
  ["dim full", "sel: dim 100"],
  ["dim out..half..full", "sel: dim 0..50..100"],
  ["DIM 50, FADE 2", "sel: dim 50, fade 2"],
  ["dim 50 fade 2 delay 0..1", "sel: dim 50, fade 2, delay 0..1"],
  ["dim 50 in 2", "sel: dim 50, fade 2"],
  ["tilt +10", "sel: tilt +10"],
  ["color red..blue", "sel: color red..blue"],
  ["Ember", "sel: Ember"],
  ["follow voice", "sel: follow Voice"],
  ["circle 40", "sel: circle 40"],
  ["dim wave sine 0..100", "sel: dim wave sine 0..100"],
  ["101..104 dim full", "101..104: dim 100"],
  ["Floor washes dim 20..80", "Floor washes: dim 20..80"],
  ["Floor washes odd dim 20", "Floor washes/odd: dim 20"],
  ["Rib spots odd: dim 80", "Rib spots/odd: dim 80"],
  ["101 @ 50", "101: dim 50"],
  ["101 at full", "101: dim 100"],
  ["101 50", "101: dim 50"],
  ["all at full", "all: dim 100"],
  ["101 off", "101: dim 0"],
  ["Floor washes out", "Floor washes: dim 0"],
  ["Night bloom 50", "Night bloom at 50"],
  ["go Night bloom", "Night bloom go"],
  ["go Night bloom 2 in 3", "Night bloom go 2 in 3"],
  ["let go Night bloom", "Night bloom let go"],
  ["release Night bloom", "Night bloom let go"],
  ["Night bloom off", "Night bloom let go"],
  ["tap Pulse", "Pulse tap"],
  ["park 101..104 dim", "101..104 park dim"],
  ["park", "sel park"],
  ["highlight on", "sel highlight"],
  ["select Rib spots", "Rib spots"],
  ["own times", "pace off"],
  ["pace 2 s", "pace 2"],
  ["blackout on", "blackout"],
  ["clear", "wipe"],
  ["go", "Ember wash go"],
  ["next", "Ember wash go"],
  ["Back", "Ember wash back"],
  ["let go", "Ember wash let go"],
  ["release", "Ember wash let go"],
  ["let go everything", "let go all"],
  ["release all", "let go all"],
  ["stop all macros", "stop macros"],
];

describe("a line that isn't written as the grammar has it", () => {
  it.each(MEANT)("%s is %s", (written, strict) => {
    const [as, by] = [readLine(written, selected), readLine(strict, selected)];
    expect(as.ok && by.ok).toBe(true);
    expect(as).toEqual(by);
    // What it was understood as is said in full, and is the same once more.
    expect(as.ok && readLine(as.value.line, selected)).toEqual(by);
  });

  it("is a pace as long as beats of a master take now", () => {
    expect(readLine("pace 2 beats of Pulse", selected)).toMatchObject({ ok: true, value: { line: "pace 1.25", play: [{ type: "pace" }] } });
    expect(readLine("pace 0 beats of Pulse", selected).ok).toBe(false);
    expect(readLine("pace 2 beats of Nobody", selected).ok).toBe(false);
    expect(readLine("pace 9999 beats", selected).ok).toBe(false);
  });

  it.each([
    ["dim 50", nobody, "nobody is selected"],
    ["dim abc", selected, "neither a preset nor an attribute with a value"],
    ["follow nobody", selected, "there is no target of this name"],
    ["color chartreusey", selected, "a colour is written as a word"],
    ["go", nobody, "no card is at hand"],
    ["stop Nobody", selected, "there is no macro of this name"],
    ["go Nobody", selected, "there is no list or card of this name"],
    ["Night bloom go 99", selected, "the list has no cue of this number"],
    ["record cue 5 in Night bloom", selected, "your sketch is empty"],
    ["what can I do", selected, "or a thing and what happens to it"],
    ["Rib spotz: dim 5", selected, "there is no group of this name"],
    ["paint Orchid", selected, "there is nothing of this name"],
  ] as const)("says what is missing in %s", (text, context, why) => {
    const read = readLine(text, context);
    expect(read.ok ? null : read.error.details["why"]).toContain(why);
  });

  it("is completed with what the selection can do", () => {
    expect(completeLine("dim", selected)[0]).toMatchObject({ line: "sel: Dimmer " });
    expect(completeLine("Ni", selected)[0]).toMatchObject({ line: "Night bloom go" });
    expect(completeLine("dim", nobody).some(({ line }) => line.startsWith("sel"))).toBe(false);
  });

  it("is never more than a moment's work, however long", () => {
    for (const text of ["go ".repeat(300), "a b ".repeat(200), "@".repeat(900), " at ".repeat(200), "101 ".repeat(240)])
      expect(readLine(text, selected).ok).toBe(false);
  });
});
