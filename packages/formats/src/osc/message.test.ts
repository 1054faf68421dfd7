import fc from "fast-check";
import osc from "osc";
import { describe, expect, it } from "vitest";
import { decode, encode, numberOf, type OscArgument, type OscMessage } from "./message";

const hex = (octets: Uint8Array): string => Buffer.from(octets).toString("hex");
const octets = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text.replaceAll(" ", ""), "hex"));

describe("osc", () => {
  it("writes the examples of OSC 1.0 (5-references.md O1 to O4)", () => {
    expect(hex(encode({ address: "/oscillator/4/frequency", arguments: [{ type: "f", value: 440 }] }))).toBe(
      "2f6f7363696c6c61746f722f342f6672657175656e6379002c66000043dc0000",
    );
    const five: OscArgument[] = [
      { type: "i", value: 1000 },
      { type: "i", value: -1 },
      { type: "s", value: "hello" },
      { type: "f", value: 1.234 },
      { type: "f", value: 5.678 },
    ];
    expect(hex(encode({ address: "/foo", arguments: five }))).toBe(
      "2f666f6f000000002c69697366660000000003e8ffffffff68656c6c6f0000003f9df3b640b5b22d",
    );
    expect(hex(encode({ address: "/go", arguments: [] }))).toBe("2f676f002c000000");
  });

  it("reads a bundle (O5), and messages without types as older senders write them", () => {
    const go = { address: "/go", arguments: [{ type: "i", value: 7 }] };
    expect(decode(octets("2362756e646c6500 0000000000000001 0000000c 2f676f00 2c690000 00000007"))).toEqual({ ok: true, value: [go] });
    expect(decode(octets("2f676f00"))).toEqual({ ok: true, value: [{ address: "/go", arguments: [] }] });
  });

  it("agrees with the npm package osc 2.4.5 both ways", () => {
    const argument = fc.oneof(
      fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }).map((value): OscArgument => ({ type: "i", value })),
      fc.float({ noNaN: true, noDefaultInfinity: true }).map((value): OscArgument => ({ type: "f", value })),
      fc.stringMatching(/^[a-z 0-9]{0,9}$/).map((value): OscArgument => ({ type: "s", value })),
      fc.uint8Array({ maxLength: 9 }).map((value): OscArgument => ({ type: "b", value })),
    );
    fc.assert(
      fc.property(fc.stringMatching(/^\/[a-z]{1,9}(\/[a-z0-9]{1,5})?$/), fc.array(argument, { maxLength: 5 }), (address, args) => {
        const message: OscMessage = { address, arguments: args };
        const theirs = Uint8Array.from(osc.writePacket({ address, args: args as never }, { metadata: true }) as Uint8Array);
        expect(hex(encode(message))).toBe(hex(theirs));
        expect(decode(theirs)).toEqual({ ok: true, value: [message] });
      }),
      { seed: 11 },
    );
  });

  it("never throws, whatever comes, and says what is wrong", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 64 }), (packet) => {
        expect(typeof decode(packet).ok).toBe("boolean");
      }),
      { seed: 12, numRuns: 2000 },
    );
    for (const [packet, why] of [
      ["", "multiple of four"],
      ["2f676f", "multiple of four"],
      ["676f6f6f00000000", "no address"],
      ["2f676f002c690000", "cut off"],
      ["2f676f002c780000", "type"],
      ["2362756e646c65000000000000000001000000ff", "cut off"],
    ] as const)
      expect(JSON.stringify(decode(octets(packet)))).toContain(why);
  });

  it("tells the first number", () => {
    const of = (...args: OscArgument[]): number | null => numberOf({ address: "/x", arguments: args });
    expect([of(), of({ type: "i", value: 3 }), of({ type: "T" }), of({ type: "F" }), of({ type: "s", value: "1" })]).toEqual([
      null,
      3,
      1,
      0,
      null,
    ]);
    expect(of({ type: "f", value: Infinity })).toBeNull();
  });
});
