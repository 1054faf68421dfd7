import { describe, expect, it } from "vitest";
import { seededRandom } from "@vexa/core";
import { decode, encode, isOtp, multicastGroup, type OtpPoint, type OtpTransform } from "./message";

const CID = Uint8Array.from({ length: 16 }, (_, at) => at + 1);

interface Module {
  readonly maker?: number;
  readonly number: number;
  readonly body: Buffer;
}

const sized = (head: Buffer, lengthAt: number, rest: Buffer): Buffer => {
  const whole = Buffer.concat([head, rest]);
  whole.writeUInt16BE(whole.length - lengthAt - 2, lengthAt);
  return whole;
};

const moduleOf = ({ maker = 0, number, body }: Module): Buffer => {
  const head = Buffer.alloc(6);
  head.writeUInt16BE(maker, 0);
  head.writeUInt16BE(number, 4);
  return sized(head, 2, body);
};

const position = (unit: "mm" | "µm", ...numbers: readonly [number, number, number]): Module => {
  const body = Buffer.alloc(13);
  body[0] = unit === "mm" ? 0x80 : 0;
  numbers.forEach((number, axis) => body.writeInt32BE(number, 1 + 4 * axis));
  return { number: 1, body };
};

function pointOf(group: number, point: number, modules: readonly Module[]): Buffer {
  const head = Buffer.alloc(24);
  head.writeUInt16BE(1, 0);
  head[4] = 120;
  head.writeUInt16BE(group, 5);
  head.writeUInt32BE(point, 7);
  head.writeBigUInt64BE(5_000_123n, 11);
  return sized(head, 2, Buffer.concat(modules.map(moduleOf)));
}

/** A transform message written octet by octet: E1.59, from memory; nothing of it is shared with what is tested. */
function packet(points: readonly Buffer[], footer = Buffer.alloc(0)): Buffer {
  const system = Buffer.alloc(18);
  system.writeUInt16BE(1, 0);
  system[4] = 7;
  system.writeBigUInt64BE(5_000_200n, 5);
  system[13] = 0x80;
  const head = Buffer.alloc(79);
  head.write("OTP-E1.59\0\0\0", 0, "latin1");
  head.writeUInt16BE(1, 12);
  head[17] = footer.length;
  Buffer.from(CID).copy(head, 18);
  head.writeUInt32BE(99, 34);
  head.writeUInt16BE(1, 38);
  head.writeUInt16BE(2, 40);
  head.write("Fern tracker", 47, "utf8");
  return sized(head, 14, Buffer.concat([sized(system, 2, Buffer.concat(points)), footer]));
}

const PLAIN = packet([pointOf(2, 70_000, [position("µm", 1_500_000, -2_000_000, 1_700_001)])]);

