import { createSocket } from "node:dgram";
import { newInput, newOutput, Show, SLOTS, type OutputLine } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { SacnOthers } from "../input/sacn-others";
import { SacnInputs } from "../input/sacn-inputs";
import { OutputLines } from "../output/output-lines";

/** Run inside a network namespace of a test's own: sends by multicast and broadcast, and prints what was received, as JSON. */
interface Received {
  readonly by: string;
  readonly octets: string;
}
const received: Received[] = [];

function listen(by: string, port: number, group?: string): Promise<void> {
  const socket = createSocket({ type: "udp4", reuseAddr: true });
  socket.on("message", (octets) => received.push({ by, octets: octets.toString("hex") }));
  return new Promise((resolve) =>
    socket.bind(port, group ?? "0.0.0.0", () => {
      if (group !== undefined) socket.addMembership(group, "127.0.0.1");
      resolve();
    }),
  );
}

const line = (id: string, more: Partial<OutputLine>): OutputLine => ({ ...newOutput(new Show(new Map()), () => id), on: true, ...more });

await listen("group 1", sacn.SACN_PORT, sacn.multicastGroup(1));
await listen("group 258", sacn.SACN_PORT, sacn.multicastGroup(258));
await listen("discovery", sacn.SACN_PORT, sacn.multicastGroup(sacn.DISCOVERY_UNIVERSE));
await listen("broadcast", 6454);
const inputs = new SacnInputs({
  cid: new Uint8Array(16).fill(9),
  now: () => performance.now() / 1000,
  tell: () => undefined,
  moved: () => undefined,
});
const input = { ...newInput(new Show(new Map()), () => "1"), on: true, multicast: true };
inputs.take([input, { ...input, id: "input-elsewhere", universe: 2 }]);
const others = new SacnOthers({ cid: new Uint8Array(16).fill(9), now: () => performance.now() / 1000 });
others.take([], [input]);
const lines = new OutputLines({ cid: new Uint8Array(16).fill(7), name: "Vexa test" });
lines.take(
  [
    line("groups", { address: "groups", leavesBy: "lo" }),
    line("all", { protocol: "Art-Net", address: "127.255.255.255", shift: -1 }),
    line("nowhere", { address: "groups", leavesBy: "eth-gone" }),
  ],
  () => undefined,
);
lines.patch([1, 258]);
const frame = new Uint8Array(2 * SLOTS);
frame[0] = 11;
frame[SLOTS] = 22;
const begun = performance.now();
while (performance.now() - begun < 500) {
  lines.send(frame, performance.now());
  await new Promise((resolve) => setTimeout(resolve, 23));
}
process.stdout.write(JSON.stringify({ received, health: lines.health(), heard: inputs.health(), others: others.heard() }));
process.exit(0);
