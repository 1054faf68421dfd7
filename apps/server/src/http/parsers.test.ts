import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { explain, type Result } from "@vexa/core";
import { parseLoan } from "../show/loan-message";
import { parseHeadAttribute, parsePresence, parseTransaction } from "../show/messages";
import { parsePlay } from "../show/play-message";
import { plainValue } from "./plain-value";

const PARSERS: readonly (readonly [string, (message: unknown) => Result<unknown>])[] = [
  ["plain values", plainValue],
  ["edits", parseTransaction],
  ["touches", parsePlay],
  ["loans", parseLoan],
  ["traces", parseHeadAttribute],
  ["presence", parsePresence],
];
/** Of all parsers together. */
const CASES = 100_000;

/** What nobody means and somebody sends. */
const NASTY = [
  ..."__proto__ constructor prototype toString hasOwnProperty then toJSON length".split(" "),
  "\0",
  "\ud800",
  "x".repeat(300),
  1e308,
  -1e308,
  Number.NaN,
  Infinity,
  -0,
  0.1,
  2 ** 53,
  null,
  undefined,
  true,
  [],
  {},
  () => 1,
  Symbol("s"),
  10n,
  new Date(0),
  new Map(),
  Buffer.from("octets"),
  "go",
  "level",
  "set",
  "add",
];
const nasty = fc.constantFrom(...NASTY);
const name = fc.constantFrom(
  ..."type id label changes op path from to record kind heads values head level playbackId masterId part groupIds families atSeconds".split(
    " ",
  ),
  "__proto__",
  "constructor",
  "prototype",
);
const anything = fc.letrec<{ value: unknown }>((tie) => ({
  value: fc.oneof(
    { maxDepth: 5, withCrossShrink: true },
    nasty,
    fc.array(tie("value"), { maxLength: 4 }),
    fc.array(fc.tuple(name, tie("value")), { maxLength: 6 }).map((entries) => {
      const object: Record<string, unknown> = {};
      // As JSON.parse makes them: own fields, whatever they are called.
      for (const [key, value] of entries)
        Object.defineProperty(object, key, { value, enumerable: true, configurable: true, writable: true });
      return object;
    }),
  ),
})).value;

describe("parsers of strangers' messages", () => {
  it.each(PARSERS)("of %s give a value or a sentence for everything, and touch nothing else", (_, parse) => {
    fc.assert(
      fc.property(anything, (message) => {
        const result = parse(message);
        if (!result.ok) expect(explain(result.error)).toMatch(/could not be read: .+\. Nothing was changed\./);
      }),
      { seed: 4099, numRuns: Math.ceil(CASES / PARSERS.length) },
    );
    expect(({} as Record<string, unknown>)["polluted"]).toBeUndefined();
    expect(Object.keys(Object.prototype)).toEqual([]);
  });

  it.each(PARSERS)("of %s refuse depth, size and whatever isn't plain at once", (_, parse) => {
    const deep = (levels: number): unknown => {
      let value: unknown = 1;
      for (let level = 0; level < levels; level++) value = level % 2 ? [value] : { a: value };
      return value;
    };
    const why = (message: unknown): string => {
      const result = parse(message);
      return result.ok ? "ok" : result.error.details["why"]!;
    };
    expect(why(deep(3000))).toBe("it is nested too deeply");
    expect(why(deep(100_000))).toBe("it is nested too deeply");
    expect(why(new Array(500_000).fill(1))).toBe("it holds too many values");
    expect(why({ label: "x".repeat(5_000_000) })).toBe("its texts are too long");
    expect(why(JSON.parse(`{"a": {"constructor": 1}}`))).toBe("nothing may be called constructor");
    expect(why(JSON.parse(`{"__proto__": {"polluted": 1}}`))).toBe("nothing may be called __proto__");
    expect(why({ label: "a\0b" })).toBe("a text in it holds the character NUL");
    expect(why({ label: "\udc00" })).toBe("a text in it holds half a character");
    expect(why({ level: 1e308 })).toBe("a number in it is too large");
    expect(why({ when: new Date(0) })).toBe("it isn't JSON");
    const cyclic: Record<string, unknown> = {};
    cyclic["self"] = cyclic;
    expect(why(cyclic)).toBe("it is nested too deeply");
  });

  it("keep what is plain as it was", () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        const result = plainValue(value);
        if (result.ok) expect(JSON.parse(JSON.stringify(result.value))).toEqual(JSON.parse(JSON.stringify(value)));
        else expect(JSON.stringify(value)).toMatch(/__proto__|constructor|prototype|\\u|e[+-]?\d|\d{16}|[\ud800-\udfff]/);
      }),
      { seed: 4111, numRuns: 2000 },
    );
  });
});