describe("transform messages of OTP", () => {
  it("say where points are, in metres, whatever else stands beside the position", () => {
    const velocity: Module = { number: 2, body: Buffer.alloc(24, 0xff) };
    const foreign: Module = { maker: 0x1234, number: 1, body: Buffer.alloc(3) };
    const read = decode(
      packet(
        [
          pointOf(2, 70_000, [foreign, velocity, position("µm", 1_500_000, -2_000_000, 1_700_001)]),
          pointOf(2, 70_001, [velocity]),
          pointOf(60_000, 4_294_967_295, [position("mm", -1500, 2000, 30)]),
        ],
        Buffer.from("sealed"),
      ),
    );
    expect(read).toEqual({
      ok: true,
      value: {
        ...{ cid: CID, name: "Fern tracker", folio: 99, page: 1, lastPage: 2, system: 7 },
        points: [
          { priority: 120, group: 2, point: 70_000, micros: 5_000_123, place: [1.5, -2, 1.700001] },
          { priority: 120, group: 60_000, point: 4_294_967_295, micros: 5_000_123, place: [-1.5, 2, 0.03] },
        ],
      },
    });
    expect(isOtp(PLAIN)).toBe(true);
    expect(isOtp(Buffer.from("/vexa/target/voice"))).toBe(false);
    expect(multicastGroup(7)).toBe("239.159.1.7");
  });

  it("are written as they are read", () => {
    const random = seededRandom(1);
    const whole = (to: number): number => Math.floor(random() * to);
    for (let trial = 0; trial < 200; trial++) {
      const points = Array.from({ length: whole(30) }, (): OtpPoint => {
        const place = [0, 1, 2].map(() => Math.round((random() - 0.5) * 2e9) / 1e6) as unknown as OtpPoint["place"];
        return { priority: whole(201), group: 1 + whole(60_000), point: 1 + whole(2 ** 32 - 1), micros: whole(2 ** 50), place };
      });
      const of = { cid: CID, name: "Ä tracker", folio: whole(2 ** 32), system: 1 + whole(200), points };
      const read = decode(encode(of)) as { ok: true; value: OtpTransform };
      expect(read).toEqual({ ok: true, value: { ...of, page: 0, lastPage: 0 } });
    }
    const [one] = (decode(PLAIN) as { ok: true; value: OtpTransform }).value.points;
    expect(() => encode({ cid: CID, name: "", folio: 0, system: 1, points: Array.from({ length: 33 }, () => one!) })).toThrow(RangeError);
    // The same octets as those written by hand, but for the page and the full set's mark, which these haven't got.
    const own = Buffer.from(encode({ cid: CID, name: "Fern tracker", folio: 99, system: 7, points: [one!] }));
    const hand = Buffer.from(PLAIN);
    hand.writeUInt32BE(0, 38);
    hand[79 + 13] = 0;
    hand.writeBigUInt64BE(5_000_123n, 79 + 5);
    expect(own.toString("hex")).toBe(hand.toString("hex"));
  });

  it("are refused with a reason where they are cut, longer than they say, or of something else", () => {
    for (let length = 0; length < PLAIN.length; length++) expect(decode(PLAIN.subarray(0, length)).ok, `${length}`).toBe(false);
    expect(decode(Buffer.concat([PLAIN, Buffer.alloc(1)])).ok).toBe(false);
    const bent = (at: number, ...octets: number[]): Buffer =>
      Buffer.concat([PLAIN.subarray(0, at), Buffer.from(octets), PLAIN.subarray(at + octets.length)]);
    for (const [what, octets] of [
      ["an advertisement", bent(12, 0, 2)],
      ["another length", bent(14, 0, 0)],
      ["a footer over all", bent(17, 255)],
      ["system 0", bent(79 + 4, 0)],
      ["system 201", bent(79 + 4, 201)],
      ["no points", bent(79, 0, 2)],
      ["points of another length", bent(79 + 2, 0, 1)],
      ["a page behind the last", bent(38, 0, 3)],
      ["priority 201", bent(97 + 4, 201)],
      ["group 0", bent(97 + 5, 0, 0)],
      ["group 60001", bent(97 + 5, 0xea, 0x61)],
      ["point 0", bent(97 + 7, 0, 0, 0, 0)],
      ["a point without end", bent(97 + 2, 0, 0)],
      ["a point beyond all", bent(97 + 2, 255, 255)],
      ["a module without end", bent(121 + 2, 0, 0)],
      ["a module beyond its point", bent(121 + 2, 0, 18)],
      ["a position of another length", packet([pointOf(1, 1, [{ number: 1, body: Buffer.alloc(12) }])])],
      ["nothing", Buffer.alloc(0)],
      ["all ones", Buffer.alloc(600, 255)],
    ] as const)
      expect(decode(octets), what).toMatchObject({ ok: false, error: { code: "request.malformed" } });
  });

  it("never throw, whatever stands in them", () => {
    const random = seededRandom(2);
    for (let trial = 0; trial < 20_000; trial++) {
      const octets = Buffer.from(PLAIN.subarray(0, Math.floor(random() * (PLAIN.length + 1))));
      for (let hit = 0; hit < 4 && octets.length > 0; hit++) octets[Math.floor(random() * octets.length)] = Math.floor(random() * 256);
      // As if whole, so that more than the first length is looked at.
      if (octets.length >= 16) octets.writeUInt16BE(octets.length - 16, 14);
      const read = decode(octets);
      if (read.ok) for (const { place } of read.value.points) expect(place.every(Number.isFinite)).toBe(true);
    }
  });
});
