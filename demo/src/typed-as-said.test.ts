import { explain, namedKnots, parseFan, readLine, seededRandom, selectedHeads, Show, whoSaid, type Quantity } from "@vexa/core";
import { describe, expect, it } from "vitest";
import { understory } from "./understory";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
const groupNamed = (name: string): string => show.all("group").find((group) => group.name === name)!.id;
const names = { show, selection: { groupIds: [groupNamed("Floor washes")] } };
const heads = (text: string): readonly string[] => {
  const said = whoSaid(text, names);
  if (!said.ok) throw new Error(explain(said.error));
  return said.value.heads;
};

/** Left as people type, right as the grammar has it: both are the same heads in the same order. Common English, nobody's syntax. */
const SELECTIONS: readonly (readonly [string, string])[] = [
  ["101 to 108", "101..108"],
  ["101 through 108", "101..108"],
  ["101 - 108", "101..108"],
  ["101 - 108, 201", "101..108, 201"],
  ["101 … 108", "101..108"],
  ["101 108", "101, 108"],
  ["101,103 105", "101, 103, 105"],
  ["101; 102 & 103", "101, 102, 103"],
  ["#101", "101"],
  ["lamp no. 101", "101"],
  ["101 to 108 without 103 to 105", "101..108 - 103..105"],
  ["Rib spots and Floor washes", "Rib spots, Floor washes"],
  ["Blinders and strobes and 101", "Blinders and strobes, 101"],
  ["Rib spots minus 101", "Rib spots - 101"],
  ["Rib spots except Left ribs", "Rib spots - Left ribs"],
  ["Rib spots odd", "Rib spots/odd"],
  ["odd Rib spots", "Rib spots/odd"],
  ["the odd heads of Rib spots", "Rib spots/odd"],
  ["odd Left ribs and even Right ribs", "Left ribs/odd, Right ribs/even"],
  ["Left ribs and even Right ribs", "Left ribs, Right ribs/even"],
  ["every other of Rib spots", "Rib spots/2"],
  ["every 3rd of Rib spots without 101", "Rib spots/3 - 101"],
  ["Rib spots/every 3.2", "Rib spots/3.2"],
  ["Rib spots every third", "Rib spots/3"],
  ["Rib spots runs 4.2", "Rib spots/runs 4.2"],
  ["rib  spots", "Rib spots"],
  ["ribspots", "Rib spots"],
  ["“Rib spots”", "Rib spots"],
  ["lantern", "Lantern string"],
  ["uplights", "Fern uplights"],
  ["everything", "all"],
  ["everything except Rib spots", "all - Rib spots"],
  ["everything except Rib spots and Floor washes", "all - Rib spots - Floor washes"],
  ["everything but not Rib spots", "all - Rib spots"],
  ["Rib spots without 101, 102", "Rib spots - 101 - 102"],
  ["Rib spots without 101 plus 201", "Rib spots - 101, 201"],
  ["Rib spots without 101 plus 201 and 202", "Rib spots - 101, 201, 202"],
  ["Rib spots - 101 and 201", "Rib spots - 101, 201"],
  ["everything except odd Rib spots", "all - Rib spots/odd"],
  ["everything except Rib spots odd", "all - Rib spots/odd"],
  ["101 to 108 and odd every third Rib 3 spots", "101..108, Rib 3 spots/odd/3"],
  ["odd", "/odd"],
  ["every second", "/2"],
  ["these and 101", "sel, 101"],
  ["first 4 of Rib spots", "Rib spots/first 4"],
  ["the first four Rib spots", "Rib spots/first 4"],
  ["Rib spots last 2 and 201", "Rib spots/last 2, 201"],
  ["last of Rib spots", "Rib spots/last"],
  ["left half of Rib spots", "Rib spots/left"],
  ["front half of Floor washes", "Floor washes/near"],
  ["Rib spots second half", "Rib spots/second half"],
  ["Rib spots without the first 4", "Rib spots - Rib spots/first 4"],
  ["odd Rib spots without the first 4", "Rib spots/odd - Rib spots/odd/first 4"],
  ["ends of Rib spots", "Rib spots/ends"],
  ["first 4 of Rib spots and last 4 of Floor washes", "Rib spots/first 4, Floor washes/last 4"],
];

