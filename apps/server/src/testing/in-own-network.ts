import { createSocket } from "node:dgram";
import { pino } from "pino";
import { newInput, newOutput, newTarget, Show, SLOTS, type OutputLine } from "@vexa/core";
import { otp, sacn } from "@vexa/formats";
import { OtpGroups } from "../input/otp-groups";
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
// Trackers' groups: those of targets alone, and no longer than they are some.
const points: string[] = [];
const groups = new OtpGroups({
  address: "127.0.0.1",
  hear: (packet) => {
    const read = otp.decode(packet);
    points.push(read.ok ? `${read.value.system}: ${read.value.points.map(({ point }) => point).join()}` : "nonsense");
  },
  log: pino({ level: "silent" }),
});
const person = newTarget(new Show(new Map()), () => "1");
groups.take([{ ...person, otp: { system: 5, group: 1, point: 1 } }]);
const tracker = createSocket("udp4");
tracker.bind(0, "127.0.0.1", () => tracker.setMulticastInterface("127.0.0.1"));
const place = { priority: 100, group: 1, micros: 1, place: [0, 0, 1] as const };
const saysPoint = (system: number, point: number): void => {
  const packet = otp.encode({ cid: new Uint8Array(16), name: "", folio: 0, system, points: [{ ...place, point }] });
  tracker.send(packet, otp.OTP_PORT, otp.multicastGroup(system));
};
setTimeout(() => [5, 6].forEach((system) => saysPoint(system, 1)), 150);
setTimeout(() => {
  groups.take([{ ...person, otp: { system: 6, group: 1, point: 1 } }]);
  setTimeout(() => [5, 6].forEach((system) => saysPoint(system, 2)), 100);
}, 250);
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
process.stdout.write(JSON.stringify({ received, health: lines.health(), heard: inputs.health(), others: others.heard(), points }));
process.exit(0);
