import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PlainCue } from "@vexa/core";
import { readCues, writeCues } from "./cues";

const read = (text: string) => {
  const done = readCues(text);
  if (!done.ok) throw new Error(String(done.error.details["why"]));
  return done.value;
};

describe("cues as USITT ASCII text", () => {
  // The example of 5-references.md, section on USITT ASCII (from memory).
  it("reads the reference's own example", () => {
    const { cues, left } = read("Ident 3:0\nCue 1.5\n  Up 5 1\n  Down 7\n  Chan 1@50 2@Hff 3@H80\nEndData\nCue 9\n");
    expect(cues).toEqual([
      {
        number: 1.5,
        up: { seconds: 5, delay: 1 },
        down: { seconds: 7 },
        levels: [
          [1, 0.5],
          [2, 1],
          [3, 128 / 255],
        ],
      },
    ]);
    expect(left).toEqual([]);
  });

  it("reads liberally: delimiters, capitals, comments, minutes, other line ends; and names what it leaves out", () => {
    const { cues, left } = read(
      [
        "IDENT 3:0",
        "Patch 1 1<1@100 2<2",
        "Group 3",
        "  Chan 1@10",
        "CUE 2 1 ! the page is left out",
        "\tText Dusk, over the pond ! not this",
        "\tUP 1:30.5",
        "\tfollowon 12",
        "\tCHAN 1/FL,2=7 ; 3>0",
        "\tChan 4@101 5@20",
        "\tLink 7",
        "$$Odd stuff",
        "Cue nine",
        "  Chan 1@5",
      ].join("\r"),
    );
    expect(cues).toEqual([
      {
        number: 2,
        text: "Dusk, over the pond",
        up: { seconds: 90.5 },
        followOn: 12,
        levels: [
          [1, 1],
          [2, 0.07],
          [3, 0],
          [5, 0.2],
        ],
      },
    ]);
    expect(left).toEqual([
      "“Patch”",
      "“Group”",
      "levels “4@101” of cue 2",
      "“link” of cues",
      "what only its maker's consoles understand",
      "cue “nine”, whose number isn't from 0.001 to 99999",
    ]);
  });

  it.each(["0@50", "1.5@50", "x@50", "1@x", "-2@50"])("leaves the level “%s” and keeps the others", (level) => {
    const { cues, left } = read(`Cue 1\n  Chan 7@20 ${level} 9@FL`);
    expect(cues[0]!.levels).toEqual([
      [7, 0.2],
      [9, 1],
    ]);
    expect(left).toHaveLength(1);
  });

  it("refuses what has no cue, what is no text, and what is too much, with a sentence", () => {
    const why = (text: string) => {
      const done = readCues(text);
      return done.ok ? null : done.error.details["why"];
    };
    expect(why("")).toMatch(/no cue/);
    expect(why("PK\u0003\u0004\0\0")).toMatch(/isn't a text/);
    expect(why("Cue 1\n".repeat(5001))).toMatch(/more than 5000/);
    fc.assert(fc.property(fc.string({ maxLength: 400 }), (text) => void readCues(text)));
  });

  const time = fc.record({ seconds: fc.integer({ min: 0, max: 99900 }).map((n) => n / 100) });
  const cue = fc.record<PlainCue>(
    {
      number: fc.integer({ min: 1, max: 9999999 }).map((n) => n / 1000),
      text: fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 ,.()-]{0,60}[A-Za-z0-9]$/),
      up: time,
      down: time,
      followOn: fc.integer({ min: 0, max: 99900 }).map((n) => n / 100),
      levels: fc
        .uniqueArray(fc.tuple(fc.integer({ min: 1, max: 99999 }), fc.integer({ min: 0, max: 255 })), { selector: ([channel]) => channel })
        .map((levels) => levels.map(([channel, octet]) => [channel, octet / 255] as const)),
    },
    { requiredKeys: ["number", "levels"] },
  );
  it("reads what it writes to the same (property)", () => {
    fc.assert(
      fc.property(fc.uniqueArray(cue, { minLength: 1, maxLength: 6, selector: ({ number }) => number }), (cues) => {
        const { cues: again, left } = read(writeCues(cues, { title: "Night ! bloom", notes: ["colours aren't\nin it"] }));
        expect(left).toEqual([]);
        const octets = (of: readonly PlainCue[]) =>
          of.map(({ levels, ...rest }) => ({ ...rest, levels: levels.map(([channel, level]) => [channel, Math.round(level * 255)]) }));
        expect(octets(again)).toEqual(octets(cues.toSorted((a, b) => a.number - b.number)));
      }),
    );
  });
});
