import { execFileSync, spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { Packet } from "sacn";
import { describe, expect, it } from "vitest";
import type { InputHealth, OtherSender, OutputHealth } from "@vexa/core";

const CHILD = fileURLToPath(new URL("../testing/in-own-network.ts", import.meta.url));
const allowed = spawnSync("unshare", ["-r", "-n", "true"]).status === 0;
if (!allowed) process.stderr.write("This machine lets no test have a network of its own: multicast and broadcast aren't tried.\n");

/** Nothing of this leaves the namespace that the test makes: it has a loopback interface alone. */
describe.skipIf(!allowed)("outputs to many, and inputs from them", () => {
  it("send E1.31 to each universe's group with its discovery, and Art-Net to a broadcast address; a gone interface is told", () => {
    const script = `ip link set lo up && ip link set lo multicast on && ip route add 224.0.0.0/4 dev lo; exec npx tsx "${CHILD}"`;
    const said = execFileSync("unshare", ["-r", "-n", "sh", "-c", script], { encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
    const { received, health, heard, others, points } = JSON.parse(said) as {
      received: { by: string; octets: string }[];
      health: OutputHealth[];
      heard: InputHealth[];
      others: OtherSender[];
      points: string[];
    };
    const by = (name: string): Buffer[] => received.filter((each) => each.by === name).map(({ octets }) => Buffer.from(octets, "hex"));
    // Oracle: npm sacn 4.6.2.
    for (const [group, universe, level] of [
      ["group 1", 1, 11],
      ["group 258", 258, 22],
    ] as const) {
      const packets = by(group).map((octets) => new Packet(octets));
      expect(packets.length).toBeGreaterThanOrEqual(3);
      expect(packets.every((packet) => packet.universe === universe && packet.payloadAsBuffer![0] === level)).toBe(true);
    }
    // ANSI E1.31-2018 4.3, from memory (P17): once in ten seconds, the universes sorted.
    const [list, ...more] = by("discovery");
    expect(more).toEqual([]);
    expect(list!.length).toBe(124);
    expect([list!.readUInt16BE(16), list!.readUInt16BE(38), list!.readUInt16BE(112)]).toEqual([0x7000 | 108, 0x7000 | 86, 0x7000 | 12]);
    expect([list!.readUInt16BE(120), list!.readUInt16BE(122)]).toEqual([1, 258]);
    const art = by("broadcast");
    expect(art.length).toBeGreaterThanOrEqual(2);
    expect(art.slice(0, 2).map((octets) => [octets.readUInt16LE(8), octets.readUInt16LE(14), octets[18]])).toEqual([
      [0x5000, 0, 11],
      [0x5000, 257, 22],
    ]);
    expect(health.find(({ id }) => id === "output-nowhere")?.trouble).toMatch(/no interface eth-gone/);
    // An input joins its universe's group, and hears no other's.
    expect(heard).toMatchObject([
      { id: "input-1", sources: [{ name: "Vexa test", priority: 100, counts: true }] },
      { id: "input-elsewhere", packets: 0, sources: [] },
    ]);
    // Who else sends on that network is known by what it says.
    expect(others).toEqual([{ name: "Vexa test", universes: [1, 258] }]);
    expect(health.find(({ id }) => id === "output-groups")?.packets).toBeGreaterThan(5);
    // Of OTP the group of a target's system is heard (P31: 239.159.1.system), and no other's.
    expect(points).toEqual(["5: 1", "6: 2"]);
  });
});
