import { parse } from "csv-parse/sync";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { explain } from "@vexa/core";
import { read, write } from "./table";

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const refusal = (of: Uint8Array): string => {
  const result = read(of, "patch.csv");
  return result.ok ? "taken" : explain(result.error);
};

describe("tables", () => {
  it("are read with commas, semicolons or tabs, quotes and line ends of all kinds", () => {
    const wanted = [
      { number: "1", name: 'Left, "big"' },
      { number: "2", name: "Käthe" },
    ];
    expect(read(bytes('number,name\r\n1,"Left, ""big"""\r\n2,Käthe\r\n'))).toEqual({ ok: true, value: wanted });
    expect(read(bytes('\uFEFFnumber;name\n1;"Left, ""big"""\n\n2;Käthe'))).toEqual({ ok: true, value: wanted });
    expect(read(bytes('number\tname\n1\t"Left, ""big"""\n2\tKäthe\n'))).toEqual({ ok: true, value: wanted });
  });

  // Oracle: csv-parse 7.0 (RFC 4180).
  it("are written so that another reader finds the same, and so do we", () => {
    const cell = fc.string({ unit: fc.constantFrom("a", "ü", ",", '"', "\n", ";", " ", "1"), maxLength: 12 }).map((text) => text.trim());
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 999 }), cell), { minLength: 1, maxLength: 8 }), (pairs) => {
        const rows = pairs.map(([number, name]) => ({ number: String(number), name }));
        const text = write(["number", "name"], rows);
        expect(parse(text, { columns: true })).toEqual(rows);
        expect(read(bytes(text))).toEqual({ ok: true, value: rows });
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  it.each([
    ["nothing", bytes(""), /no row of heads/],
    ["one column", bytes("a\n1"), /no row of heads/],
    ["heads alone", bytes("number,name\n"), /no rows/],
    ["a quote that doesn't end", bytes('number,name\n1,"abc\n2,x'), /a quote in line 2 doesn't end/],
    ["no text", Uint8Array.of(0xff, 0xfe, 0, 1), /isn't text in UTF-8/],
    ["a picture", bytes("PNG\0\0"), /isn't text/],
    ["too many rows", bytes(`number,name\n${"1,a\n".repeat(20001)}`), /more than 20000 rows/],
  ])("%s: refused with a sentence", (_, of, words) => {
    expect(refusal(of)).toMatch(words);
    expect(refusal(of)).toMatch(/^patch\.csv can't be read: .*Nothing was changed\.$/);
  });
});
