import { describe, expect, it } from "vitest";
import { addressText, readAddress } from "./address-text";

describe("an address", () => {
  it.each([
    ["2.17", { universe: 2, address: 17 }],
    [" 12 / 512 ", { universe: 12, address: 512 }],
    ["513", { universe: 2, address: 1 }],
    ["512", { universe: 1, address: 512 }],
    ["1", { universe: 1, address: 1 }],
    ["0", null],
    ["1.513", null],
    ["1.0", null],
    ["64000.1", null],
    ["2 17", { universe: 2, address: 17 }],
    ["2-17", { universe: 2, address: 17 }],
    ["2,17", { universe: 2, address: 17 }],
    ["u2.17", { universe: 2, address: 17 }],
    ["U2 @17", { universe: 2, address: 17 }],
    ["Universe 2, address 17", { universe: 2, address: 17 }],
    ["universe 2", { universe: 2, address: 1 }],
    ["dmx 513", { universe: 2, address: 1 }],
    ["universe 64000", null],
    ["2 17 4", null],
    ["2.-17", null],
    ["-2 17", null],
    ["two", null],
    ["", null],
  ])("%j is %j", (text, patch) => {
    expect(readAddress(text)).toEqual(patch);
  });

  it("comes back as it is written", () => {
    for (const text of ["1.1", "7.512", "63999.3"]) expect(addressText(readAddress(text))).toBe(text);
    expect(addressText(null)).toBe("unpatched");
  });
});
