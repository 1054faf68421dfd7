import fc from "fast-check";
import { Packet } from "sacn";
import { describe, expect, it } from "vitest";
import { discovery, decode, decodeDiscovery, encode, inSequence, multicastGroup, OPTIONS, refresh, synchronization } from "./packet";

const cid = Uint8Array.from({ length: 16 }, (_, index) => index * 17);
const hex = (octets: Uint8Array): string => Buffer.from(octets).toString("hex");
const full = encode({ cid, sourceName: "Proof", priority: 100, sequence: 7, universe: 258, slots: new Uint8Array(512).fill(9) });

describe("E1.31 data packets", () => {
  it("are equal, octet for octet, to those of an independent sender (oracle: npm sacn 4.6.2)", () => {
    const payload = Object.fromEntries(Array.from({ length: 512 }, (_, index) => [index + 1, index % 256]));
    const theirs = new Packet({
      universe: 258,
      sequence: 7,
      payload,
      sourceName: "Proof",
      priority: 120,
      cid: Buffer.from(cid),
      useRawDmxValues: true,
    });
    const slots = Uint8Array.from({ length: 512 }, (_, index) => index % 256);
    const ours = encode({ cid, sourceName: "Proof", priority: 120, sequence: 7, universe: 258, slots });
    expect(hex(ours)).toBe(hex(theirs.buffer));
    expect(ours).toHaveLength(638);
  });

  it("have the lengths and offsets of 5-references.md P4 to P7 (E1.31-2018 Table 4-1, from memory)", () => {
    expect(hex(full.subarray(0, 16))).toBe("001000004153432d45312e3137000000");
    expect([hex(full.subarray(16, 18)), hex(full.subarray(38, 40)), hex(full.subarray(115, 117))]).toEqual(["726e", "7258", "720b"]);
    const short = encode({ cid, sourceName: "Proof", priority: 100, sequence: 7, universe: 1, slots: new Uint8Array(24) });
    const word = (at: number): number => short[at]! * 256 + short[at + 1]!;
    expect([short.length, word(16) & 0xfff, word(38) & 0xfff, word(115) & 0xfff, word(123)]).toEqual([150, 134, 112, 35, 25]);
  });

  it("come back as they went out", () => {
    fc.assert(
      fc.property(
        fc.record({
          cid: fc.uint8Array({ minLength: 16, maxLength: 16 }),
          sourceName: fc.string({ unit: fc.constantFrom("a", "ü", "葉", " ", "🌿"), maxLength: 15 }),
          priority: fc.integer({ min: 0, max: 200 }),
          sequence: fc.integer({ min: 0, max: 255 }),
          universe: fc.integer({ min: 1, max: 63999 }),
          options: fc.constantFrom(0, OPTIONS.preview, OPTIONS.terminated, OPTIONS.forceSynchronization),
          syncAddress: fc.integer({ min: 0, max: 63999 }),
          startCode: fc.constantFrom(0, 0xdd),
          slots: fc.uint8Array({ minLength: 1, maxLength: 512 }),
        }),
        (data) => {
          expect(decode(encode(data))).toEqual({ ok: true, value: data });
        },
      ),
      { seed: 37 },
    );
  });

  it("cut long source names between characters and keep their length", () => {
    const long = encode({ cid, sourceName: "Bühne ".repeat(20), priority: 100, sequence: 0, universe: 1, slots: new Uint8Array(512) });
    expect(long).toHaveLength(638);
    const read = decode(long);
    expect(read.ok && "Bühne ".repeat(20).startsWith(read.value.sourceName)).toBe(true);
    expect(long[107]).toBe(0);
  });

  it("are refreshed in place", () => {
    const packet = full.slice();
    refresh(packet, { sequence: 300, options: OPTIONS.terminated });
    const read = decode(packet);
    expect(read.ok && [read.value.sequence, read.value.options]).toEqual([44, OPTIONS.terminated]);
  });

  it("are refused when damaged, with the reason, whatever the octets", () => {
    expect(decode(new Uint8Array(0)).ok).toBe(false);
    expect(decode(full.subarray(0, 600)).ok).toBe(false);
    for (const at of [0, 4, 16, 18, 38, 40, 108, 113, 115, 117, 118, 121, 123]) {
      const damaged = full.slice();
      damaged[at] = 0xff;
      expect(decode(damaged).ok, `octet ${at}`).toBe(false);
    }
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 700 }), (octets) => {
        expect(decode(octets).ok).toBe(false);
      }),
      { seed: 41 },
    );
  });

  it("throw on a programmer's mistakes", () => {
    const fine = { cid, sourceName: "", priority: 100, sequence: 0, universe: 1, slots: new Uint8Array(1) };
    for (const bad of [
      { universe: 0 },
      { universe: 64000 },
      { priority: 201 },
      { slots: new Uint8Array(513) },
      { slots: new Uint8Array(0) },
      { cid: new Uint8Array(3) },
    ])
      expect(() => encode({ ...fine, ...bad })).toThrow(RangeError);
  });

  it("keep the order of 5-references.md P11 (E1.31-2018 6.7.2, from memory)", () => {
    expect([11, 10, 5, 246, 60].map((next) => inSequence(10, next))).toEqual([true, false, false, true, true]);
    expect(inSequence(255, 0)).toBe(true);
  });

  it("tell universes in pages of 512 (5-references.md P17, from memory)", () => {
    const pages = discovery({
      cid: new Uint8Array(16).fill(3),
      sourceName: "Vexa",
      universes: Array.from({ length: 513 }, (_, at) => 600 - at),
    });
    expect(pages.map((page) => [page.length, page[118], page[119]])).toEqual([
      [120 + 2 * 512, 0, 1],
      [122, 1, 1],
    ]);
    const view = new DataView(pages[0]!.buffer);
    expect([view.getUint32(18), view.getUint32(40), view.getUint32(114)]).toEqual([8, 2, 1]);
    expect([view.getUint16(120), view.getUint16(122)]).toEqual([88, 89]);
    const [three] = discovery({ cid: new Uint8Array(16), sourceName: "x", universes: [3, 1, 2, 1] });
    const lengths = new DataView(three!.buffer);
    expect([16, 38, 112].map((at) => lengths.getUint16(at))).toEqual([0x706e, 0x7058, 0x700e]);
  });

  it("have the multicast groups of P2", () => {
    expect([1, 256, 258, 63999].map(multicastGroup)).toEqual(["239.255.0.1", "239.255.1.0", "239.255.1.2", "239.255.249.255"]);
  });

  it("synchronizes by 49 octets that name an address (P15 of 5-references.md)", () => {
    const packet = synchronization({ cid: new Uint8Array(16).fill(3), sequence: 257, syncAddress: 7962 });
    const layers =
      "00100000 4153432d45312e3137000000 7021 00000008".replaceAll(" ", "") +
      "03".repeat(16) +
      "700b 00000001 01 1f1a 0000".replaceAll(" ", "");
    expect(Buffer.from(packet).toString("hex")).toBe(layers);
    expect(decode(packet).ok).toBe(false);
    for (const syncAddress of [0, 64000]) expect(() => synchronization({ cid: new Uint8Array(16), sequence: 0, syncAddress })).toThrow();
  });

  it("reads lists of universes, and nothing else", () => {
    const cid = new Uint8Array(16).fill(3);
    const universes = Array.from({ length: 700 }, (_, at) => at + 1);
    const pages = discovery({ cid, sourceName: "Fern desk", universes });
    const read = pages.map((page) => decodeDiscovery(page));
    expect(
      read.map((page) => page.ok && [page.value.sourceName, page.value.page, page.value.lastPage, page.value.universes.length]),
    ).toEqual([
      ["Fern desk", 0, 1, 512],
      ["Fern desk", 1, 1, 188],
    ]);
    expect(read.flatMap((page) => (page.ok ? page.value.universes : []))).toEqual(universes);
    const [page] = pages as [Uint8Array];
    const broken = (at: number, to: number): Uint8Array => Uint8Array.from(page, (octet, index) => (index === at ? to : octet));
    for (const wrong of [
      page.slice(0, 121),
      page.slice(0, 119),
      broken(0, 1),
      broken(21, 4),
      broken(117, 2),
      broken(118, 9),
      broken(39, 0),
    ])
      expect(decodeDiscovery(wrong).ok).toBe(false);
    expect(decodeDiscovery(encode({ cid, sourceName: "x", priority: 100, sequence: 0, universe: 1, slots: new Uint8Array(512) })).ok).toBe(
      false,
    );
    fc.assert(fc.property(fc.uint8Array({ maxLength: 1300 }), (octets) => !decodeDiscovery(octets).ok));
  });
});