describe("a selection that isn't typed as the grammar has it", () => {
  it.each(SELECTIONS)("%s is %s", (said, strict) => {
    expect(heads(said)).toEqual(heads(strict));
    expect(heads(said).length).toBeGreaterThan(0);
    // What it was understood as is the same once more.
    const read = whoSaid(said, names);
    expect(read.ok && whoSaid(read.value.text, names)).toMatchObject({ ok: true, value: { who: read.ok && read.value.who } });
  });

  it("may be lamps of a profile, and cells of one lamp", () => {
    const heron = show.rig.heads.filter(({ profile }) => profile.model === "Heron 400 Profile").map(({ key }) => key);
    expect(heron.length).toBeGreaterThan(50);
    for (const text of ["Heron 400 Profile", "heron 400", "heron"]) expect([...heads(text)].sort()).toEqual([...heron].sort());
    expect(heads("heron 400 odd")).toHaveLength(Math.ceil(heron.length / 2));
    const bar = show.rig.heads.find(({ fixture, key }) => key === `${fixture.id}.3`)!.fixture;
    const cells = [2, 3, 4].map((cell) => `${bar.id}.${cell}`);
    for (const text of [`${bar.number}.2..4`, `${bar.number}.2-4`, `${bar.number}.4..${bar.number}.2`]) expect(heads(text)).toEqual(cells);
    expect(heads(`${bar.number}.2..4 and 101`)).toHaveLength(4);
  });

  it("stays linked to its group where it stands alone", () => {
    expect(whoSaid("odd lantern", names)).toMatchObject({
      ok: true,
      value: { who: { groupIds: [groupNamed("Lantern string")], mask: { type: "every", n: 2, at: 1 } }, text: "Lantern string/odd" },
    });
  });

  it.each([
    ["ribs 101", "“ribs” selects nothing: it may be Left ribs or Right ribs"],
    ["rib", "“rib” selects nothing: it may be Rib spots or Rib 3 spots"],
    ["Rib spots and moon", "“moon” selects nothing: there is no group of this name"],
    ["without 101", "write who, such as 101..108 or a group"],
    ["Rib spots and odd", "write who, such as 101..108 or a group"],
    ["and", "there is no group of this name"],
    ["Rib spots 1..4", "“1..4” selects nothing: no head of this rig has this number"],
    ["Rib spots/halves", "masks are /odd"],
    ["99999 to 99998", "no head of this rig has this number"],
    ["x ".repeat(400), "there is no group of this name"],
    ["__proto__", "there is no group of this name"],
  ] as const)("says of “%.20s” at which word", (said, why) => {
    const read = whoSaid(said, names);
    expect(read.ok ? "understood" : explain(read.error)).toContain(why);
  });

  it("is the grammar's own wherever that reads it, and never throws, of five thousand thrown together", () => {
    const random = seededRandom(20261130);
    const words =
      "Rib spots|Floor|washes|ribs|101|102..108|..|to|-|and|without|odd|every|3rd|/odd|/runs 4|sel|all|of|,|;|Heron 400|201.2..4|(|\\|*|$|1e9|é".split(
        "|",
      );
    let understood = 0;
    for (let round = 0; round < 5000; round++) {
      const text = Array.from({ length: 1 + Math.floor(random() * 6) }, () => words[Math.floor(random() * words.length)]).join(" ");
      const said = whoSaid(text, names);
      if (!said.ok) continue;
      understood++;
      expect(said.value.heads.every((key) => show.rig.headByKey.has(key))).toBe(true);
      expect(said.value.heads).toEqual(selectedHeads(said.value.who, show));
    }
    expect(understood).toBeGreaterThan(800);
  });
});

