import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { decodeReply, encode, encodePoll, encodeReply, kindOf } from "./index";

const folder = mkdtempSync(join(tmpdir(), "vexa-artnet-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** A reply of a node with two ports out and one in, at literal offsets (the specification, from memory). */
function nodeSays(): Buffer {
  const packet = Buffer.alloc(239);
  packet.write("Art-Net\0", 0, "latin1");
  packet.writeUInt16LE(0x2100, 8);
  Buffer.from([127, 0, 0, 1]).copy(packet, 10);
  packet.writeUInt16LE(6454, 14);
  packet[18] = 1;
  packet[19] = 2;
  packet.write("Fern node", 26, "latin1");
  packet.write("Fern node with eight legs", 44, "latin1");
  packet.write("#0001 [0003] fine", 108, "latin1");
  packet[173] = 4;
  Buffer.from([0x80, 0x80, 0x40, 0x00]).copy(packet, 174);
  Buffer.from([5, 3, 7, 0]).copy(packet, 190);
  packet[211] = 2;
  return packet;
}

describe("what nodes say of themselves in Art-Net", () => {
  it("is read: names, how it is, and the Port-Addresses that it puts out", () => {
    // Net 1, sub-net 2, universes 5 and 3; the third port only takes in, the fourth does nothing.
    expect(decodeReply(nodeSays())).toEqual({
      ok: true,
      value: {
        name: "Fern node",
        longName: "Fern node with eight legs",
        report: "#0001 [0003] fine",
        portAddresses: [256 + 32 + 3, 256 + 32 + 5],
        part: 2,
      },
    });
  });

  it("is refused where it isn't one: cut off, another packet, nonsense", () => {
    const whole = nodeSays();
    for (let octets = 0; octets < 194; octets++) expect(decodeReply(whole.subarray(0, octets)).ok, `${octets}`).toBe(false);
    expect(decodeReply(whole.subarray(0, 194))).toMatchObject({ ok: true, value: { part: 0 } });
    expect(decodeReply(encodePoll()).ok).toBe(false);
    expect(decodeReply(Buffer.alloc(600, 0xff)).ok).toBe(false);
    // More ports than there are places for; names that never end, of signs that nobody sees.
    const odd = nodeSays().fill(0x07, 26, 44);
    odd.writeUInt16BE(0xffff, 172);
    // Behind the four ports stands something else, which says nothing of ports.
    odd.fill(0x80, 178, 186);
    expect(decodeReply(odd)).toMatchObject({ ok: true, value: { name: "", portAddresses: [291, 293] } });
  });

  it("is asked for in fourteen octets, told apart from all else, and answered as a controller", () => {
    expect(Buffer.from(encodePoll()).toString("hex")).toBe("4172742d4e6574000020000e0000");
    expect(kindOf(encodePoll())).toBe("poll");
    expect(kindOf(nodeSays())).toBe("poll-reply");
    expect(kindOf(encode({ portAddress: 1, sequence: 1, slots: new Uint8Array(512) }))).toBeNull();
    expect(kindOf(new Uint8Array(3))).toBeNull();
    const answer = Buffer.from(encodeReply({ address: [127, 0, 0, 1], port: 6454, name: "Vexa of a very long name", longName: "Café" }));
    expect([answer.length, answer.readUInt16LE(8), answer.readUInt16LE(14), answer[200]]).toEqual([239, 0x2100, 6454, 1]);
    expect(answer.subarray(26, 44).toString("latin1")).toBe("Vexa of a very lo\0");
    expect(decodeReply(answer)).toMatchObject({ ok: true, value: { longName: "Caf?", portAddresses: [] } });
  });
});

const has = (tool: string): boolean => spawnSync(tool, ["--version"]).status === 0;

/** Oracle: the dissector of tshark, which shares nothing with what writes here. Only where it is installed. */
describe.skipIf(!has("tshark") || !has("text2pcap"))("read by tshark", () => {
  const dissected = (packet: Uint8Array, ...fields: string[]): string[] => {
    const [hex, capture] = [join(folder, "hex"), join(folder, "pcap")];
    const rows = Array.from({ length: Math.ceil(packet.length / 16) }, (_, row) => {
      const octets = [...packet.subarray(row * 16, row * 16 + 16)].map((octet) => octet.toString(16).padStart(2, "0"));
      return `${(row * 16).toString(16).padStart(6, "0")} ${octets.join(" ")}`;
    });
    writeFileSync(hex, `${rows.join("\n")}\n`);
    spawnSync("text2pcap", ["-q", "-u", "6454,6454", hex, capture]);
    const asked = fields.flatMap((field) => ["-e", field]);
    return spawnSync("tshark", ["-r", capture, "-T", "fields", "-E", "separator=|", ...asked], { encoding: "utf8" })
      .stdout.trim()
      .split("|");
  };

  it("ArtDmx has its Port-Address, sequence, length and levels", () => {
    const packet = encode({ portAddress: 0x123, sequence: 7, slots: Uint8Array.from([1, 2, 255]) });
    const fields = ["artnet.header.opcode", "artnet.output.sequence", "artnet.output.universe", "artnet.output.length"];
    expect(dissected(packet, ...fields).map(Number)).toEqual([0x5000, 7, 0x123, 512]);
  });

  it("ArtPoll and its answer are what they say they are; the answer of a node has its ports where they are read", () => {
    expect(dissected(encodePoll(), "artnet.header.opcode", "artnet.header.protver").map(Number)).toEqual([0x2000, 14]);
    const names = ["artnet.header.opcode", "artnet.poll_reply.short_name", "artnet.poll_reply.long_name", "artnet.poll_reply.style"];
    const own = encodeReply({ address: [10, 0, 0, 1], port: 6454, name: "Vexa", longName: "Understory" });
    expect(dissected(own, ...names)).toEqual(["0x2100", "Vexa", "Understory", "0x01"]);
    const said = ["num_ports", "swout_1_universe", "swout_2_universe", "node_report"].map((field) => `artnet.poll_reply.${field}`);
    expect(dissected(nodeSays(), ...said)).toEqual(["4", "293", "291", "#0001 [0003] fine"]);
  });
});
