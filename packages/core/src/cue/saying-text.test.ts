import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sayingsSchema, type Saying } from "./saying";
import { readSaying, sayingText } from "./saying-text";

const devices = [
  { id: "d1", name: "Sound desk" },
  { id: "d2", name: "to / there" },
];
const read = (text: string): Saying | string => {
  const result = readSaying(text, devices);
  return result.ok ? result.value : String(result.error.details?.["why"]);
};

describe("what a cue says to other machines", () => {
  it("is typed in a line", () => {
    expect(read('to sound DESK /cue/go 12 0.5 "Act one" now')).toEqual({
      type: "osc",
      deviceId: "d1",
      address: "/cue/go",
      values: [
        { type: "i", value: 12 },
        { type: "f", value: 0.5 },
        { type: "s", value: "Act one" },
        { type: "s", value: "now" },
      ],
    });
    expect(read("note 60")).toEqual({ type: "note", channel: 1, note: 60, velocity: 127 });
    expect(read("control 7 0 on 16")).toEqual({ type: "control", channel: 16, control: 7, value: 0 });
    expect(read("Program 128 on 2")).toEqual({ type: "program", channel: 2, program: 128 });
    expect(read("msc go 13.5 list 2 device 1")).toEqual({ type: "msc", command: "go", cue: "13.5", list: "2", device: 1 });
    expect(read("msc stop")).toEqual({ type: "msc", command: "stop", device: 127 });
  });

  it.each([
    ["", /begins with/],
    ["shout 3", /begins with/],
    ["to Nobody /x", /called “Nobody”/],
    ["to Sound desk", /address such as/],
    ["to Sound desk /a*b", /none of/],
    ["note 128", /0 to 127/],
    ["note 60 100 on 17", /1 to 16/],
    ["program 0", /1 to 128/],
    ["msc jump", /write “msc go/],
    ["msc go 1..2", /digits and points/],
    ["msc go 1 device 300", /0 to 111/],
    [`to Sound desk /x ${"1 ".repeat(17)}`, /at most 16/],
    [`to Sound desk /x "${"a".repeat(201)}"`, /1 to 200/],
    ['to Sound desk /x "  "', /1 to 200/],
  ])("refuses %j with what is expected", (text, why) => {
    expect(read(text)).toMatch(why);
  });

  it("is read again as it is written, and fits its record", () => {
    const seven = fc.integer({ min: 0, max: 127 });
    const channel = fc.integer({ min: 1, max: 16 });
    const number = fc.option(fc.constantFrom("1", "13.5", "2.10.3"), { nil: undefined });
    const value = fc.oneof(
      fc.record({ type: fc.constant("i" as const), value: fc.integer({ min: -999999, max: 999999 }) }),
      fc.record({ type: fc.constant("f" as const), value: fc.integer({ min: -99999, max: 99999 }).map((n) => n / 8) }),
      fc.record({ type: fc.constant("s" as const), value: fc.stringMatching(/^[ -!#-~]{0,20}[!#-~][ -!#-~]{0,20}$/) }),
    );
    const any: fc.Arbitrary<Saying> = fc.oneof(
      fc.record({
        type: fc.constant("osc" as const),
        deviceId: fc.constant("d1"),
        address: fc.constantFrom("/a", "/cue/go", "/a/b.c"),
        values: fc.array(value, { maxLength: 5 }),
      }),
      fc.record({ type: fc.constant("note" as const), channel, note: seven, velocity: seven }),
      fc.record({ type: fc.constant("control" as const), channel, control: seven, value: seven }),
      fc.record({ type: fc.constant("program" as const), channel, program: fc.integer({ min: 1, max: 128 }) }),
      fc
        .record({
          device: seven,
          command: fc.constantFrom("go" as const, "stop" as const, "resume" as const, "all-off" as const),
          cue: number,
          list: number,
        })
        .map(({ cue, list, ...rest }): Saying => ({ type: "msc", ...rest, ...(cue ? { cue } : {}), ...(list ? { list } : {}) })),
    );
    fc.assert(
      fc.property(any, (saying) => {
        expect(read(sayingText(saying, devices))).toEqual(saying);
        expect(sayingsSchema([saying], [])).toBeNull();
      }),
    );
  });

  it("never throws, whatever is typed", () => {
    fc.assert(fc.property(fc.string({ unit: "binary" }), (text) => typeof readSaying(text, devices).ok === "boolean"));
    expect(sayingsSchema([{ type: "constructor" }], [])).not.toBeNull();
    expect(sayingsSchema([{ type: "note", channel: 0, note: 60, velocity: 1 }], [])).not.toBeNull();
  });
});
