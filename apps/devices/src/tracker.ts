import { createSocket } from "node:dgram";
import { otpPacketOf, packetsOf, PERFORMERS, wordsAt } from "./simulated-tracker";

/** A simulated tracker of people on stage: `./vexa tracker [OSC port of the server] [words a second] [osc or otp]`. Ends with its input. */
const [portText = "7331", rateText = "30", speaks = "osc"] = process.argv.slice(2);
const [port, rate] = [Number(portText), Number(rateText)];
if (!Number.isInteger(port) || port < 1 || port > 65535 || !(rate >= 1 && rate <= 200) || !["osc", "otp"].includes(speaks)) {
  console.error(
    `“${process.argv.slice(2).join(" ")}” can't be: a port, then 1 to 200 words a second, then osc or otp. Write: ./vexa tracker 7331 30 otp`,
  );
  process.exit(1);
}
const socket = createSocket("udp4");
const begun = performance.now();
let folio = 0;
const every = setInterval(() => {
  const t = (performance.now() - begun) / 1000;
  const words = wordsAt(t);
  const packets = speaks === "otp" ? [otpPacketOf(words, t, folio++)] : packetsOf(words);
  for (const packet of packets) socket.send(packet, port, "127.0.0.1");
}, 1000 / rate);
const names = PERFORMERS.map(({ name }, index) => (speaks === "otp" ? `${name} (OTP 1/1/${index + 1})` : name));
console.log(`${names.join(", ")} walk about, told to 127.0.0.1:${port} ${rate} times a second.`);
process.stdin.on("end", () => {
  clearInterval(every);
  socket.close(() => process.exit(0));
});
process.stdin.resume();