describe("a line about heads that aren't written as the grammar has them", () => {
  const context = { ...names, personId: "person-ines", values: new Float32Array(show.rig.parameters.length), newId: () => "new" };
  it.each([
    ["101 to 108: dim 50", "101..108: dim 50"],
    ["101 to 108 at 50", "101..108: dim 50"],
    ["101 to 108 dim 50 fade 2", "101..108: dim 50, fade 2"],
    ["odd Rib spots dim 0 to 80", "Rib spots/odd: dim 0..80"],
    ["lantern: dim full", "Lantern string: dim 100"],
    ["Rib spots and Floor washes at 20", "Rib spots, Floor washes: dim 20"],
    ["everything except Rib spots off", "all - Rib spots: dim 0"],
    ["101 to 108", "101..108"],
    ["every third of Rib spots", "Rib spots/3"],
    ["Rib spots: Ember to Moss", "Rib spots: Ember..Moss"],
    ["Rib spots: color amber to blue", "Rib spots: color amber..blue"],
    ["Rib spots follow Voice to Strings", "Rib spots: follow Voice..Strings"],
  ])("%s is %s", (written, strict) => {
    const [as, by] = [readLine(written, context), readLine(strict, context)];
    expect(as.ok && by.ok).toBe(true);
    expect(as).toEqual(by);
  });
});

describe("names along heads", () => {
  it("are one by all of a text before they are several", () => {
    const find = (text: string): string | undefined => ["a to b", "a", "b"].find((name) => name === text);
    expect(namedKnots(" a to b ", find)).toEqual(["a to b"]);
    expect(namedKnots("a..b", find)).toEqual(["a", "b"]);
    expect(namedKnots("a > b > a", find)).toEqual(["a", "b", "a"]);
    expect(namedKnots("a..c", find)).toBeNull();
  });
});

describe("numbers along heads", () => {
  it.each([
    ["0 to 100", "percent", [0, 100]],
    ["0 - 100", "percent", [0, 100]],
    ["0-100", "percent", [0, 100]],
    ["0% - 100%", "percent", [0, 100]],
    ["0…100", "percent", [0, 100]],
    ["0 > 100 > 0", "percent", [0, 100, 0]],
    ["0 100 0", "percent", [0, 100, 0]],
    ["full to out", "percent", [100, 0]],
    ["-45 45", "degrees", [-45, 45]],
    ["-45..-20", "degrees", [-45, -20]],
    ["-45 to -20", "degrees", [-45, -20]],
    ["45° - 90°", "degrees", [45, 90]],
    ["1/8 turn to 1/4 turn", "degrees", [45, 90]],
    ["0 s to 1.5 s", "seconds", [0, 1.5]],
    ["1m30", "seconds", [90]],
    ["2 min 5 s", "seconds", [125]],
    ["120 bpm", "hertz", [2]],
    ["10 ft", "metres", [3.048]],
    ["0.5x to 2x", "plain", [0.5, 2]],
    ["-5", "degrees", [-5]],
    ["1/2", "seconds", [0.5]],
  ] as const)("%s in %s", (text, quantity, knots) => {
    const read = parseFan(text, "It", quantity satisfies Quantity);
    expect(read.ok ? read.value.map((knot) => Math.round(knot * 1e9) / 1e9) : explain(read.error)).toEqual(knots);
  });

  it("are never more than a moment's work, however long", () => {
    for (const text of [`1${" ".repeat(200_000)}2`, "1 > ".repeat(50_000), "9".repeat(200_000), "1 ".repeat(50_000), "- ".repeat(100_000)])
      expect(parseFan(text, "It", "percent").ok).toBe(text.length === 200_002);
    for (const text of [`101${" ".repeat(100_000)}102`, "101 to ".repeat(20_000), "u 1 ".repeat(20_000)])
      expect(whoSaid(text, names).ok).toBe(false);
  });

  it.each(["0 to", "to 100", "- 5 -", "1 2 x", "5 - - 6", "--5", "0..", "1e3", "Infinity", ""])("%s is none", (text) => {
    expect(parseFan(text, "It", "percent").ok).toBe(false);
  });
});
